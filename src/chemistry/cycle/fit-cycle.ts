import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import { beforehand, evenDraws, hiddenOf, UNKNOWNS, type Unknowns } from './beforehand';
import { cycleCourse, type CyclingTank } from './cycle-course';
import type { SchoolId } from './schools';

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
const CLOSE_ENOUGH = 1e-3;
const NUDGE = 1e-3;

const sdOf = (which: 'ammonia' | 'nitrite', level: number) => Math.hypot(ERROR[which], ERROR.share * level);

interface Seen {
  readonly which: 'ammonia' | 'nitrite';
  readonly value: number;
  /** Place of its moment among the moments asked. */
  readonly moment: number;
}

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
  school: SchoolId,
  doseLogged: boolean,
  readings: readonly CycleReading[],
  count: number,
): LikelyTank[] {
  const prior = beforehand(school, doseLogged);
  const at = readings.map((reading) => reading.at);
  const seen = readings.flatMap(({ ammonia, nitrite }, moment): Seen[] => [
    ...(ammonia === undefined ? [] : [{ which: 'ammonia' as const, value: ammonia, moment }]),
    ...(nitrite === undefined ? [] : [{ which: 'nitrite' as const, value: nitrite, moment }]),
  ]);
  /** Each test's distance from what the model would show, in standard deviations. */
  const distances = (unknowns: Unknowns): number[] => {
    if (seen.length === 0) return [];
    const course = cycleCourse(tank, hiddenOf(unknowns), at);
    return seen.map(({ which, value, moment }) => {
      const level = course[which][moment] ?? 0;
      return (value - level) / sdOf(which, value);
    });
  };
  const surprise = (unknowns: Unknowns, apart: readonly number[]): number =>
    apart.reduce((sum, d) => sum + ((TAILS + 1) / 2) * Math.log1p(d ** 2 / TAILS), 0) +
    unknowns.reduce((sum, u, i) => sum + ((u - (prior.mean[i] ?? 0)) / (prior.sd[i] ?? 1)) ** 2 / 2, 0);

  let unknowns = [...prior.mean];
  let apart = distances(unknowns);
  let least = surprise(unknowns, apart);
  let damping = 0.01;
  let curvature = priorCurvature(prior.sd);
  for (let round = 0; round < ITERATIONS && seen.length > 0; round++) {
    const slopes = unknowns.map((_, i) => {
      const nudged = distances(unknowns.map((u, j) => (i === j ? u + NUDGE : u)));
      return nudged.map((d, k) => (d - (apart[k] ?? 0)) / NUDGE);
    });
    curvature = priorCurvature(prior.sd);
    const pull = unknowns.map((u, i) => -(u - (prior.mean[i] ?? 0)) / (prior.sd[i] ?? 1) ** 2);
    apart.forEach((d, k) => {
      const weight = (TAILS + 1) / (TAILS + d ** 2);
      for (let i = 0; i < UNKNOWNS; i++) {
        const own = slopes[i]?.[k] ?? 0;
        pull[i] = (pull[i] ?? 0) - weight * own * d;
        for (let j = 0; j < UNKNOWNS; j++)
          curvature.set(i, j, curvature.get(i, j) + weight * (own * (slopes[j]?.[k] ?? 0)));
      }
    });
    let better = false;
    for (let tries = 0; tries < 6 && !better; tries++) {
      const damped = curvature.clone();
      for (let i = 0; i < UNKNOWNS; i++) damped.set(i, i, damped.get(i, i) * (1 + damping));
      const step = new CholeskyDecomposition(damped).solve(Matrix.columnVector(pull)).to1DArray();
      // No step of more than two standard deviations of what was known: beyond it a straight line says nothing.
      const most = Math.max(1, ...step.map((s, i) => Math.abs(s) / (2 * (prior.sd[i] ?? 1))));
      const next = unknowns.map((u, i) => u + (step[i] ?? 0) / most);
      const nextApart = distances(next);
      const found = surprise(next, nextApart);
      if (found < least) {
        better = true;
        const gained = least - found;
        unknowns = next;
        apart = nextApart;
        least = found;
        damping = Math.max(1e-4, damping / 4);
        if (gained < CLOSE_ENOUGH) return drawn();
      } else damping *= 6;
    }
    if (!better) break;
  }
  return drawn();

  function drawn(): LikelyTank[] {
    const root = squareRoot(inverse(curvature));
    const tanks = evenDraws(count).map((draw) => {
      // A little wider than the curvature says, so that its weights can only draw in.
      const moved = root.mmul(Matrix.columnVector(draw.map((z) => z * WIDER))).to1DArray();
      const own = unknowns.map((u, i) => u + (moved[i] ?? 0));
      const drawnFrom = draw.reduce((sum, z) => sum + z ** 2 / 2, 0);
      return { unknowns: own, log: drawnFrom - surprise(own, distances(own)) };
    });
    const most = Math.max(...tanks.map(({ log }) => log));
    const weights = tanks.map(({ log }) => Math.exp(log - most));
    const whole = weights.reduce((sum, weight) => sum + weight, 0);
    return tanks.map(({ unknowns: own }, i) => ({ unknowns: own, weight: (weights[i] ?? 0) / whole }));
  }
}

const WIDER = 1.15;

function priorCurvature(sd: Unknowns): Matrix {
  return Matrix.diag(sd.map((each) => 1 / each ** 2));
}

function squareRoot(covariance: Matrix): Matrix {
  const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(covariance, { assumeSymmetric: true });
  return eigenvectorMatrix.mmul(Matrix.diag(realEigenvalues.map((value) => Math.sqrt(Math.max(0, value)))));
}
