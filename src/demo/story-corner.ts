import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { calcificationPerDay, metabolismPerDay } from '@/chemistry/tank-model/metabolism';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { knownEvents } from '@/derived/balance/known-events';
import { netVolumeL, type Snapshot, type Entry, type Tank, type TopOffRow } from '@/record/schema';
import { gaussian, seeded } from '@/numerics/seeded';
import type { Calendar } from './calendar';
import { hoursFrom, writeReadings, type Session } from './write-readings';

/** A can on the shelf above the tank, and a float valve: no pump, and nothing but the float to stop it. */
export const STORY_CORNER_TOP_OFF: TopOffRow = {
  places: [{ place: 'display', areaM2: 0.2, cover: 'net' }],
  rises: { lengthCm: 50, widthCm: 40, heightCm: 52, levelCm: 49, standsCm: 70 },
  reservoir: { heightCm: 20, standsCm: 128 },
  outletCm: 120,
  hose: { boreCm: 0.4, lengthCm: 60 },
  sensors: ['float'],
};

const FIRST_DAY = -148;
const EVAPORATION_L_PER_DAY = 0.52;

/** The soft-coral tank that water changes carry: ten litres every Saturday. */
export function storyCornerEntries(bare: Snapshot, tank: Tank, { at, weekday }: Calendar): Entry[] {
  const noise = gaussian(seeded(88));
  const volumeL = netVolumeL(tank);
  const entries: Entry[] = [];
  const sessions: Session[] = [];
  for (let day = FIRST_DAY; day <= 0; day++) {
    if (weekday(day) !== 6) continue;
    sessions.push({
      at: at(day, 12),
      tests: ['alkalinity', 'calcium', 'magnesium', 'nitrate', 'phosphate', 'ph', 'salinity', 'temperature'],
    });
    const measured = Math.round((35 + noise(0.15)) * 10) / 10;
    entries.push(
      {
        id: `story-batch${day}`,
        tankId: tank.id,
        at: at(day - 1, 16, 30),
        kind: 'batch',
        saltId: tank.saltId,
        volumeL: 10,
        saltG: Math.round((10 * 38.6 * measured) / 35),
        targetSalinity: 35,
        measuredSalinity: measured,
        vesselId: 'white-bucket',
      },
      {
        id: `story-change${day}`,
        tankId: tank.id,
        at: at(day, 12, 40),
        kind: 'water-change',
        volumeL: 10,
        batchId: `story-batch${day}`,
      },
      {
        id: `story-refill${day}`,
        tankId: tank.id,
        at: at(day, 13),
        kind: 'refill',
        volumeL: Math.round((EVAPORATION_L_PER_DAY * 7 + noise(0.2)) * 10) / 10,
      },
    );
  }
  entries.push({
    id: 'story-fed',
    tankId: tank.id,
    at: at(FIRST_DAY, 17),
    kind: 'feeding',
    timesPerDay: 0.5,
    portions: 0.5,
    measure: 'pinches',
    food: 'dry',
  });
  entries.push({
    id: 'story-note',
    tankId: tank.id,
    at: at(-40, 13),
    kind: 'note',
    note: 'Leather coral shed its skin and opened again after two days.',
  });
  const readings = writeReadings(
    tank.id,
    {
      start: {
        at: at(FIRST_DAY, 0),
        volumeL,
        water: {
          salinity: 34.8,
          alkalinity: 8.1 * DKH,
          dic: dicAtRest(8.1 * DKH, 34.8),
          calcium: 422,
          magnesium: 1310,
          nitrate: 9,
          phosphate: 0.08,
        },
      },
      events: [
        ...knownEvents({ ...bare, entries: entries.toSorted((a, b) => a.at - b.at) }, tank),
        ...hiddenLife(volumeL, at, noise),
      ],
      noise,
    },
    sessions,
  );
  return [...entries, ...readings];
}

function hiddenLife(volumeL: number, at: Calendar['at'], noise: (sd: number) => number): TankEvent[] {
  const first = at(FIRST_DAY, 0);
  const events: TankEvent[] = [
    { kind: 'air', at: first, co2Uatm: 640, exchangePerDay: 22 },
    { kind: 'evaporation', at: first, litresPerDay: EVAPORATION_L_PER_DAY },
    { kind: 'top-off', at: first, holdsL: volumeL },
    { kind: 'rate', at: first, source: 'growth', perDay: calcificationPerDay(0.02 * DKH * volumeL) },
    { kind: 'rate', at: first, source: 'breath', perDay: metabolismPerDay(0.16 * volumeL) },
    {
      kind: 'rate',
      at: first,
      source: 'feeding',
      perDay: { nitrate: 0.14 * volumeL, phosphate: 0.0013 * volumeL },
    },
  ];
  for (let day = FIRST_DAY; day <= 0; day++)
    events.push(
      { kind: 'temperature', at: at(day, 0), temperatureC: 25.3 + noise(0.15) },
      {
        kind: 'rate',
        at: at(day, 0),
        source: 'light',
        perDay: metabolismPerDay(-0.14 * volumeL),
        hours: hoursFrom(at(day, 10), 10),
      },
    );
  return events;
}
