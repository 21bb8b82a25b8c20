import type { Filtered, StateSpace } from './kalman';
import { at, propagateBack, propagateCovarianceBack, dot, transitionRows, timesVector } from './sparse-step';

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
    const own: (number | undefined)[] = step.updates.map(() => undefined);
    for (let place = step.updates.length - 1; place >= 0; place--) {
      const met = step.updates[place];
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
    const moves = transitionRows(transition, size);
    propagateBack(moves, r);
    propagateCovarianceBack(moves, n, size, half, before);
    [n, before] = [before, n];
  }
  return { steps, deletionResiduals: residuals };
}
