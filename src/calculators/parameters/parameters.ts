import { MMOL_PER_L_PER_DKH } from '@/chemistry/units/kinds';
import type { Expectation } from '@/chemistry/units/parse-quantity';

/** Something a keeper measures in the water. Amounts are in the canonical unit of the kind of the same name. */
export interface Parameter {
  readonly name: string;
  /** As jotted in one line. */
  readonly short: string;
  readonly kind:
    | 'alkalinity'
    | 'calcium'
    | 'magnesium'
    | 'nitrate'
    | 'phosphate'
    | 'ph'
    | 'salinity'
    | 'temperature'
    | 'ammonia'
    | 'nitrite';
  /** A reading outside is refused. */
  readonly low: number;
  readonly high: number;
  /** Where readings of a living tank lie; used to guess what a refused one was meant to be. */
  readonly usual: readonly [number, number];
  /** One standard deviation of a careful home test. Common practice. */
  readonly testError: number;
  /** The band keepers hold. Common practice. */
  readonly band: readonly [number, number];
}

const DKH = MMOL_PER_L_PER_DKH;

/**
 * The parameters followed over time. Bands and test errors are common practice;
 * refusal limits are wide enough for any tank that still holds something alive.
 */
export const PARAMETERS = {
  alkalinity: {
    name: 'alkalinity',
    short: 'alk',
    kind: 'alkalinity',
    low: 0,
    high: 25 * DKH,
    usual: [5 * DKH, 14 * DKH],
    testError: 0.12 * DKH,
    band: [7.5 * DKH, 9 * DKH],
  },
  calcium: {
    name: 'calcium',
    short: 'ca',
    kind: 'calcium',
    low: 50,
    high: 1000,
    usual: [300, 550],
    testError: 8,
    band: [400, 450],
  },
  magnesium: {
    name: 'magnesium',
    short: 'mg',
    kind: 'magnesium',
    low: 100,
    high: 3000,
    usual: [1000, 1700],
    testError: 25,
    band: [1250, 1350],
  },
  nitrate: {
    name: 'nitrate',
    short: 'no3',
    kind: 'nitrate',
    low: 0,
    high: 500,
    usual: [0, 80],
    testError: 0.8,
    band: [1, 5],
  },
  phosphate: {
    name: 'phosphate',
    short: 'po4',
    kind: 'phosphate',
    low: 0,
    high: 10,
    usual: [0, 1],
    testError: 0.01,
    band: [0.02, 0.05],
  },
  ph: { name: 'pH', short: 'ph', kind: 'ph', low: 6, high: 9.5, usual: [7.5, 8.7], testError: 0.03, band: [7.8, 8.3] },
  salinity: {
    name: 'salinity',
    short: 'sal',
    kind: 'salinity',
    low: 5,
    high: 42,
    usual: [28, 38],
    testError: 0.25,
    band: [34, 36],
  },
  temperature: {
    name: 'temperature',
    short: 'temp',
    kind: 'temperature',
    low: 5,
    high: 40,
    usual: [20, 31],
    testError: 0.2,
    band: [25, 26],
  },
  ammonia: {
    name: 'ammonia',
    short: 'nh3',
    kind: 'ammonia',
    low: 0,
    high: 30,
    usual: [0, 8],
    testError: 0.1,
    band: [0, 0.1],
  },
  nitrite: {
    name: 'nitrite',
    short: 'no2',
    kind: 'nitrite',
    low: 0,
    high: 100,
    usual: [0, 20],
    testError: 0.1,
    band: [0, 0.1],
  },
} as const satisfies Record<string, Parameter>;

export type ParameterId = keyof typeof PARAMETERS;
export const PARAMETER_IDS = Object.keys(PARAMETERS) as [ParameterId, ...ParameterId[]];

/** Schools of nutrient level; the keeper picks one and may then set any band. Common practice. */
export const NUTRIENT_SCHOOLS = {
  'ultra-low': { nitrate: [0, 1], phosphate: [0, 0.02] },
  low: { nitrate: [1, 5], phosphate: [0.02, 0.05] },
  fed: { nitrate: [5, 20], phosphate: [0.03, 0.1] },
} as const;

/** What a field that takes a reading of this parameter accepts. */
export function readingExpectation(id: ParameterId): Expectation {
  const { name, kind, low, high, usual } = PARAMETERS[id];
  return { field: name, kind, low, high, usual };
}
