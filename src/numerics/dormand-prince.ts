/**
 * Dormand and Prince's pair of orders 5 and 4 for y' = f(t, y): seven slopes, the last of which is the first of the next
 * step. Written for one unknown, with sums over plain arrays, since the tank model takes thousands of steps a keystroke.
 * Sources: Dormand and Prince 1980, Journal of Computational and Applied Mathematics 6, 19; the dense output by Hairer,
 * Nørsett and Wanner, Solving Ordinary Differential Equations I, II.6. Coefficients from memory, checked against scipy's.
 */

/** Where in the step each slope is taken, as a share of it. */
export const NODES = [0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1] as const;

/** How the slopes before it make the place of each; the last row is the fifth-order step itself. */
const ROWS: readonly (readonly number[])[] = [
  [],
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
];
/** Fifth order less fourth. */
const DIFFERENCE = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40];
const DENSE_OUTPUT = [
  -12715105075 / 11282082432,
  0,
  87487479700 / 32700410799,
  -10690763975 / 1880347072,
  701980252875 / 199316789632,
  -1453857185 / 822651844,
  69997945 / 29380423,
];
export const LAST = 6;

/**
 * The gain, per unit of step, at which a stage's slope is taken; at the last stage, the gain of the whole step.
 * Source: Dormand and Prince 1980, as at the head of this file.
 */
export function gainTo(stage: number, slopes: Float64Array): number {
  return sum(ROWS[stage] ?? [], slopes);
}

/**
 * The error of a step, per unit of it.
 * Source: the difference of the two orders, Dormand and Prince 1980.
 */
export function errorOf(slopes: Float64Array): number {
  return Math.abs(sum(DIFFERENCE, slopes));
}

/**
 * What bends the course within a step, per unit of it; for denseGain.
 * Source: Hairer, Nørsett and Wanner, II.6.
 */
export function denseOutputTerm(slopes: Float64Array): number {
  return sum(DENSE_OUTPUT, slopes);
}

/**
 * The gain per unit of step at the share x of it: a quartic, as good as the step itself.
 * @param whole the gain of the whole step, per unit of it
 * Source: Hairer, Nørsett and Wanner, II.6.
 */
export function denseGain(whole: number, slopes: Float64Array, bend: number, x: number): number {
  const early = (slopes[0] ?? 0) - whole;
  const late = whole - (slopes[LAST] ?? 0) - early;
  return x * (whole + (1 - x) * (early + x * (late + (1 - x) * bend)));
}

function sum(weights: readonly number[], slopes: Float64Array): number {
  let total = 0;
  for (let i = 0; i < weights.length; i++) total += (weights[i] ?? 0) * (slopes[i] ?? 0);
  return total;
}
