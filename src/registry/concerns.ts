import type { BenchPath } from './benches';

/** Where something is seen to. */
export interface ConcernPlace {
  readonly bench: BenchPath;
  /** The part of the bench, where it is not its first. */
  readonly as?: string;
}

/** Which bench sees to each concern of Today. */
export const CONCERN_PLACES = {
  danger: { bench: 'trends' },
  cycle: { bench: 'new-tank' },
  'top-off': { bench: 'top-off' },
  'top-off upkeep': { bench: 'maintenance' },
  leaving: { bench: 'going-away' },
  dose: { bench: 'dosing' },
  correction: { bench: 'corrections' },
  limewater: { bench: 'limewater' },
  reactor: { bench: 'reactor' },
  'reactor stores': { bench: 'reactor', as: 'use' },
  nutrients: { bench: 'nutrients' },
  ph: { bench: 'ph' },
  levels: { bench: 'trends' },
  instrument: { bench: 'instruments' },
  trial: { bench: 'what-changed', as: 'trials' },
  'next test': { bench: 'log' },
  'water change': { bench: 'water-change' },
} as const satisfies Readonly<Record<string, ConcernPlace>>;

/** Where a danger is looked into and acted on, by what was read. */
export const DANGER_PLACES = {
  alkalinity: 'corrections',
  calcium: 'corrections',
  magnesium: 'corrections',
  nitrate: 'water-change',
  phosphate: 'water-change',
  ammonia: 'water-change',
  nitrite: 'water-change',
  salinity: 'top-off',
  temperature: 'trends',
  ph: 'ph',
} as const satisfies Readonly<Record<string, BenchPath>>;
