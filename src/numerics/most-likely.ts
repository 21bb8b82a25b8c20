import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { SDS_95 } from './normal-interval';

const NUDGE = 1e-2;
const ROUNDS = 12;
const TRIES = 6;
const CLOSE_ENOUGH = 1e-4;

/**
 * The most likely figures under residuals of unit error and a prior of mean 0 and standard deviation 1 for each, and their covariance: the inverse
 * of the curvature there.
 * @param residualsAt for figures, each in standard deviations of its reading
 * @param size how many figures; the search keeps each within four standard deviations of its prior
 * Source: Levenberg 1944 and Marquardt 1963 for the search; Laplace's approximation (MacKay 2003, chapter 27) for the covariance.
 */
export function mostLikely(
  residualsAt: (z: readonly number[]) => number[],
  size: number,
): { readonly z: readonly number[]; readonly covariance: Matrix } {
  const cost = (z: readonly number[], residuals: readonly number[]) =>
    [...residuals, ...z].reduce((sum, each) => sum + each ** 2, 0);
  let z: readonly number[] = Array.from({ length: size }, () => 0);
  let residuals = residualsAt(z);
  let least = cost(z, residuals);
  let damping = 0.01;
  for (let round = 0; round < ROUNDS; round++) {
    const { curvature, gradient } = curvatureAt(z, residuals, residualsAt);
    let gained = 0;
    for (let tries = 0; tries < TRIES && gained === 0; tries++) {
      const damped = curvature.clone();
      for (let i = 0; i < size; i++) damped.set(i, i, damped.get(i, i) * (1 + damping));
      const step = new CholeskyDecomposition(damped).solve(Matrix.columnVector(gradient));
      const next = z.map((each, i) => Math.max(-4, Math.min(4, each - step.get(i, 0))));
      const found = residualsAt(next);
      const costs = cost(next, found);
      if (costs < least) {
        gained = least - costs;
        [z, residuals, least] = [next, found, costs];
        damping = Math.max(1e-4, damping / 4);
      } else damping *= 6;
    }
    if (gained < CLOSE_ENOUGH) break;
  }
  const inverted = inverse(curvatureAt(z, residuals, residualsAt).curvature);
  // Even to the last digit, as a covariance is.
  return { z, covariance: inverted.add(inverted.transpose()).mul(0.5) };
}

/** Half the second derivatives of the cost, and half its first ones, by the residuals' slopes (Gauss and Newton). */
function curvatureAt(
  z: readonly number[],
  residuals: readonly number[],
  residualsAt: (z: readonly number[]) => number[],
) {
  const slopes = z.map((_, i) => {
    const nudged = residualsAt(z.map((each, j) => (j === i ? each + NUDGE : each)));
    return nudged.map((each, row) => (each - (residuals[row] ?? 0)) / NUDGE);
  });
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, each, i) => sum + each * (b[i] ?? 0), 0);
  const curvature = Matrix.eye(z.length);
  slopes.forEach((a, i) => slopes.forEach((b, j) => curvature.set(i, j, curvature.get(i, j) + dot(a, b))));
  return { curvature, gradient: z.map((each, i) => each + dot(slopes[i] ?? [], residuals)) };
}

/**
 * Independent directions, each one standard deviation long: the columns of the covariance's Cholesky factor.
 * Source: by definition, L Lᵀ = C.
 */
export function axesOf(covariance: Matrix): readonly (readonly number[])[] {
  const factor = new CholeskyDecomposition(covariance).lowerTriangularMatrix;
  return Array.from({ length: factor.columns }, (_, column) => factor.getColumn(column));
}

/**
 * The two sets of figures by which something is least and most, at the ends of its 95 % range.
 * Source: the steepest way within a covariance, C g / √(gᵀ C g).
 */
export function extremes(
  z: readonly number[],
  covariance: Matrix,
  figure: (z: readonly number[]) => number,
): readonly [readonly number[], readonly number[]] {
  const value = figure(z);
  const slope = z.map((_, i) => (figure(z.map((each, j) => (j === i ? each + NUDGE : each))) - value) / NUDGE);
  const along = covariance.mmul(Matrix.columnVector(slope)).getColumn(0);
  const sd = Math.sqrt(
    Math.max(
      1e-12,
      along.reduce((sum, each, i) => sum + each * (slope[i] ?? 0), 0),
    ),
  );
  const at = (way: number) => z.map((each, i) => each + (way * SDS_95 * (along[i] ?? 0)) / sd);
  return [at(-1), at(1)];
}

/** A figure with the ends of its 95 % range. */
export interface Spread {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/**
 * The figures of a fit at which something is worked out to have its range: the most likely, then for each independent direction the two at the
 * ends of its 95 % range. `spreadOf` takes what comes of them, in this order.
 * Source: by definition, z ± 1.96 standard deviations along each axis.
 */
export function pointsAbout(z: readonly number[], covariance: Matrix): readonly (readonly number[])[] {
  return [
    z,
    ...axesOf(covariance).flatMap((axis) =>
      [-SDS_95, SDS_95].map((way) => z.map((each, i) => each + way * (axis[i] ?? 0))),
    ),
  ];
}

/**
 * The 95 % range of a figure worked out at each of `pointsAbout`.
 * @param figures the first of the most likely figures, then two and two of each direction
 * Source: independent errors by their squares, each side for itself.
 */
export function spreadOf(figures: readonly number[]): Spread {
  const [value = Number.NaN, ...ends] = figures;
  let [below, above] = [0, 0];
  for (let i = 0; i < ends.length; i += 2) {
    const off = [(ends[i] ?? value) - value, (ends[i + 1] ?? value) - value];
    below += Math.min(0, ...off) ** 2;
    above += Math.max(0, ...off) ** 2;
  }
  return { value, low: value - Math.sqrt(below), high: value + Math.sqrt(above) };
}
