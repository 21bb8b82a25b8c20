import { DAY_MS } from '../tank-model/simulate';
import { hiddenOf, type CycleStart } from './prior';
import { cycleCourse, type CycleTrajectory, type CyclingTank } from './cycle-course';
import { bandsOf, BEGUN_MS, MOST, range, type ExpectedCourse } from './expected-course';
import { AS_BEGUN, AS_MAY_BE, likelyTanks, type CycleReading, type Nearness } from './fit-cycle';
import { endOf, STAGES, stagesAlong, type FirstSteps, type Stage } from './stage';
import { stageByTests } from './stage-by-tests';

/** What the tests of a tank mean by a moment. */
export interface CycleReadOut {
  readonly stage: Stage;
  /** How likely the stage is, 0 to 1. */
  readonly confidence: number;
  readonly chances: Readonly<Record<Stage, number>>;
  /** The tank's course so far and from here on. */
  readonly course: ExpectedCourse;
  /** What the tank probably holds and can do now: mg/L, mg/L, and mg/L of ammonia a day at plenty. */
  readonly now: { readonly ammonia: number; readonly nitrite: number; readonly capacity: number };
  /** The last tests show the stage by themselves, whatever other tanks would be at. */
  readonly shown: boolean;
  /** Tests that speak for a finished cycle so far: two, a day apart, settle it. */
  readonly confirming: number;
}

export interface CycleQuestion {
  readonly tank: CyclingTank;
  readonly begun: CycleStart;
  /** Whether the ammonia that was dosed stands among the tank's events. */
  readonly doseLogged: boolean;
  /** In order of time. */
  readonly readings: readonly CycleReading[];
  readonly steps: FirstSteps;
  readonly now: number;
  /** Days ahead that are drawn. */
  readonly aheadDays: number;
}

const AS_BEGUN_TANKS = 40;
const AS_MAY_BE_TANKS = 64;
/** Hardly a tank takes longer than so many days, and none much longer than it has taken already. Common practice: a fortnight to eight weeks. */
const HARDLY_DAYS = 50;
const HARDLY_AGAIN = 1.5;
/** What is left of a cycle is known to about this share at best: no model grows its bacteria. Chosen by coverage on tanks that cycle by other books. */
const LEFT_LOG_SD = 0.35;
/** Tanks that together weigh less do not speak for this one. */
const NONE_LIKE_IT = 1e-3;
/** The three points and weights that stand for a normal distribution. Source: Gauss and Hermite's rule, Abramowitz and Stegun, table 25.10. */
const THREE_POINTS = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;
/** Two tests that both show nothing settle a cycle when they lie at least this far apart. Chosen: a day, less a busy evening. */
const CONFIRMED_AFTER_MS = 20 * 3_600_000;
/** Chance of ammonia or nitrite above the kit's first step that still lets a cycle be called done. Chosen. */
const STILL_THERE = 0.02;

/**
 * The stage of a cycle from its tests, how sure that is, and when it will probably end: the tank model through the tanks that fit
 * the tests. No single test decides, and a day without one is a day without one.
 * Source: as `fit-cycle.ts` tells.
 */
export function readCycle(question: CycleQuestion): CycleReadOut {
  const { tank, steps, now, aheadDays } = question;
  const sofar = question.readings.filter(
    ({ at, ammonia, nitrite }) => at <= now && at >= tank.startedAt && (ammonia !== undefined || nitrite !== undefined),
  );
  const moments = momentsOf(tank.startedAt, now, aheadDays);
  const behind = { ...moments, at: moments.at.slice(0, moments.nowIndex + 1) };
  const usual = tanksLike(question, sofar, behind, AS_BEGUN, AS_BEGUN_TANKS);
  const chances = Object.fromEntries(STAGES.map((stage) => [stage, 0])) as Record<Stage, number>;
  let ammonia = 0;
  let nitrite = 0;
  let capacity = 0;
  let above = 0;
  for (const { course, weight, stage } of usual) {
    chances[stage] += weight;
    const [a = 0, n = 0] = [course.ammonia[moments.nowIndex], course.nitrite[moments.nowIndex]];
    ammonia += weight * a;
    nitrite += weight * n;
    capacity += weight * (course.capacity[moments.nowIndex] ?? 0);
    if (a >= steps.ammonia || n >= steps.nitrite) above += weight;
  }
  // The tests themselves say it before the population does.
  const byTests = stageByTests(sofar, steps);
  const likeliest = byTests ?? STAGES.reduce((best, stage) => (chances[stage] > chances[best] ? stage : best));
  const confirming = confirmingTests(sofar, steps, lastDoseOf(tank, steps, now));
  const settled = likeliest === 'waiting to confirm' && above < STILL_THERE && confirming >= 2;
  return {
    stage: settled ? 'cycled' : likeliest,
    confidence: chances[likeliest],
    chances,
    course: courseFrom(question, sofar, moments, byTests),
    now: { ammonia, nitrite, capacity },
    shown: byTests !== undefined && !settled,
    confirming,
  };
}

interface Moments {
  readonly at: readonly number[];
  readonly nowIndex: number;
}

/** A tank that would test like this one, its weight among all, and where it stands now. */
interface Like {
  readonly course: CycleTrajectory;
  readonly weight: number;
  readonly stage: Stage;
}

function tanksLike(
  { tank, begun, doseLogged, steps }: CycleQuestion,
  sofar: readonly CycleReading[],
  { at, nowIndex }: Moments,
  near: Nearness,
  count: number,
): Like[] {
  return likelyTanks(tank, begun, doseLogged, sofar, count, near).map(({ unknowns, weight }) => {
    const course = cycleCourse(tank, hiddenOf(unknowns), at);
    return { course, weight, stage: stagesAlong(course, steps)[nowIndex] ?? 'not started' };
  });
}

/** The tank's course, and when it ends: by tanks that may grow as they will, those that are at the stage which the tests show. */
function courseFrom(
  question: CycleQuestion,
  sofar: readonly CycleReading[],
  moments: Moments,
  byTests: Stage | undefined,
): ExpectedCourse {
  const { tank, steps, now } = question;
  const likely = tanksLike(question, sofar, moments, AS_MAY_BE, AS_MAY_BE_TANKS);
  const ends = likely.map(({ course }) => endOf(course, steps) ?? Infinity);
  const seldom = likely.map(({ weight }, i) => weight * lastsSo(tank.startedAt, ends[i] ?? Infinity, now));
  const weights = thatTestSo(
    seldom,
    likely.map(({ stage }) => stage),
    byTests,
  );
  const courses = likely.map(({ course }) => course);
  return { ...bandsOf(courses, weights, steps, MOST), ends: endsFrom(ends, weights, now) };
}

/** How usual it is that a cycle lasts until then. */
function lastsSo(startedAt: number, end: number, now: number): number {
  const hardly = Math.max(HARDLY_DAYS, (HARDLY_AGAIN * (now - startedAt)) / DAY_MS);
  return NONE_LIKE_IT + 1 / (1 + Math.min(1e3, (end - startedAt) / DAY_MS / hardly) ** 6);
}

/** The tanks whose stage is the one that the tests show, by their weights; all of them where none is in it. */
function thatTestSo(given: readonly number[], stages: readonly Stage[], byTests: Stage | undefined) {
  const whole = given.reduce((sum, weight) => sum + weight, 0);
  const own = given.map((weight, i) => (byTests === undefined || stages[i] === byTests ? weight / whole : 0));
  const share = own.reduce((sum, weight) => sum + weight, 0);
  return share > NONE_LIKE_IT ? own.map((weight) => weight / share) : given.map((weight) => weight / whole);
}

/** When they end, each a little earlier or later than its course says. */
function endsFrom(ends: readonly number[], weights: readonly number[], now: number): ExpectedCourse['ends'] {
  const spread = ends.flatMap((end) =>
    THREE_POINTS.map(([z]) => (end > now && end < Infinity ? now + (end - now) * Math.exp(z * LEFT_LOG_SD) : end)),
  );
  const found = range(
    spread,
    weights.flatMap((weight) => THREE_POINTS.map(([, share]) => weight * share)),
    MOST,
  );
  // Where most tanks go on beyond what is drawn, the soonest is known all the same.
  return found.low < Infinity ? found : undefined;
}

/** When ammonia that a kit would show was last put in on purpose; undefined where it never was. */
function lastDoseOf({ events, volumeL }: CyclingTank, steps: FirstSteps, now: number): number | undefined {
  return events.findLast(
    (event) =>
      event.kind === 'addition' && event.at <= now && (event.amounts.ammonia ?? 0) / volumeL >= 2 * steps.ammonia,
  )?.at;
}

/**
 * How many of the last tests, each a day or more after the one before it, showed neither ammonia nor nitrite; nought
 * where no test before them ever showed either and nothing was dosed, since nothing that rose has fallen then.
 * @param dosedAt when ammonia was last dosed: what counts where no test ever showed any
 * Common practice: tests on days apart.
 */
export function confirmingTests(readings: readonly CycleReading[], steps: FirstSteps, dosedAt?: number): number {
  const shows = ({ ammonia = 0, nitrite = 0 }: CycleReading) => ammonia >= steps.ammonia || nitrite >= steps.nitrite;
  const last = readings.findLastIndex(shows);
  if (last < 0 && dosedAt === undefined) return 0;
  const since = last < 0 ? readings.filter(({ at }) => at > (dosedAt ?? 0)) : readings.slice(last + 1);
  let count = 0;
  let before = last < 0 ? (dosedAt ?? 0) : -Infinity;
  for (const { at, ammonia, nitrite } of since) {
    if (ammonia === undefined || nitrite === undefined || at - before < CONFIRMED_AFTER_MS) continue;
    count++;
    before = at;
  }
  return count;
}

/** Half days from the start to now, now itself, and days from there on. */
function momentsOf(startedAt: number, now: number, aheadDays: number): Moments {
  const so = Math.max(0, (now - startedAt) / DAY_MS);
  const apart = so > 40 ? 1 : 0.5;
  const behind = Array.from({ length: Math.ceil(so / apart) }, (_, i) =>
    Math.min(now, startedAt + Math.max(BEGUN_MS, i * apart * DAY_MS)),
  );
  const ahead = Array.from({ length: aheadDays }, (_, i) => now + (i + 1) * DAY_MS);
  return { at: [...behind, now, ...ahead], nowIndex: behind.length };
}
