import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { PARAMETERS, type ParameterId } from '@/chemistry/parameters';
import type { TankEvent, TankState } from '@/chemistry/tank-model/events';
import { simulate } from '@/chemistry/tank-model/simulate';
import type { Entry, EntryOf } from '@/record/schema';

/** A test session the volunteers did: when, and what they tested. */
export interface Session {
  readonly at: number;
  readonly tests: readonly ParameterId[];
  /** Read as this whatever the water held: a slip or a spoilt kit. */
  readonly misread?: Partial<Record<ParameterId, number>>;
}

export interface HiddenTank {
  readonly start: TankState;
  /** What the record knows and what it does not: life, accidents, a bottle run dry. */
  readonly events: readonly TankEvent[];
  /** CO2 the water sees at a moment, µatm. */
  readonly pco2: (at: number) => number;
  readonly temperatureC: (at: number) => number;
  /** What the kits show in place of the truth is off by the tests' own error. */
  readonly noise: (sd: number) => number;
}

/** Kits are read in steps. */
const STEP: Record<ParameterId, number> = {
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
  );
  return sessions.map(({ at, tests, misread }, i): Entry => {
    const state = states[i] ?? tank.start;
    const temperature = tank.temperatureC(at);
    const values: EntryOf<'reading'>['values'] = {};
    for (const test of tests) {
      const { testError, low } = PARAMETERS[test];
      const shown = misread?.[test] ?? truth(test, state, temperature, tank.pco2(at)) + tank.noise(testError * 0.7);
      values[test] = Math.max(low, Number((Math.round(shown / STEP[test]) * STEP[test]).toFixed(6)));
    }
    return { id: `${tankId}-read-${i}`, tankId, at, kind: 'reading', values };
  });
}

function truth(test: ParameterId, state: TankState, temperatureC: number, pco2: number): number {
  switch (test) {
    case 'temperature':
      return temperatureC;
    case 'ph':
      return carbonateOfWater(
        { alkalinityMmolPerL: state.water.alkalinity, pco2Uatm: pco2 },
        state.water.salinity,
        temperatureC,
      ).phNbs;
    case 'ammonia':
    case 'nitrite':
      return 0;
    default:
      return state.water[test];
  }
}
