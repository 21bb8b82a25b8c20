import { consumptionModel, stepOver, type ProcessNoise } from './consumption-model';
import { type StateTransitions } from './state-transitions';
import type { Model } from './fitted-readings';
import { dot } from '@/numerics/sparse-step';
import type { Filtered } from '@/numerics/kalman';
import { branches, slipPlace, STEP_SHARE, stepPlaces } from './steps-and-slips';

/** How a tank wanders is learnt from its last so many moments. */
const LEARNT_FROM = 80;

/** How tanks wander, with how likely each is beforehand. Chosen, and judged by coverage on simulated tanks. */
const RANDOM_WALKS: readonly (readonly [number, number])[] = [
  [0.004, 0.5],
  [0.01, 0.35],
  [0.03, 0.13],
  [0.07, 0.02],
];
const READING_NOISES: readonly (readonly [number, number])[] = [
  [0.8, 0.3],
  [1.2, 0.5],
  [1.8, 0.2],
];
const READING_NOISES_UNCOUPLED: typeof READING_NOISES = [
  [0.8, 0.4],
  [1.2, 0.6],
];
const COUPLINGS: readonly (readonly [number, number])[] = [
  [1, 0.85],
  [10, 0.15],
];
/** As most tanks wander, where one way has to do. */
export const USUAL_PROCESS_NOISE: ProcessNoise = { randomWalk: 0.02, readingNoise: 1.1, coupling: 2 };

/** One way of wandering, and the state it leads to. */
export interface Tried {
  readonly processNoise: ProcessNoise;
  /** The moment that ends the stretch within which consumption stepped, by its place; undefined where it did not. */
  readonly stepped: number | undefined;
  /** The last reading of the first channel is a slip. */
  readonly slip: boolean;
  readonly weight: number;
  readonly filtered: Pick<Filtered, 'mean' | 'covariance'>;
}

/**
 * The end of the record under each way of wandering, and each of those with one step besides in one of the last stretches; weighed by
 * how well it foretold the readings.
 *
 * Each way's filter is followed to the stretch and branches there, so that a step costs only what comes after it.
 * Source: West and Harrison 1997, *Bayesian Forecasting and Dynamic Models*, 2nd ed., ch. 12 (multi-process models, class II), with one step
 * at the most.
 */
export function tryProcessNoises({ transitions, readings, usual, stepped }: Model): Tried[] {
  const from = learntFrom(transitions);
  const loose = transitions.layout.own[0] === undefined ? COUPLINGS.slice(0, 1) : COUPLINGS;
  const places = stepPlaces(transitions, from, readings);
  const last = slipPlace(transitions, from, readings);
  const stepAt = (place: number) => {
    const stretch = transitions.intervals[place];
    return stretch ? stepOver(stretch, usual, STEP_SHARE) : [];
  };
  const weighed = RANDOM_WALKS.flatMap(([randomWalk, ofWalk]) =>
    loose.flatMap(([coupling, ofCoupling]) =>
      // A tank that keeps no proportion is seldom: less is tried of it.
      (coupling === 1 ? READING_NOISES : READING_NOISES_UNCOUPLED).flatMap(([readingNoise, ofNoise]) => {
        const processNoise = { randomWalk, readingNoise, coupling };
        const space = consumptionModel(transitions, { readings, usual, processNoise, from, stepped });
        const is = Math.log(ofWalk * ofNoise * ofCoupling);
        // One that keeps no proportion is followed without steps: two rare things at once.
        const forks = { from, last, places: coupling === 1 ? places : [], stepAt };
        return branches(space, forks).map(({ place, slip, chance, log, filtered }) => ({
          processNoise,
          stepped: place,
          slip,
          log: log + is + Math.log(chance),
          filtered,
        }));
      }),
    ),
  );
  const most = Math.max(...weighed.map(({ log }) => log));
  const sum = weighed.reduce((total, { log }) => total + Math.exp(log - most), 0);
  return weighed.map(({ log, ...each }) => ({ ...each, weight: Math.exp(log - most) / sum }));
}

/** The place of the first moment of those. */
export function learntFrom({ moments }: StateTransitions): number {
  return Math.max(0, moments.length - LEARNT_FROM);
}

/**
 * Mean and standard deviation of what a row tells of the state, over all that was tried.
 * Source: the law of total variance.
 */
export function posteriorMoments(
  tried: readonly Tried[],
  row: Float64Array,
): { readonly mean: number; readonly sd: number } {
  let mean = 0;
  let square = 0;
  for (const { weight, filtered } of tried) {
    const own = dot(row, filtered.mean);
    mean += weight * own;
    square += weight * (varianceOf(row, filtered.covariance) + own ** 2);
  }
  return { mean, sd: Math.sqrt(Math.max(0, square - mean ** 2)) };
}

/**
 * The variance of what a row tells of a state.
 * Source: by definition, r P rᵀ.
 */
export function varianceOf(row: Float64Array, covariance: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < row.length; i++) {
    const own = row[i] ?? 0;
    if (own === 0) continue;
    for (let j = 0; j < row.length; j++) sum += own * (row[j] ?? 0) * (covariance[i * row.length + j] ?? 0);
  }
  return Math.max(0, sum);
}
