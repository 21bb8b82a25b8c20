import { DAY_MS } from '../tank-model/simulate';
import { evenDraws, hiddenOf, priorOf, type CycleStart } from './prior';
import { cycleCourse, type CycleTrajectory, type CyclingTank } from './cycle-course';
import { endOf, type FirstSteps } from './stage';
import { weightedQuantile } from '@/numerics/weighted-quantile';

/** One level over time: the middle, and what so many tanks lie between. */
export interface BandPoint {
  readonly at: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

export type CycleLine = 'ammonia' | 'nitrite' | 'nitrate';
export const CYCLE_LINES = ['ammonia', 'nitrite', 'nitrate'] as const satisfies readonly CycleLine[];

export interface ExpectedCourse {
  readonly lines: Readonly<Record<CycleLine, readonly BandPoint[]>>;
  /** When so many tanks are through, epoch ms; undefined where half of them are not by the last moment. */
  readonly ends: Range | undefined;
}

export interface Range {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/** Of tanks begun one way eight in ten lie between; of one that was tested, 95 in 100 that would have tested so. */
const EIGHT_IN_TEN = [0.1, 0.9] as const;
export const MOST = [0.025, 0.975] as const;
/** Enough that the band no longer moves by what a line is wide. */
const TANKS = 24;
/** The first point: what was put in at the start is in by then. */
export const BEGUN_MS = 60_000;
/** Points of a course: a day apart, or half of one where the whole is short. */
const MOST_POINTS = 60;

/**
 * What is to be expected of a tank begun one way, before any test: the tank model, run for tanks that differ as tanks do.
 * @param days drawn
 * Source: Monte Carlo over the prior (`prior.ts`).
 */
export function expectedCourse(
  tank: CyclingTank,
  begun: CycleStart,
  doseLogged: boolean,
  days: number,
  steps: FirstSteps,
): ExpectedCourse {
  const { mean, sd } = priorOf(begun, doseLogged);
  const apart = days * 2 <= MOST_POINTS ? 0.5 : 1;
  const at = Array.from(
    { length: days / apart + 1 },
    (_, i) => tank.startedAt + Math.max(BEGUN_MS, i * apart * DAY_MS),
  );
  const courses = evenDraws(TANKS).map((draw) =>
    cycleCourse(tank, hiddenOf(mean.map((middle, i) => middle + (sd[i] ?? 0) * (draw[i] ?? 0))), at),
  );
  return bandsOf(
    courses,
    courses.map(() => 1),
    steps,
    EIGHT_IN_TEN,
  );
}

/**
 * The bands of courses that weigh differently, all over the same moments.
 * Source: weighted quantiles, moment by moment.
 */
export function bandsOf(
  courses: readonly CycleTrajectory[],
  weights: readonly number[],
  steps: FirstSteps,
  between: readonly [number, number],
): ExpectedCourse {
  const at = courses[0]?.at ?? [];
  const line = (which: CycleLine): BandPoint[] =>
    at.map((moment, i) => ({
      at: moment,
      ...range(
        courses.map((course) => course[which][i] ?? 0),
        weights,
        between,
      ),
    }));
  const ends = courses.map((course) => endOf(course, steps));
  const through = ends.filter((end) => end !== undefined);
  // Those that are not through by the end of what is drawn are later than all the others.
  const late = ends.map((end) => end ?? Infinity);
  const found = range(late, weights, between);
  return {
    lines: { ammonia: line('ammonia'), nitrite: line('nitrite'), nitrate: line('nitrate') },
    ends: through.length > 0 && found.middle < Infinity ? found : undefined,
  };
}

/**
 * The range of so much of the weight of some figures.
 * Source: weighted quantiles.
 */
export function range(
  values: readonly number[],
  weights: readonly number[],
  [from, to]: readonly [number, number],
): Range {
  const [low, middle, high] = weightedQuantile(values, weights, [from, 0.5, to]);
  return { low: low ?? 0, middle: middle ?? 0, high: high ?? 0 };
}
