import { gaussian, seeded } from '@/numerics/seeded';
import type { Entry, Source, WaterVessel } from '@/record/schema';
import type { Calendar } from './calendar';

/** Where the library's saltwater is made. */
export const DEMO_VESSELS: WaterVessel[] = [
  { id: 'grey-barrel', name: 'Grey barrel', litres: 80 },
  { id: 'clear-canister', name: 'Clear canister', litres: 25 },
  { id: 'white-bucket', name: 'White bucket', litres: 20 },
];

export const CELLAR_LINE: Source = {
  id: 'cellar-line',
  name: 'Cellar line',
  ratedLPerDay: 284,
  ratedKPa: 345,
  wasteRatio: 3.5,
  pressureKPa: 310,
  temperatureC: 14,
  flushMinutes: 5,
  stages: [
    { id: 'sediment', kind: 'sediment' },
    { id: 'carbon', kind: 'carbon' },
    { id: 'membrane', kind: 'membrane' },
    { id: 'resin-1', kind: 'resin', resinL: 0.6 },
    { id: 'resin-2', kind: 'resin', resinL: 0.6 },
  ],
};

const FIRST_DAY = -149;
const FITTED: readonly (readonly [day: number, stageId: string])[] = [
  [FIRST_DAY, 'sediment'],
  [FIRST_DAY, 'carbon'],
  [FIRST_DAY, 'membrane'],
  [FIRST_DAY, 'resin-1'],
  [FIRST_DAY, 'resin-2'],
  [-64, 'resin-1'],
  [-64, 'resin-2'],
];

/** The RO/DI unit read once a month, its parts, and a batch that stands ready in the canister. */
export function cellarEntries({ at }: Calendar): Entry[] {
  const noise = gaussian(seeded(285));
  const entries: Entry[] = FITTED.map(([day, stageId]) => ({
    id: `cellar-fitted${day}-${stageId}`,
    tankId: null,
    at: at(day, 17),
    kind: 'part-fitted',
    sourceId: CELLAR_LINE.id,
    stageId,
  }));
  for (let day = FIRST_DAY + 3; day <= 0; day += 28) {
    const worn = (day - FIRST_DAY) / -FIRST_DAY;
    entries.push({
      id: `cellar-test${day}`,
      tankId: null,
      at: at(day, 17, 30),
      kind: 'source-test',
      sourceId: CELLAR_LINE.id,
      tdsSupply: Math.round(285 + noise(9)),
      tdsMembrane: Math.round(6.2 + 2.4 * worn + noise(0.4)),
      tdsProduct: 0,
      // The supply cools from summer to autumn.
      temperatureC: Math.round(19.5 - 7.5 * worn),
      pressureKPa: 310,
      ...((day - FIRST_DAY - 3) % 56 === 0 && { totalChlorine: 0.5, freeChlorine: 0.4, afterCarbon: 0 }),
    });
  }
  entries.push({
    id: 'cellar-batch',
    tankId: null,
    at: at(-2, 16),
    kind: 'batch',
    saltId: 'harbour-salt',
    volumeL: 22,
    saltG: 852,
    targetSalinity: 35,
    measuredSalinity: 35.1,
    vesselId: 'clear-canister',
    lot: 'H-0611',
  });
  return entries;
}
