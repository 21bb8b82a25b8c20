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

/** A matrix that is mostly zeros, by the rest: places counted row by row. */
export interface SparseMatrix {
  readonly places: readonly number[];
  readonly values: readonly number[];
}

export function sparse(matrix: Float64Array): SparseMatrix {
  const places = [...matrix.keys()].filter((place) => matrix[place] !== 0);
  return { places, values: places.map((place) => matrix[place] ?? 0) };
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
  const ownGain = new Float64Array(size);
  let logLikelihood = 0;
  const steps: FilteredStep[] = [];
  model.steps.forEach(({ transition, input, noise, measured }, index) => {
    const moves = movesOf(transition, size);
    forward(moves, mean);
    for (let i = 0; i < size; i++) mean[i] = at(mean, i) + at(input, i);
    carry(moves, covariance, noise, size, half, ahead);
    [covariance, ahead] = [ahead, covariance];
    const met: (Met | undefined)[] = [];
    if (keep) steps.push({ mean: mean.slice(), covariance: covariance.slice(), met });
    measured.forEach((measurement, place) => {
      if (isLeftOut(index, place)) {
        met.push(undefined);
        return;
      }
      const { row } = measurement;
      const seen = columnsOf(row);
      const gain = drawn(covariance, seen, size, keep ? new Float64Array(size) : ownGain);
      const foreseen = drawnFrom(seen, mean);
      const known = Math.max(0, drawnFrom(seen, gain));
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

export interface Smoothed {
  /** By step: what all measurements together say of the state then, and the variance of each row asked after. */
  readonly steps: readonly { readonly mean: Float64Array; readonly variances: readonly number[] }[];
  /**
   * By step and place: how far a measurement lies from what all others say of it, in standard deviations. Undefined where it
   * was left out.
   */
  readonly deletionResiduals: readonly (readonly (number | undefined)[])[];
}

/**
 * The fixed-interval smoother that belongs to the filter, going back over its steps.
 * @param filtered of the same model, with its steps kept
 * @param rows figures of the state whose variance is wanted at every step: h for h·state
 * Source: Durbin and Koopman 2012, sections 4.4, 4.5 (smoothing disturbances, whose ratio to their deviation is the deletion
 * residual) and 6.4. Checked against statsmodels in `kalman.test.ts`.
 */
export function kalmanSmoother(model: StateSpace, filtered: Filtered, rows: readonly Float64Array[] = []): Smoothed {
  const { size } = model;
  const r = new Float64Array(size);
  let n = new Float64Array(size * size);
  let before = new Float64Array(size * size);
  const half = new Float64Array(size * size);
  const steps: { mean: Float64Array; variances: readonly number[] }[] = new Array(filtered.steps.length);
  const nGain = new Float64Array(size);
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
      timesVector(n, gain, size, nGain);
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
    // V = P − P N P, looked at by its rows alone.
    const variances = rows.map((row) => {
      const spread = timesVector(step.covariance, row, size);
      return Math.max(0, dot(row, spread) - dot(spread, timesVector(n, spread, size)));
    });
    steps[index] = { mean, variances };
    residuals[index] = own;
    const moves = movesOf(transition, size);
    back(moves, r);
    carryBack(moves, n, size, half, before);
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

/** A row of a transition that is more than "stays as it is": the columns it draws on, and how much. */
interface Move {
  readonly row: number;
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

const known = new WeakMap<Float64Array, readonly Move[]>();

/** What a measurement looks at of the state: a level and a bias, mostly. */
interface Columns {
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

const looked = new WeakMap<Float64Array, Columns>();

function columnsOf(row: Float64Array): Columns {
  const found = looked.get(row);
  if (found) return found;
  const columns: number[] = [];
  for (let j = 0; j < row.length; j++) if (at(row, j) !== 0) columns.push(j);
  const made = { columns, values: columns.map((j) => at(row, j)) };
  looked.set(row, made);
  return made;
}

/** A symmetric matrix times the row. */
function drawn(matrix: Float64Array, { columns, values }: Columns, size: number, into: Float64Array): Float64Array {
  for (let i = 0; i < size; i++) {
    let sum = 0;
    for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(matrix, i * size + (columns[k] ?? 0));
    into[i] = sum;
  }
  return into;
}

function drawnFrom({ columns, values }: Columns, vector: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(vector, columns[k] ?? 0);
  return sum;
}

/** Most of a state stays as it is from step to step: only the rows that move are multiplied. Worked out once for a transition. */
function movesOf(transition: Float64Array, size: number): readonly Move[] {
  const found = known.get(transition);
  if (found) return found;
  const moves: Move[] = [];
  for (let row = 0; row < size; row++) {
    const columns: number[] = [];
    for (let j = 0; j < size; j++) if (at(transition, row * size + j) !== 0) columns.push(j);
    const values = columns.map((j) => at(transition, row * size + j));
    if (columns.length !== 1 || columns[0] !== row || values[0] !== 1) moves.push({ row, columns, values });
  }
  known.set(transition, moves);
  return moves;
}

/** T · vector, in place. */
function forward(moves: readonly Move[], vector: Float64Array): void {
  const moved = moves.map(({ columns, values }) =>
    columns.reduce((sum, j, k) => sum + (values[k] ?? 0) * at(vector, j), 0),
  );
  moves.forEach(({ row }, k) => (vector[row] = moved[k] ?? 0));
}

/** Tᵀ · vector, in place. */
function back(moves: readonly Move[], vector: Float64Array): void {
  const from = moves.map(({ row }) => at(vector, row));
  for (const { row } of moves) vector[row] = 0;
  moves.forEach(({ columns, values }, k) =>
    columns.forEach((j, l) => (vector[j] = at(vector, j) + (values[l] ?? 0) * (from[k] ?? 0))),
  );
}

/** T · P · Tᵀ + Q into `whole`, by way of `half`. */
function carry(
  moves: readonly Move[],
  covariance: Float64Array,
  noise: StateStep['noise'],
  size: number,
  half: Float64Array,
  whole: Float64Array,
): void {
  half.set(covariance);
  for (const { row, columns, values } of moves)
    for (let j = 0; j < size; j++) {
      let sum = 0;
      for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(covariance, (columns[k] ?? 0) * size + j);
      half[row * size + j] = sum;
    }
  whole.set(half);
  for (const { row, columns, values } of moves)
    for (let i = 0; i < size; i++) {
      let sum = 0;
      for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(half, i * size + (columns[k] ?? 0));
      whole[i * size + row] = sum;
    }
  for (const { part, times } of noise)
    for (let k = 0; k < part.places.length; k++) {
      const place = part.places[k] ?? 0;
      whole[place] = at(whole, place) + times * (part.values[k] ?? 0);
    }
}

/** Tᵀ · N · T into `whole`, by way of `half`. */
function carryBack(
  moves: readonly Move[],
  n: Float64Array,
  size: number,
  half: Float64Array,
  whole: Float64Array,
): void {
  half.set(n);
  for (const { row } of moves) for (let i = 0; i < size; i++) half[i * size + row] = 0;
  for (const { row, columns, values } of moves)
    for (let k = 0; k < columns.length; k++) {
      const [column, value] = [columns[k] ?? 0, values[k] ?? 0];
      for (let i = 0; i < size; i++)
        half[i * size + column] = at(half, i * size + column) + value * at(n, i * size + row);
    }
  whole.set(half);
  for (const { row } of moves) for (let j = 0; j < size; j++) whole[row * size + j] = 0;
  for (const { row, columns, values } of moves)
    for (let k = 0; k < columns.length; k++) {
      const [column, value] = [columns[k] ?? 0, values[k] ?? 0];
      for (let j = 0; j < size; j++)
        whole[column * size + j] = at(whole, column * size + j) + value * at(half, row * size + j);
    }
}
