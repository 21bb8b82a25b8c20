import { DAY_MS } from '../tank-model/simulate';
import { hiddenOf, type CycleStart } from './prior';
import { cycleCourse, type CyclingTank } from './cycle-course';
import { bandsOf, BEGUN_MS, type ExpectedCourse } from './expected-course';
import { likelyTanks, type CycleReading } from './fit-cycle';
import { STAGES, stagesAlong, type FirstSteps, type Stage } from './stage';

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

const LIKELY_TANKS = 40;
/** Two tests that both show nothing settle a cycle when they lie at least this far apart. Chosen: a day, less a busy evening. */
const CONFIRMED_AFTER_MS = 20 * 3_600_000;
/** Chance of ammonia or nitrite above the kit's first step that still lets a cycle be called done. Chosen. */
const STILL_THERE = 0.02;

/**
 * The stage of a cycle from its tests, how sure that is, and when it will probably end: the tank model through the tanks that fit
 * the tests. No single test decides, and a day without one is a day without one.
 */
export function readCycle(question: CycleQuestion): CycleReadOut {
  const { tank, begun, doseLogged, readings, steps, now, aheadDays } = question;
  const sofar = readings.filter(
    ({ at, ammonia, nitrite }) => at <= now && at >= tank.startedAt && (ammonia !== undefined || nitrite !== undefined),
  );
  const likely = likelyTanks(tank, begun, doseLogged, sofar, LIKELY_TANKS);
  const { at, nowIndex } = momentsOf(tank.startedAt, now, aheadDays);
  const courses = likely.map(({ unknowns }) => cycleCourse(tank, hiddenOf(unknowns), at));
  const weights = likely.map(({ weight }) => weight);

  const chances = Object.fromEntries(STAGES.map((stage) => [stage, 0])) as Record<Stage, number>;
  let ammonia = 0;
  let nitrite = 0;
  let capacity = 0;
  let above = 0;
  courses.forEach((course, i) => {
    const weight = weights[i] ?? 0;
    const stage = stagesAlong(course, steps)[nowIndex] ?? 'not started';
    chances[stage] += weight;
    const [a = 0, n = 0] = [course.ammonia[nowIndex], course.nitrite[nowIndex]];
    ammonia += weight * a;
    nitrite += weight * n;
    capacity += weight * (course.capacity[nowIndex] ?? 0);
    if (a >= steps.ammonia || n >= steps.nitrite) above += weight;
  });
  const likeliest = STAGES.reduce((best, stage) => (chances[stage] > chances[best] ? stage : best));
  const confirming = confirmingTests(sofar, steps, lastDoseOf(tank, steps, now));
  const settled = likeliest === 'waiting to confirm' && above < STILL_THERE && confirming >= 2;
  return {
    stage: settled ? 'cycled' : likeliest,
    confidence: chances[likeliest],
    chances,
    course: bandsOf(courses, weights, steps),
    now: { ammonia, nitrite, capacity },
    confirming,
  };
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
function momentsOf(startedAt: number, now: number, aheadDays: number): { at: number[]; nowIndex: number } {
  const so = Math.max(0, (now - startedAt) / DAY_MS);
  const apart = so > 40 ? 1 : 0.5;
  const behind = Array.from({ length: Math.ceil(so / apart) }, (_, i) =>
    Math.min(now, startedAt + Math.max(BEGUN_MS, i * apart * DAY_MS)),
  );
  const ahead = Array.from({ length: aheadDays }, (_, i) => now + (i + 1) * DAY_MS);
  return { at: [...behind, now, ...ahead], nowIndex: behind.length };
}
