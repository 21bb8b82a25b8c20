import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { MOLAR_MASS } from '@/chemistry/reagents/molar-mass';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { metabolismPerDay, nitrificationPerDay } from '@/chemistry/tank-model/life';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/units/kinds';
import { netVolumeL, type Entry, type Tank } from '@/record/schema';
import { gaussian, seeded } from './noise';
import type { Calendar } from './calendar';
import { writeReadings, type Session } from './write-readings';

const FIRST_DAY = -18;
const EVAPORATION_L_PER_DAY = 0.32;

/** The new tank in its third week: a measured dose of ammonia, and two populations that grow on it. */
export function backRoomEntries(tank: Tank, { at }: Calendar): Entry[] {
  const noise = gaussian(seeded(46));
  const volumeL = netVolumeL(tank);
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
    {
      id: 'back-note',
      tankId: tank.id,
      at: at(FIRST_DAY, 17),
      kind: 'note',
      note: 'Dry rock in, bacteria starter and a measured dose of ammonia to 2 mg/L.',
    },
  ];
  const cycle = cycleByDay();
  const sessions: Session[] = [];
  for (let day = FIRST_DAY; day <= 0; day++) {
    sessions.push({
      at: at(day, 9),
      tests: ['ammonia', 'nitrite', 'nitrate', 'temperature', ...(day % 4 === 0 ? (['salinity', 'ph'] as const) : [])],
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
      events: hiddenLife(volumeL, at, cycle, noise),
      beside: (moment) => {
        const days = cycle.filter((_, i) => at(FIRST_DAY + i, 0) <= moment);
        return days.at(-1) ?? { ammonia: 0, nitrite: 0 };
      },
      noise: (sd) => noise(sd * 0.6), // tested with care, every morning
    },
    sessions,
  );
  return [...entries, ...readings];
}

interface CycleDay {
  /** As the day begins, mg/L. */
  readonly ammonia: number;
  readonly nitrite: number;
  /** In the course of the day, mg/L of ammonia and of nitrite turned into the next. */
  readonly oxidised: number;
  readonly finished: number;
}

/**
 * Ammonia and nitrite are no part of the tank model yet, so they are written here by two populations growing on their
 * food (Monod growth, rates by eye): enough for humps of the usual shape and order. What they do to alkalinity and
 * nitrate is the model's.
 */
function cycleByDay(): CycleDay[] {
  let ammonia = 2;
  let nitrite = 0;
  let first = 0.006;
  let second = 0.002;
  return Array.from({ length: 1 - FIRST_DAY }, () => {
    const dawn = { ammonia, nitrite };
    let oxidisedToday = 0;
    let finishedToday = 0;
    for (let step = 0; step < 24; step++) {
      const oxidised = Math.min(ammonia, ((first * ammonia) / (ammonia + 0.3) / 24) * 10);
      const finished = Math.min(nitrite, ((second * nitrite) / (nitrite + 0.4) / 24) * 14);
      first += ((0.55 * ammonia) / (ammonia + 0.3) / 24) * first;
      second += ((0.235 * nitrite) / (nitrite + 0.4) / 24) * second;
      ammonia -= oxidised;
      nitrite += oxidised * (MOLAR_MASS.NO2 / MOLAR_MASS.NH3) - finished;
      oxidisedToday += oxidised;
      finishedToday += finished;
    }
    return { ...dawn, oxidised: oxidisedToday, finished: finishedToday };
  });
}

function hiddenLife(
  volumeL: number,
  at: Calendar['at'],
  cycle: readonly CycleDay[],
  noise: (sd: number) => number,
): TankEvent[] {
  const first = at(FIRST_DAY, 0);
  const events: TankEvent[] = [
    { kind: 'air', at: first, co2Uatm: 780, exchangePerDay: 25 },
    { kind: 'evaporation', at: first, litresPerDay: EVAPORATION_L_PER_DAY },
    { kind: 'top-off', at: first, holdsL: volumeL },
    { kind: 'rate', at: first, source: 'breath', perDay: metabolismPerDay(0.03 * volumeL) },
  ];
  cycle.forEach(({ oxidised, finished }, i) => {
    const asNitrate = (oxidised * MOLAR_MASS.NO3) / MOLAR_MASS.NH3;
    const { alkalinity } = nitrificationPerDay(asNitrate * volumeL);
    events.push(
      {
        kind: 'rate',
        at: at(FIRST_DAY + i, 0),
        source: 'nitrifiers',
        perDay: {
          nitrate: finished * (MOLAR_MASS.NO3 / MOLAR_MASS.NO2) * volumeL,
          ...(alkalinity !== undefined && { alkalinity }),
        },
      },
      { kind: 'temperature', at: at(FIRST_DAY + i, 0), temperatureC: 25.2 + noise(0.15) },
    );
  });
  return events;
}
