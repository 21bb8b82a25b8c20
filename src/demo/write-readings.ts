import { PARAMETERS, usualErrorOf, type EverydayId } from '@/calculators/parameters/parameters';
import type { DailyHours, TankEvent, TankStart, TankState, Vessel } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import type { Entry, EntryOf } from '@/record/schema';

/** A test session the volunteers did: when, and what they tested. */
export interface Session {
  readonly at: number;
  readonly tests: readonly EverydayId[];
  /** Read as this whatever the water held: a slip or a spoilt kit. */
  readonly misread?: Partial<Record<EverydayId, number>>;
}

export interface HiddenTank {
  readonly start: TankStart;
  /** What the record knows and what it does not: life, room air, warmth, accidents, a bottle run dry. */
  readonly events: readonly TankEvent[];
  readonly vessel?: Vessel;
  /** What the kits show in place of the truth is off by the tests' own error. */
  readonly noise: (sd: number) => number;
}

/** Kits are read in steps. */
const STEP: Record<EverydayId, number> = {
  alkalinity: 0.035665,
  calcium: 5,
  magnesium: 10,
  nitrate: 0.5,
  phosphate: 0.005,
  ph: 0.01,
  salinity: 0.1,
  temperature: 0.1,
  ammonia: 0.05,
  nitrite: 0.05,
};

/** Runs the tank model through the hidden truth and reads it as a volunteer would: with error, in a kit's steps. */
export function writeReadings(tankId: string, tank: HiddenTank, sessions: readonly Session[]): Entry[] {
  const states = simulate(
    tank.start,
    tank.events,
    sessions.map(({ at }) => at),
    tank.vessel,
  );
  return sessions.map(({ at, tests, misread }, i): Entry => {
    const state = states[i];
    if (!state) throw new Error('the model answers every sample');
    const values: EntryOf<'reading'>['values'] = {};
    for (const test of tests) {
      const shown = misread?.[test] ?? truth(test, state) + tank.noise(usualErrorOf(test) * 0.7);
      values[test] = Math.max(PARAMETERS[test].low, Number((Math.round(shown / STEP[test]) * STEP[test]).toFixed(6)));
    }
    return { id: `${tankId}-read-${i}`, tankId, at, kind: 'reading', values };
  });
}

function truth(test: EverydayId, state: TankState): number {
  switch (test) {
    case 'temperature':
      return state.temperatureC;
    case 'ph':
      return state.carbonate?.phNbs ?? Number.NaN;
    default:
      return state.water[test];
  }
}

/** Hours of the day as the clock in the room shows them at a moment, for the model, which counts from midnight UTC. */
export function hoursFrom(opens: number, hours: number): DailyHours {
  return { fromMs: opens % DAY_MS, forMs: (hours * DAY_MS) / 24 };
}
