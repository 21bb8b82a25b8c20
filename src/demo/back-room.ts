import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { hiddenEvents, kineticsOf, type Hidden } from '@/chemistry/cycle/cycle-course';
import { amountsOf } from '@/chemistry/reagents/solution';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { metabolismPerDay } from '@/chemistry/tank-model/metabolism';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { netVolumeL, type Entry, type Solution, type Tank } from '@/record/schema';
import { gaussian, seeded } from '@/numerics/seeded';
import type { Calendar } from './calendar';
import { writeReadings, type Session } from './write-readings';

const FIRST_DAY = -18;
const EVAPORATION_L_PER_DAY = 0.32;
/** The morning nobody tested. */
const MISSED_DAY = -9;

/** When the tank was begun: the moment the ammonia went in. */
export function backRoomStart({ at }: Pick<Calendar, 'at'>): number {
  return at(FIRST_DAY, 17);
}

export const AMMONIA_SOURCE: Solution = {
  id: 'ammonia-source',
  name: 'Ammonia source',
  parts: [{ reagent: 'ammonium-chloride', gramsPerL: 20 }],
};
/** 2 mg/L in the net 46 L: 92 mg of ammonia are 289 mg of its chloride. */
const DOSE_ML = 14.4;

/** What the volunteers cannot see: a starter a little weaker than most. */
const HIDDEN: Hidden = { seeds: [0.03, 0.0165], speed: [1, 1.03], dieOff: 0.12, food: 0, already: 0 };

/** The new tank in its third week: dry rock, bottled bacteria and a measured dose of ammonia. */
export function backRoomEntries(tank: Tank, { at }: Calendar): Entry[] {
  const noise = gaussian(seeded(46));
  const volumeL = netVolumeL(tank);
  const startedAt = backRoomStart({ at });
  const common = { tankId: tank.id, at: startedAt };
  const entries: Entry[] = [
    {
      id: 'back-batch',
      tankId: tank.id,
      at: at(FIRST_DAY, 15),
      kind: 'batch',
      saltId: tank.saltId,
      volumeL: 48,
      saltG: 1860,
      targetSalinity: 35,
      measuredSalinity: 35.1,
    },
    { ...common, id: 'back-rock', at: startedAt - 3_600_000, kind: 'put-in', what: 'dry rock', count: 1 },
    { ...common, id: 'back-bacteria', kind: 'put-in', what: 'bacteria', count: 1 },
    { ...common, id: 'back-ammonia', kind: 'dose', solutionId: AMMONIA_SOURCE.id, volumeMl: DOSE_ML },
  ];
  const sessions: Session[] = [];
  for (let day = FIRST_DAY + 1; day <= 0; day++) {
    if (day !== MISSED_DAY)
      sessions.push({
        at: at(day, 9),
        tests: [
          'ammonia',
          'nitrite',
          'nitrate',
          'temperature',
          ...(day % 4 === 0 ? (['salinity', 'ph', 'alkalinity'] as const) : []),
        ],
      });
    if (day % 5 === 0)
      entries.push({
        id: `back-refill${day}`,
        tankId: tank.id,
        at: at(day, 9, 20),
        kind: 'refill',
        volumeL: Math.max(0.8, Number((EVAPORATION_L_PER_DAY * 5 + noise(0.1)).toFixed(1))),
      });
  }
  const dose = amountsOf(strengthOfBottle(AMMONIA_SOURCE), DOSE_ML / 1000);
  const readings = writeReadings(
    tank.id,
    {
      start: {
        at: at(FIRST_DAY, 0),
        volumeL,
        water: {
          salinity: 35.1,
          alkalinity: 8.6 * DKH,
          dic: dicAtRest(8.6 * DKH, 35.1),
          calcium: 432,
          magnesium: 1330,
          nitrate: 0,
          phosphate: 0.01,
        },
      },
      vessel: { kinetics: kineticsOf(HIDDEN.speed) },
      events: [
        ...hiddenEvents({ startedAt, volumeL }, HIDDEN),
        { kind: 'addition', at: startedAt, amounts: dose },
        ...roomLife(volumeL, at, noise),
      ],
      noise: (sd) => noise(sd * 0.6), // tested with care, every morning
    },
    sessions,
  );
  return [...entries, ...readings];
}

function roomLife(volumeL: number, at: Calendar['at'], noise: (sd: number) => number): TankEvent[] {
  const first = at(FIRST_DAY, 0);
  return [
    { kind: 'air', at: first, co2Uatm: 780, exchangePerDay: 25 },
    { kind: 'evaporation', at: first, litresPerDay: EVAPORATION_L_PER_DAY },
    { kind: 'top-off', at: first, holdsL: volumeL },
    { kind: 'rate', at: first, source: 'breath', perDay: metabolismPerDay(0.03 * volumeL) },
    ...Array.from({ length: 1 - FIRST_DAY }, (_, i): TankEvent => ({
      kind: 'temperature',
      at: at(FIRST_DAY + i, 0),
      temperatureC: 25.2 + noise(0.15),
    })),
  ];
}
