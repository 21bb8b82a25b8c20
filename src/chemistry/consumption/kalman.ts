import { boundAsReading } from './bounded-reading';

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
  /** Covariance of the noise, n × n. */
  readonly noise: Float64Array;
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
interface Met {
  readonly row: Float64Array;
  /** What was read less what was predicted. */
  readonly innovation: number;
  /** Variance of the innovation. */
  readonly spread: number;
  /** How the state answers to the innovation. */
  readonly gain: Float64Array;
}

/** The state at one step: predicted from all before it, and what its measurements did. Undefined in `met` where one was left out. */
interface FilteredStep {
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
  readonly met: readonly (Met | undefined)[];
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
  const moved = new Float64Array(size);
  const ownGain = new Float64Array(size);
  let logLikelihood = 0;
  const steps: FilteredStep[] = [];
  model.steps.forEach(({ transition, input, noise, measured }, index) => {
    timesVector(transition, mean, size, moved);
    for (let i = 0; i < size; i++) mean[i] = at(moved, i) + at(input, i);
    carry(transition, covariance, noise, size, half, ahead);
    [covariance, ahead] = [ahead, covariance];
    const met: (Met | undefined)[] = [];
    if (keep) steps.push({ mean: mean.slice(), covariance: covariance.slice(), met });
    measured.forEach((measurement, place) => {
      if (isLeftOut(index, place)) {
        met.push(undefined);
        return;
      }
      const { row } = measurement;
      const gain = timesVector(covariance, row, size, keep ? new Float64Array(size) : ownGain);
      const foreseen = dot(row, mean);
      const known = Math.max(0, dot(row, gain));
      const { value, variance, weight } = asReading(measurement, foreseen, known);
      const spread = known + variance;
      const innovation = value - foreseen;
      for (let i = 0; i < size; i++) gain[i] = at(gain, i) / spread;
      for (let i = 0; i < size; i++) {
        const own = at(gain, i);
        if (own === 0) continue;
        mean[i] = at(mean, i) + own * innovation;
        for (let j = 0; j < size; j++)
          covariance[i * size + j] = at(covariance, i * size + j) - own * at(gain, j) * spread;
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

export interface Smoothed {
  /** By step: what all measurements together say of the state then. */
  readonly steps: readonly { readonly mean: Float64Array; readonly covariance: Float64Array }[];
  /**
   * By step and place: how far a measurement lies from what all others say of it, in standard deviations. Undefined where it
   * was left out.
   */
  readonly deletionResiduals: readonly (readonly (number | undefined)[])[];
}

/**
 * The fixed-interval smoother that belongs to the filter, going back over its steps.
 * @param filtered of the same model, with its steps kept
 * Source: Durbin and Koopman 2012, sections 4.4, 4.5 (smoothing disturbances, whose ratio to their deviation is the deletion
 * residual) and 6.4. Checked against statsmodels in `kalman.test.ts`.
 */
export function kalmanSmoother(model: StateSpace, filtered: Filtered): Smoothed {
  const { size } = model;
  let r = new Float64Array(size);
  let n = new Float64Array(size * size);
  let before = new Float64Array(size * size);
  const half = new Float64Array(size * size);
  const steps: { mean: Float64Array; covariance: Float64Array }[] = new Array(filtered.steps.length);
  const residuals: (number | undefined)[][] = new Array(filtered.steps.length);
  for (let index = filtered.steps.length - 1; index >= 0; index--) {
    const step = filtered.steps[index];
    const transition = model.steps[index]?.transition;
    if (!step || !transition) continue;
    const own: (number | undefined)[] = step.met.map(() => undefined);
    for (let place = step.met.length - 1; place >= 0; place--) {
      const met = step.met[place];
      if (!met) continue;
      const { row, innovation, spread, gain } = met;
      const nGain = timesVector(n, gain, size);
      const pull = innovation / spread - dot(gain, r);
      const pullVariance = 1 / spread + dot(gain, nGain);
      own[place] = pull / Math.sqrt(pullVariance);
      // r ← h·v/S + (I − K h)ᵀ r and N ← h hᵀ/S + (I − K h)ᵀ N (I − K h), written out.
      for (let i = 0; i < size; i++) r[i] = at(r, i) + at(row, i) * pull;
      for (let i = 0; i < size; i++)
        for (let j = 0; j < size; j++)
          n[i * size + j] =
            at(n, i * size + j) -
            at(row, i) * at(nGain, j) -
            at(nGain, i) * at(row, j) +
            at(row, i) * at(row, j) * pullVariance;
    }
    const pr = timesVector(step.covariance, r, size);
    const mean = step.mean.slice();
    for (let i = 0; i < size; i++) mean[i] = at(mean, i) + at(pr, i);
    const pn = times(step.covariance, n, size);
    const pnp = times(pn, step.covariance, size);
    const covariance = step.covariance.slice();
    for (let i = 0; i < covariance.length; i++) covariance[i] = at(covariance, i) - at(pnp, i);
    steps[index] = { mean, covariance };
    residuals[index] = own;
    const back = transposed(transition, size);
    r = timesVector(back, r, size);
    carry(back, n, undefined, size, half, before);
    [n, before] = [before, n];
  }
  return { steps, deletionResiduals: residuals };
}

function at(array: Float64Array, index: number): number {
  return array[index] ?? 0;
}

/** The product of two rows of figures. */
export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += at(a, i) * at(b, i);
  return sum;
}

function timesVector(
  matrix: Float64Array,
  vector: Float64Array,
  size: number,
  product = new Float64Array(size),
): Float64Array<ArrayBuffer> {
  for (let i = 0; i < size; i++) {
    let sum = 0;
    for (let j = 0; j < size; j++) sum += at(matrix, i * size + j) * at(vector, j);
    product[i] = sum;
  }
  return product;
}

/** a · b; zeros of `a` are passed over, of which a transition is mostly made. */
function times(
  a: Float64Array,
  b: Float64Array,
  size: number,
  product = new Float64Array(size * size),
): Float64Array<ArrayBuffer> {
  product.fill(0);
  for (let i = 0; i < size; i++)
    for (let k = 0; k < size; k++) {
      const factor = at(a, i * size + k);
      if (factor === 0) continue;
      for (let j = 0; j < size; j++) product[i * size + j] = at(product, i * size + j) + factor * at(b, k * size + j);
    }
  return product;
}

function transposed(a: Float64Array, size: number): Float64Array<ArrayBuffer> {
  const turned = new Float64Array(size * size);
  for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) turned[j * size + i] = at(a, i * size + j);
  return turned;
}

/** T · P · Tᵀ + Q into `whole`, by way of `half`. */
function carry(
  transition: Float64Array,
  covariance: Float64Array,
  noise: Float64Array | undefined,
  size: number,
  half: Float64Array<ArrayBuffer>,
  whole: Float64Array<ArrayBuffer>,
): void {
  times(transition, covariance, size, half);
  if (noise) whole.set(noise);
  else whole.fill(0);
  for (let j = 0; j < size; j++)
    for (let k = 0; k < size; k++) {
      const factor = at(transition, j * size + k);
      if (factor === 0) continue;
      for (let i = 0; i < size; i++) whole[i * size + j] = at(whole, i * size + j) + factor * at(half, i * size + k);
    }
}
