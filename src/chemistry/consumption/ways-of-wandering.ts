import { consumptionModel, type Course, type Wander } from './consumption-model';
import type { Model } from './fitted-readings';
import { dot } from './step-algebra';
import { kalmanFilter, type Filtered } from './kalman';

/** How a tank wanders is learnt from its last so many moments. */
const LEARNT_FROM = 80;

/** How tanks wander, with how usual each is beforehand. Chosen, and judged by coverage on simulated tanks. */
const WALKS: readonly (readonly [number, number])[] = [
  [0.005, 0.3],
  [0.015, 0.35],
  [0.04, 0.25],
  [0.1, 0.1],
];
const NOISES: readonly (readonly [number, number])[] = [
  [0.8, 0.3],
  [1.2, 0.5],
  [1.8, 0.2],
];
const NOISES_WHEN_LOOSE: typeof NOISES = [
  [0.8, 0.4],
  [1.2, 0.6],
];
const LOOSENESSES: readonly (readonly [number, number])[] = [
  [1, 0.85],
  [10, 0.15],
];
/** As most tanks wander, where one way has to do. */
export const AS_MOST: Wander = { walk: 0.02, noise: 1.1, looseness: 2 };

/** One way of wandering, and the state it leads to. */
export interface Tried {
  readonly wander: Wander;
  readonly weight: number;
  readonly filtered: Pick<Filtered, 'mean' | 'covariance'>;
}

/** The end of the record under each way of wandering, weighed by how well it foretold the readings. */
export function tryWanders({ course, readings, usual }: Model): Tried[] {
  const from = learntFrom(course);
  const loose = course.layout.own[0] === undefined ? LOOSENESSES.slice(0, 1) : LOOSENESSES;
  const tried = WALKS.flatMap(([walk, walkIs]) =>
    loose.flatMap(([looseness, loosenessIs]) =>
      // A tank that keeps no proportion is seldom: less is tried of it.
      (looseness === 1 ? NOISES : NOISES_WHEN_LOOSE).map(([noise, noiseIs]) => {
        const wander = { walk, noise, looseness };
        const model = consumptionModel(course, { readings, usual, wander, from });
        const { logLikelihood, mean, covariance } = kalmanFilter(model, undefined, false);
        return {
          wander,
          log: logLikelihood + Math.log(walkIs * noiseIs * loosenessIs),
          filtered: { mean, covariance },
        };
      }),
    ),
  );
  const most = Math.max(...tried.map(({ log }) => log));
  const sum = tried.reduce((total, { log }) => total + Math.exp(log - most), 0);
  return tried.map(({ wander, log, filtered }) => ({ wander, filtered, weight: Math.exp(log - most) / sum }));
}

/** The place of the first moment of those. */
export function learntFrom({ moments }: Course): number {
  return Math.max(0, moments.length - LEARNT_FROM);
}

/** Mean and standard deviation of what a row tells of the state, over all that was tried. */
export function told(tried: readonly Tried[], row: Float64Array): { readonly mean: number; readonly sd: number } {
  let mean = 0;
  let square = 0;
  for (const { weight, filtered } of tried) {
    const own = dot(row, filtered.mean);
    mean += weight * own;
    square += weight * (varianceOf(row, filtered.covariance) + own ** 2);
  }
  return { mean, sd: Math.sqrt(Math.max(0, square - mean ** 2)) };
}

/** The variance of what a row tells of a state. */
export function varianceOf(row: Float64Array, covariance: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < row.length; i++) {
    const own = row[i] ?? 0;
    if (own === 0) continue;
    for (let j = 0; j < row.length; j++) sum += own * (row[j] ?? 0) * (covariance[i * row.length + j] ?? 0);
  }
  return Math.max(0, sum);
}
