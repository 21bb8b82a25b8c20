import { probit } from 'simple-statistics';
import type { Hidden } from './cycle-course';

/** The hidden figures of a cycling tank as plain numbers: logarithms, so that none falls negative. */
export const UNKNOWNS = 7;
export type Unknowns = readonly number[];

export interface Prior {
  readonly mean: Unknowns;
  readonly sd: Unknowns;
}

/** Populations grow a little faster or slower from tank to tank, as a share. Chosen. */
const SPEED_DIFFERS = 0.12;
/**
 * How far a tank may stand from the way it was begun, once its own tests speak: a lag, other kinetics, live sand nobody mentioned. Standard
 * deviations of logarithms, chosen by coverage on tanks that cycle by other books (`testing/outside-cycles.ts`).
 */
const FREE: Freedom = { seeds: 2.7, speed: 0.55 };
/** Ammonia that no entry tells of: next to none, or, where a dose belongs to the school and none is logged, about that dose. */
const UNTOLD = { usual: 0.02, differs: 1.5, doseDiffers: 0.5 } as const;
const FOOD_DIFFERS = 0.6;
/** Stands for none, in logarithms. */
const NONE = 1e-4;

/** What feeds the first bacteria: a measured dose, what dies off on rock, or the food of living fish. */
export type NitrogenSource = 'measured' | 'die-off' | 'fish';

/** How much is known of a tank before its first test: medians, and how far tanks differ (a standard deviation of the logarithm). */
export interface PriorFigures {
  /** What the first bacteria oxidise, mg/L a day of ammonia and of nitrite at plenty. */
  readonly seeds: readonly [ammonia: number, nitrite: number];
  readonly seedsDiffer: number;
  /** Ammonia that dying life on the rock gives in all, mg/L. */
  readonly dieOff: number;
  readonly dieOffDiffers: number;
  /** Ammonia from fish and their food, mg/L a day. */
  readonly food: number;
}

interface Freedom {
  readonly seeds: number;
  readonly speed: number;
}

/** The way a tank was begun, as far as the water knows it. */
export interface CycleStart {
  readonly source: NitrogenSource;
  /** Ammonia dosed at the start, mg/L as NH3; 0 where none is. */
  readonly doseMgPerL: number;
  readonly prior: PriorFigures;
}

/**
 * The prior: what is known of a tank before the first test, from the way it was begun.
 * @param doseLogged whether the ammonia that was dosed stands among the tank's events
 * Common practice for how such tanks go; the spreads are chosen, and stand with each way of beginning.
 */
export function priorOf({ prior: known, doseMgPerL, source }: CycleStart, doseLogged: boolean): Prior {
  const untold = source === 'measured' && !doseLogged;
  return {
    mean: [
      Math.log(known.seeds[0]),
      Math.log(known.seeds[1]),
      0,
      0,
      Math.log(Math.max(NONE, known.dieOff)),
      Math.log(untold ? doseMgPerL : UNTOLD.usual),
      Math.log(Math.max(NONE, known.food)),
    ],
    sd: [
      known.seedsDiffer,
      known.seedsDiffer,
      SPEED_DIFFERS,
      SPEED_DIFFERS,
      known.dieOffDiffers,
      untold ? UNTOLD.doseDiffers : UNTOLD.differs,
      FOOD_DIFFERS,
    ],
  };
}

/**
 * The same, with all the room that a tank's own tests may need.
 * Chosen.
 */
export function freePriorOf(begun: CycleStart, doseLogged: boolean): Prior {
  const { mean, sd } = priorOf(begun, doseLogged);
  const wider = [FREE.seeds, FREE.seeds, FREE.speed, FREE.speed];
  return { mean, sd: sd.map((own, i) => Math.hypot(own, wider[i] ?? 0)) };
}

/**
 * What is hidden of a tank, from the logarithms in which it is searched.
 * By definition.
 */
export function hiddenOf(unknowns: Unknowns): Hidden {
  const at = (i: number) => Math.exp(unknowns[i] ?? 0);
  return {
    seeds: [at(0), at(1)],
    speed: [at(2), at(3)],
    dieOff: at(4),
    already: at(5),
    food: at(6),
  };
}

const PRIMES = [2, 3, 5, 7, 11, 13, 17] as const;

/**
 * Points that fill a space of UNKNOWNS dimensions evenly, each coordinate standard normal: no chance enters, so an answer is the
 * same each time it is asked.
 * Source: Halton 1960; the first points are left out, as is usual, since in higher dimensions they stand in line.
 */
export function evenDraws(count: number): readonly Unknowns[] {
  return Array.from({ length: count }, (_, i) => PRIMES.map((prime) => probit(radicalInverse(i + 20, prime))));
}

function radicalInverse(index: number, base: number): number {
  let result = 0;
  let share = 1 / base;
  for (let rest = index; rest > 0; rest = Math.floor(rest / base)) {
    result += (rest % base) * share;
    share /= base;
  }
  return result;
}
