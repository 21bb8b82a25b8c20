import { boundAsReading } from './bounded-measurement';
import {
  at,
  predictCovariance,
  sparseRow,
  timesRow,
  observed,
  predictMean,
  transitionRows,
  type SparseMatrix,
} from './sparse-step';

/** One measurement of the state: value = row · state + noise. */
export interface Measurement {
  readonly row: Float64Array;
  readonly value: number;
  /** Variance of its noise, above 0. */
  readonly variance: number;
  /** Only that the truth lies below, or above, the value. */
  readonly bound?: 'below' | 'above' | undefined;
}

/** From one moment to the next: state⁺ = transition · state + input + noise. */
export interface StateStep {
  /** n × n, row by row. */
  readonly transition: Float64Array;
  readonly input: Float64Array;
  /** Covariance of the noise: a sum of parts, each so many times. */
  readonly noise: readonly { readonly part: SparseMatrix; readonly times: number }[];
  /** What is measured after the step. Errors of two measurements know nothing of each other. */
  readonly measured: readonly Measurement[];
}

/** A linear state-space model with Gaussian noise whose matrices may differ from step to step. */
export interface StateSpace {
  readonly size: number;
  /** Mean and covariance of the state before the first step. */
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
  readonly steps: readonly StateStep[];
}

/** A measurement as the filter met it. */
interface MeasurementUpdate {
  readonly row: Float64Array;
  /** What was read less what was predicted. */
  readonly innovation: number;
  /** Variance of the innovation. */
  readonly spread: number;
  /** How the state answers to the innovation. */
  readonly gain: Float64Array;
}

/** The state at one step: predicted from all before it, and what its measurements did. Undefined in `met` where one was left out. */
export interface FilteredStep {
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
  readonly updates: readonly (MeasurementUpdate | undefined)[];
}

export interface Filtered {
  /** After the last step's measurements. */
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
  readonly logLikelihood: number;
  /** Empty where they were not asked to be kept. */
  readonly steps: readonly FilteredStep[];
}

const LOG_TWO_PI = Math.log(2 * Math.PI);

/**
 * The Kalman filter, its measurements taken one at a time.
 * @param isLeftOut measurements that are passed over, by step and place
 * @param keep whether the steps are kept, as the smoother needs them
 * Source: Durbin and Koopman 2012, *Time Series Analysis by State Space Methods*, 2nd ed., sections 4.3 and 6.4 (univariate
 * treatment of multivariate series). Checked against statsmodels in `kalman.test.ts`.
 */
export function kalmanFilter(
  model: StateSpace,
  isLeftOut: (step: number, place: number) => boolean = () => false,
  keep = true,
): Filtered {
  const { size } = model;
  const mean = model.mean.slice();
  let covariance = model.covariance.slice();
  // Nothing is made anew within the loop but what is kept: a long record has thousands of steps, tried dozens of times.
  let ahead = new Float64Array(size * size);
  const half = new Float64Array(size * size);
  const ownGain = new Float64Array(size);
  let logLikelihood = 0;
  const steps: FilteredStep[] = [];
  model.steps.forEach(({ transition, input, noise, measured }, index) => {
    const moves = transitionRows(transition, size);
    predictMean(moves, mean);
    for (let i = 0; i < size; i++) mean[i] = at(mean, i) + at(input, i);
    predictCovariance(moves, covariance, noise, size, half, ahead);
    [covariance, ahead] = [ahead, covariance];
    const met: (MeasurementUpdate | undefined)[] = [];
    if (keep) steps.push({ mean: mean.slice(), covariance: covariance.slice(), updates: met });
    measured.forEach((measurement, place) => {
      if (isLeftOut(index, place)) {
        met.push(undefined);
        return;
      }
      const { row } = measurement;
      const seen = sparseRow(row);
      const gain = timesRow(covariance, seen, size, keep ? new Float64Array(size) : ownGain);
      const foreseen = observed(seen, mean);
      const known = Math.max(0, observed(seen, gain));
      const { value, variance, weight } = asReading(measurement, foreseen, known);
      const spread = known + variance;
      const innovation = value - foreseen;
      for (let i = 0; i < size; i++) gain[i] = at(gain, i) / spread;
      for (let i = 0; i < size; i++) {
        const own = at(gain, i);
        if (own === 0) continue;
        mean[i] = at(mean, i) + own * innovation;
        const factor = own * spread;
        const start = i * size;
        for (let j = 0; j < size; j++) covariance[start + j] = at(covariance, start + j) - factor * at(gain, j);
      }
      logLikelihood += weight ?? -0.5 * (LOG_TWO_PI + Math.log(spread) + innovation ** 2 / spread);
      if (keep) met.push({ row, innovation, spread, gain });
    });
  });
  return { mean, covariance, logLikelihood, steps };
}

/** A bound is put to the filter as the reading that would teach as much; `weight` is then the logarithm of its likelihood. */
function asReading({ value, variance, bound }: Measurement, foreseen: number, known: number) {
  if (bound === undefined) return { value, variance, weight: undefined };
  return boundAsReading({ limit: value, variance, bound }, foreseen, known);
}
