import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import { evenDraws, hiddenOf, priorOf, UNKNOWNS, type CycleStart, type Prior, type Unknowns } from './prior';
import { cycleCourse, type CyclingTank } from './cycle-course';

/** One test of ammonia or nitrite. */
export interface CycleReading {
  readonly at: number;
  /** mg/L as NH3. */
  readonly ammonia?: number | undefined;
  /** mg/L */
  readonly nitrite?: number | undefined;
}

/** A tank that would have read as this one did, and how likely it is against the others. */
export interface LikelyTank {
  readonly unknowns: Unknowns;
  readonly weight: number;
}

/** What a kit's steps and the eye make of a level, as one standard deviation. Common practice: a tenth or two in small, a tenth of it in large. */
const ERROR = { ammonia: 0.1, nitrite: 0.12, share: 0.1 } as const;
/** Readings stray further than their error now and then: the tails of Student's t of four degrees. */
const TAILS = 4;
const ITERATIONS = 12;
const TRIES = 6;
const CLOSE_ENOUGH = 1e-3;
const NUDGE = 1e-3;
/** Tanks are drawn a little wider than the curvature says, so that their weights can only draw in. */
const WIDER = 1.15;

/**
 * Tanks that fit the tests: the tank model's hidden figures by their most likely values, and tanks drawn around them as far as the tests
 * leave room, each weighed by how likely it makes them. What the way of beginning tells beforehand counts as so many tests more, so
 * one noisy or missing day moves little.
 * @param readings in order of time
 * @param count of tanks drawn
 * Source: Levenberg 1944, Marquardt 1963 for the search; Laplace's approximation with importance weights for the rest.
 */
export function likelyTanks(
  tank: CyclingTank,
  begun: CycleStart,
  doseLogged: boolean,
  readings: readonly CycleReading[],
  count: number,
): LikelyTank[] {
  const prior = priorOf(begun, doseLogged);
  const residualsAt = residualsOf(tank, readings);
  const { unknowns, curvature } = mostLikely(prior, residualsAt);
  return drawnAround(unknowns, curvature, count, (own) => negativeLogPosterior(own, residualsAt(own), prior));
}

/** Each test's distance from what the model would show, in standard deviations of the test. */
type Residuals = (unknowns: Unknowns) => number[];

function residualsOf(tank: CyclingTank, readings: readonly CycleReading[]): Residuals {
  const at = readings.map((reading) => reading.at);
  const seen = readings.flatMap((reading, moment) =>
    (['ammonia', 'nitrite'] as const).flatMap((which) => {
      const value = reading[which];
      return value === undefined ? [] : [{ which, value, moment, sd: Math.hypot(ERROR[which], ERROR.share * value) }];
    }),
  );
  return (unknowns) => {
    if (seen.length === 0) return [];
    const course = cycleCourse(tank, hiddenOf(unknowns), at);
    return seen.map(({ which, value, moment, sd }) => (value - (course[which][moment] ?? 0)) / sd);
  };
}

/** The negative logarithm of the posterior, but for a constant: the less, the better tests and prior are met. */
function negativeLogPosterior(unknowns: Unknowns, residuals: readonly number[], { mean, sd }: Prior): number {
  const tests = residuals.reduce((sum, d) => sum + ((TAILS + 1) / 2) * Math.log1p(d ** 2 / TAILS), 0);
  return unknowns.reduce((sum, u, i) => sum + ((u - (mean[i] ?? 0)) / (sd[i] ?? 1)) ** 2 / 2, tests);
}

/** The hidden figures that fit best, and how sharply the fit bends around them. */
function mostLikely(prior: Prior, residualsAt: Residuals): { unknowns: Unknowns; curvature: Matrix } {
  let unknowns: Unknowns = prior.mean;
  let residuals = residualsAt(unknowns);
  let least = negativeLogPosterior(unknowns, residuals, prior);
  let damping = 0.01;
  let { curvature, gradient } = gaussNewtonTerms(unknowns, residuals, prior, residualsAt);
  for (let round = 0; round < ITERATIONS && residuals.length > 0; round++) {
    let gained = 0;
    for (let tries = 0; tries < TRIES && gained === 0; tries++) {
      const next = stepped(unknowns, curvature, gradient, damping, prior);
      const nextResiduals = residualsAt(next);
      const found = negativeLogPosterior(next, nextResiduals, prior);
      if (!(found < least)) {
        damping *= 6;
        continue;
      }
      gained = least - found;
      [unknowns, residuals, least] = [next, nextResiduals, found];
      damping = Math.max(1e-4, damping / 4);
    }
    if (gained === 0) break;
    ({ curvature, gradient } = gaussNewtonTerms(unknowns, residuals, prior, residualsAt));
    if (gained < CLOSE_ENOUGH) break;
  }
  return { unknowns, curvature };
}

/** Gauss and Newton's curvature of it and its downhill gradient; tests far out weigh less. */
function gaussNewtonTerms(
  unknowns: Unknowns,
  residuals: readonly number[],
  { mean, sd }: Prior,
  residualsAt: Residuals,
): { curvature: Matrix; gradient: number[] } {
  const curvature = Matrix.diag(sd.map((each) => 1 / each ** 2));
  const gradient = unknowns.map((u, i) => -(u - (mean[i] ?? 0)) / (sd[i] ?? 1) ** 2);
  if (residuals.length === 0) return { curvature, gradient };
  const slopes = unknowns.map((_, i) => {
    const nudged = residualsAt(unknowns.map((u, j) => (i === j ? u + NUDGE : u)));
    return nudged.map((d, k) => (d - (residuals[k] ?? 0)) / NUDGE);
  });
  residuals.forEach((d, k) => {
    const weight = (TAILS + 1) / (TAILS + d ** 2);
    for (let i = 0; i < UNKNOWNS; i++) {
      const own = slopes[i]?.[k] ?? 0;
      gradient[i] = (gradient[i] ?? 0) - weight * own * d;
      for (let j = 0; j < UNKNOWNS; j++)
        curvature.set(i, j, curvature.get(i, j) + weight * (own * (slopes[j]?.[k] ?? 0)));
    }
  });
  return { curvature, gradient };
}

/** One step downhill, of no more than two standard deviations of what was known: beyond it a straight line says nothing. */
function stepped(
  unknowns: Unknowns,
  curvature: Matrix,
  gradient: readonly number[],
  damping: number,
  { sd }: Prior,
): Unknowns {
  const damped = curvature.clone();
  for (let i = 0; i < UNKNOWNS; i++) damped.set(i, i, damped.get(i, i) * (1 + damping));
  const step = new CholeskyDecomposition(damped).solve(Matrix.columnVector([...gradient])).to1DArray();
  const most = Math.max(1, ...step.map((s, i) => Math.abs(s) / (2 * (sd[i] ?? 1))));
  return unknowns.map((u, i) => u + (step[i] ?? 0) / most);
}

function drawnAround(
  unknowns: Unknowns,
  curvature: Matrix,
  count: number,
  misfit: (own: Unknowns) => number,
): LikelyTank[] {
  const root = squareRoot(inverse(curvature));
  const tanks = evenDraws(count).map((draw) => {
    const moved = root.mmul(Matrix.columnVector(draw.map((z) => z * WIDER))).to1DArray();
    const own = unknowns.map((u, i) => u + (moved[i] ?? 0));
    const drawnFrom = draw.reduce((sum, z) => sum + z ** 2 / 2, 0);
    return { unknowns: own, log: drawnFrom - misfit(own) };
  });
  const most = Math.max(...tanks.map(({ log }) => log));
  const whole = tanks.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  return tanks.map(({ unknowns: own, log }) => ({ unknowns: own, weight: Math.exp(log - most) / whole }));
}

function squareRoot(covariance: Matrix): Matrix {
  const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(covariance, { assumeSymmetric: true });
  return eigenvectorMatrix.mmul(Matrix.diag(realEigenvalues.map((value) => Math.sqrt(Math.max(0, value)))));
}
