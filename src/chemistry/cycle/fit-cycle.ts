import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import {
  evenDraws,
  freePriorOf,
  hiddenOf,
  priorOf,
  UNKNOWNS,
  type CycleStart,
  type Prior,
  type Unknowns,
} from './prior';
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

/** How near a tank is taken to be to the way it was begun, and to the model. */
export interface Nearness {
  readonly prior: typeof priorOf;
  /** What a kit errs by in large, as a share. */
  readonly share: number;
  /** So many tests squared count each for one; more count less each. */
  readonly countAs: number;
  /** Tanks are drawn a little wider than the curvature says, so that their weights can only draw in. */
  readonly wider: number;
}

/** What a kit's steps and the eye make of a small level, as one standard deviation. Common practice: a tenth or two. */
const ERROR = { ammonia: 0.1, nitrite: 0.12 } as const;
/** As tanks go that are begun so: what stage one is at. A kit errs by a tenth in large. Common practice. */
export const AS_BEGUN: Nearness = { prior: priorOf, share: 0.1, countAs: Infinity, wider: 1.15 };
/**
 * As tanks may go: when one ends. The steps of a kit's scale double, and it may be off by a tenth or two besides; no tank follows the model, and
 * its tests lie off it together and not each by itself. Chosen by coverage on tanks that cycle by other books.
 */
export const AS_MAY_BE: Nearness = { prior: freePriorOf, share: 0.3, countAs: 3, wider: 1.3 };
/** Readings stray further than their error now and then: the tails of Student's t of four degrees. */
const TAILS = 4;
const ITERATIONS = 12;
const TRIES = 6;
const CLOSE_ENOUGH = 1e-3;
const NUDGE = 1e-3;

/**
 * Tanks that fit the tests: the tank model's hidden figures by their most likely values, and tanks drawn around them as far as the tests
 * leave room, each weighed by how likely it makes them. What the way of beginning tells beforehand counts as so many tests more, so
 * one noisy or missing day moves little.
 * @param readings in order of time
 * @param count of tanks drawn
 * @param near `AS_BEGUN` or `AS_MAY_BE`
 * Source: Levenberg 1944, Marquardt 1963 for the search; Laplace's approximation with importance weights for the rest.
 */
export function likelyTanks(
  tank: CyclingTank,
  begun: CycleStart,
  doseLogged: boolean,
  readings: readonly CycleReading[],
  count: number,
  near: Nearness,
): LikelyTank[] {
  const fit: Fit = {
    prior: near.prior(begun, doseLogged),
    residualsAt: residualsOf(tank, readings, near.share),
    countAs: near.countAs,
  };
  const { unknowns, curvature } = mostLikely(fit);
  return drawnAround(unknowns, curvature, count, near.wider, (own) =>
    negativeLogPosterior(own, fit.residualsAt(own), fit),
  );
}

/** What is fitted. */
interface Fit {
  readonly prior: Prior;
  /** Each test's distance from what the model would show, in standard deviations of the test. */
  readonly residualsAt: (unknowns: Unknowns) => number[];
  readonly countAs: number;
}

function residualsOf(tank: CyclingTank, readings: readonly CycleReading[], share: number): Fit['residualsAt'] {
  const at = readings.map((reading) => reading.at);
  const seen = readings.flatMap((reading, moment) =>
    (['ammonia', 'nitrite'] as const).flatMap((which) => {
      const value = reading[which];
      return value === undefined ? [] : [{ which, value, moment, sd: Math.hypot(ERROR[which], share * value) }];
    }),
  );
  return (unknowns) => {
    if (seen.length === 0) return [];
    const course = cycleCourse(tank, hiddenOf(unknowns), at);
    return seen.map(({ which, value, moment, sd }) => (value - (course[which][moment] ?? 0)) / sd);
  };
}

/** What each test counts of itself where there are so many. */
function worth(residuals: readonly number[], { countAs }: Fit): number {
  return Math.min(1, countAs / Math.sqrt(Math.max(1, residuals.length)));
}

/** The negative logarithm of the posterior, but for a constant: the less, the better tests and prior are met. */
function negativeLogPosterior(unknowns: Unknowns, residuals: readonly number[], fit: Fit): number {
  const { mean, sd } = fit.prior;
  const tests = residuals.reduce((sum, d) => sum + ((TAILS + 1) / 2) * Math.log1p(d ** 2 / TAILS), 0);
  return unknowns.reduce(
    (sum, u, i) => sum + ((u - (mean[i] ?? 0)) / (sd[i] ?? 1)) ** 2 / 2,
    worth(residuals, fit) * tests,
  );
}

/** The hidden figures that fit best, and how sharply the fit bends around them. */
function mostLikely(fit: Fit): { unknowns: Unknowns; curvature: Matrix } {
  const { prior, residualsAt } = fit;
  let unknowns: Unknowns = prior.mean;
  let residuals = residualsAt(unknowns);
  let least = negativeLogPosterior(unknowns, residuals, fit);
  let damping = 0.01;
  let { curvature, gradient } = gaussNewtonTerms(unknowns, residuals, fit);
  for (let round = 0; round < ITERATIONS && residuals.length > 0; round++) {
    let gained = 0;
    for (let tries = 0; tries < TRIES && gained === 0; tries++) {
      const next = stepped(unknowns, curvature, gradient, damping, prior);
      const nextResiduals = residualsAt(next);
      const found = negativeLogPosterior(next, nextResiduals, fit);
      if (!(found < least)) {
        damping *= 6;
        continue;
      }
      gained = least - found;
      [unknowns, residuals, least] = [next, nextResiduals, found];
      damping = Math.max(1e-4, damping / 4);
    }
    if (gained === 0) break;
    ({ curvature, gradient } = gaussNewtonTerms(unknowns, residuals, fit));
    if (gained < CLOSE_ENOUGH) break;
  }
  return { unknowns, curvature };
}

/** Gauss and Newton's curvature of it and its downhill gradient; tests far out weigh less. */
function gaussNewtonTerms(
  unknowns: Unknowns,
  residuals: readonly number[],
  fit: Fit,
): { curvature: Matrix; gradient: number[] } {
  const { mean, sd } = fit.prior;
  const curvature = Matrix.diag(sd.map((each) => 1 / each ** 2));
  const gradient = unknowns.map((u, i) => -(u - (mean[i] ?? 0)) / (sd[i] ?? 1) ** 2);
  if (residuals.length === 0) return { curvature, gradient };
  const slopes = unknowns.map((_, i) => {
    const nudged = fit.residualsAt(unknowns.map((u, j) => (i === j ? u + NUDGE : u)));
    return nudged.map((d, k) => (d - (residuals[k] ?? 0)) / NUDGE);
  });
  const each = worth(residuals, fit);
  residuals.forEach((d, k) => {
    const weight = (each * (TAILS + 1)) / (TAILS + d ** 2);
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
  wider: number,
  misfit: (own: Unknowns) => number,
): LikelyTank[] {
  const root = squareRoot(inverse(curvature));
  const tanks = evenDraws(count).map((draw) => {
    const moved = root.mmul(Matrix.columnVector(draw.map((z) => z * wider))).to1DArray();
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
