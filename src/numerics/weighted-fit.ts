/** One point of y = a·u + b·v. */
export interface FitPoint {
  readonly u: number;
  readonly v: number;
  readonly y: number;
  /** Standard deviation of y. */
  readonly sd: number;
}

export interface Fit {
  readonly a: number;
  readonly b: number;
  readonly aSd: number;
  readonly bSd: number;
  readonly covariance: number;
  /** Weighted sum of squared residuals. */
  readonly chiSquare: number;
}

/**
 * Weighted least squares of y = a·u + b·v, with standard deviations from the stated errors of the points.
 * A straight line is the case u = 1. Solved by orthogonalising v on u, which keeps the digits the normal equations lose.
 * @returns undefined with fewer than two points, or when they cannot tell a from b
 * Source: weighted least squares by Gram–Schmidt orthogonalisation; checked against NIST StRD Norris.
 */
export function weightedFit(points: readonly FitPoint[]): Fit | undefined {
  let uu = 0;
  let uv = 0;
  for (const { u, v, sd } of points) {
    uu += (u / sd) ** 2;
    uv += (u * v) / sd ** 2;
  }
  const slope = uv / uu;
  let rr = 0;
  let ry = 0;
  let vv = 0;
  for (const { u, v, y, sd } of points) {
    const rest = v - slope * u;
    rr += (rest / sd) ** 2;
    ry += (rest * y) / sd ** 2;
    vv += (v / sd) ** 2;
  }
  if (points.length < 2 || !(rr > 1e-12 * vv)) return undefined;
  const b = ry / rr;
  let uy = 0;
  for (const { u, v, y, sd } of points) uy += (u * (y - b * v)) / sd ** 2;
  const a = uy / uu;
  let chiSquare = 0;
  for (const { u, v, y, sd } of points) chiSquare += ((y - a * u - b * v) / sd) ** 2;
  return { a, b, aSd: Math.sqrt(1 / uu + slope ** 2 / rr), bSd: Math.sqrt(1 / rr), covariance: -slope / rr, chiSquare };
}
