import { mostLikely, pointsAbout, spreadOf, type Spread } from '@/numerics/most-likely';
import type { Observation } from '../observation';
import { DAY_MS } from '../tank-model/time';
import type { Nutrient, UpToFactor } from './foods';
import { levelAfter, levelRenewed, withExchange, type NutrientRates, type Renewal } from './nutrient-course';

/** What is fed from a moment on, told as what it would come to in the water, mg/L a day; undefined where it was never said how much. */
export interface Fed {
  readonly from: number;
  readonly perDay: UpToFactor | undefined;
  /** Feedings a day, where nothing is known but how often: what comes in follows it. */
  readonly timesPerDay: number | undefined;
}

export interface NutrientToFit {
  readonly nutrient: Nutrient;
  readonly now: number;
  /** In order of time. */
  readonly readings: readonly Observation[];
  /** In order of time; the first holds before it too. */
  readonly fed: readonly Fed[];
  /** When something that takes nutrients out, or keeps it from it, was changed: skimmer, refugium, media, a carbon source, floss. */
  readonly turns: readonly number[];
  readonly changes: readonly (Renewal & { readonly at: number })[];
  /** What was put in at once, mg/L: a salt dosed. */
  readonly additions: readonly { readonly at: number; readonly mgPerL: number }[];
}

/** One course the readings allow: what comes and what goes by the moment. */
export interface NutrientCourse {
  readonly levelAt: (at: number) => number;
  readonly ratesAt: (at: number) => CourseRates;
}

/** What moves it at a moment, mg/L a day and a share a day. */
export interface CourseRates {
  /** What comes of what is fed. */
  readonly fedPerDay: number;
  /** What is taken up whatever the water holds. */
  readonly takenPerDay: number;
  readonly goesPerDay: number;
}

/**
 * The two that are even, as one.
 * By definition.
 */
export function ratesOf({ fedPerDay, takenPerDay, goesPerDay }: CourseRates): NutrientRates {
  return { comesPerDay: fedPerDay - takenPerDay, goesPerDay };
}

export interface FittedNutrient {
  /** The most likely course, then for each independent direction the two at the ends of its 95 % range: what `spreadOf` takes figures of. */
  readonly courses: readonly NutrientCourse[];
  /** A figure of the course with its 95 % range. */
  readonly spread: (figure: (course: NutrientCourse) => number) => Spread;
  readonly from: number;
  /** Tests it rests on. */
  readonly tests: number;
}

/** Before anything is read of a tank, mg/L a day and shares a day. Chosen, wide: what is fed that is not skimmed off, and what all that takes nutrients takes. */
const PRIOR = {
  /** Of what is fed, so much comes to the water as nitrate or phosphate. */
  reaches: { nitrate: { median: 0.6, spread: 0.7 }, phosphate: { median: 0.6, spread: 0.7 } },
  /** So much beyond what comes is taken up day by day, however much or little the water holds: what comes is told as what is left of it. */
  taken: { median: 0.05, spread: 1.2 },
  /** Where it was never said how much is fed. */
  comes: { nitrate: { median: 0.25, spread: 1.1 }, phosphate: { median: 0.015, spread: 1.1 } },
  goes: { nitrate: { median: 0.03, spread: 1.1 }, phosphate: { median: 0.05, spread: 1.5 } },
  /** Rock and sand hold so many times the phosphate of the water and give it back: all that comes and goes shows the slower. */
  held: { nitrate: { median: 0, spread: 0 }, phosphate: { median: 1.5, spread: 1 } },
  /** What a turned lever does to what goes. */
  turn: 0.9,
  /** Two weeks are fed more or less than others. */
  fortnight: 0.25,
} as const;
const FORTNIGHT_MS = 14 * DAY_MS;
/** No more is looked back than this, and no more turns are told apart. Chosen: six months, and what nine months of tests can carry. */
const LONGEST_MS = 182 * DAY_MS;
const MOST_TURNS = 5;
/** Two turns within so many days are one: tests are weekly. */
const TOGETHER_MS = 5 * DAY_MS;
/** Figures that are none of a turn or a fortnight: start, what comes, what goes, what is taken, what rock holds. */
const OWN = 5;
/** Beyond so many standard deviations a reading counts for its distance and no more for its square. */
const STRAIGHT_FROM = 2.5;
/** A tank is no stirred beaker: the model strays by this share of the level and of what a kit shows at all. Chosen. */
const MODEL_SHARE = 0.06;
export const LEAST_TESTS = 3;
/** The tests must lie over so many days at least. */
export const LEAST_DAYS = 14;

/**
 * A nutrient as the balance of what comes and what goes: an even source in proportion to what is fed, a loss in proportion to the level that may
 * turn where a lever was turned, changes of water as they were made. With weekly tests no more than that can be told apart.
 * @param asked levels in mg/L, moments in epoch ms
 * @returns undefined with fewer than three tests, or with less than two weeks of them
 * Source: most likely values under a prior (Levenberg 1944, Marquardt 1963), ranges by Laplace's approximation (MacKay 2003, chapter 27);
 * readings that stray count as Huber 1964 has it.
 */
export function fitNutrient(asked: NutrientToFit): FittedNutrient | undefined {
  const { now, nutrient } = asked;
  const readings = asked.readings.filter(({ at }) => at <= now && at > now - LONGEST_MS);
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last || readings.length < LEAST_TESTS || last.at - first.at < LEAST_DAYS * DAY_MS) return undefined;
  const from = first.at;
  const turns = together(asked.turns.filter((at) => at > from && at < now));
  const fortnights = Math.max(1, Math.ceil((now - from) / FORTNIGHT_MS));
  const within = <Event extends { readonly at: number }>(events: readonly Event[]) =>
    events.filter(({ at }) => at > from && at <= now);
  const [changes, additions] = [within(asked.changes), within(asked.additions)];
  const startSd = 2 * first.sd + 0.1 * first.value;
  const shape = { from, fed: asked.fed, turns, fortnights, nutrient, start: first.value, startSd, changes, additions };
  const residualsAt = (z: readonly number[]) => {
    const { levelAt } = courseOf(shape, z);
    return readings.map(({ at, value, sd, bound }) => {
      const level = levelAt(at);
      const off = (level - value) / Math.hypot(sd, MODEL_SHARE * Math.max(level, value));
      return bound !== undefined && (bound === 'below' ? off < 0 : off > 0) ? 0 : straightened(off);
    });
  };
  const { z, covariance } = mostLikely(residualsAt, OWN + turns.length + fortnights);
  const courses = pointsAbout(z, covariance).map((point) => courseOf(shape, point));
  return {
    courses,
    spread: (figure) => spreadOf(courses.map(figure)),
    from,
    tests: readings.length,
  };
}

interface Shape extends Pick<NutrientToFit, 'fed' | 'changes' | 'additions' | 'nutrient'> {
  readonly from: number;
  readonly turns: readonly number[];
  readonly fortnights: number;
  readonly start: number;
  readonly startSd: number;
}

/** The course that a set of figures means: start, source, loss, its turns, and how each fortnight was fed beside its plan. */
function courseOf(shape: Shape, z: readonly number[]): NutrientCourse {
  const { from, fed, turns, fortnights, nutrient, start, startSd } = shape;
  const factor = (i: number, sd: number) => Math.exp(sd * (z[i] ?? 0));
  const amountOf = ({ perDay, timesPerDay = 1 }: Pick<Fed, 'perDay' | 'timesPerDay'>) =>
    perDay
      ? perDay.median * PRIOR.reaches[nutrient].median * factor(1, PRIOR.reaches[nutrient].spread)
      : timesPerDay * PRIOR.comes[nutrient].median * factor(1, PRIOR.comes[nutrient].spread);
  // What is taken evenly hides in what comes while feeding stays: the two are told apart by a change of it alone.
  const more = PRIOR.taken.median * factor(3, PRIOR.taken.spread);
  const shows = 1 / (1 + PRIOR.held[nutrient].median * factor(4, PRIOR.held[nutrient].spread));
  const takenPerDay = shows * more * amountOf(fed.findLast((each) => each.from <= from) ?? fed[0] ?? NOT_TOLD);
  const ratesAt = (at: number): CourseRates => {
    const fortnight = Math.min(fortnights - 1, Math.floor((at - from) / FORTNIGHT_MS));
    return {
      fedPerDay:
        shows *
        (1 + more) *
        amountOf(fed.findLast((each) => each.from <= at) ?? fed[0] ?? NOT_TOLD) *
        factor(OWN + turns.length + fortnight, PRIOR.fortnight),
      takenPerDay,
      goesPerDay: turns.reduce(
        (share, turn, i) => (at >= turn ? share * factor(OWN + i, PRIOR.turn) : share),
        shows * PRIOR.goes[nutrient].median * factor(2, PRIOR.goes[nutrient].spread),
      ),
    };
  };
  const steps = stepsOf(shape);
  const levels: { readonly at: number; readonly level: number; readonly rates: CourseRates }[] = [];
  let [at, level] = [from, Math.max(0, start + startSd * (z[0] ?? 0))];
  levels.push({ at, level, rates: ratesAt(at) });
  for (const step of steps) {
    level = Math.max(0, levelAfter(level, (step.at - at) / DAY_MS, ratesOf(ratesAt(at))));
    if (step.change) level = levelRenewed(level, step.change);
    if (step.mgPerL !== undefined) level += step.mgPerL;
    at = step.at;
    levels.push({ at, level, rates: ratesAt(at) });
  }
  return {
    ratesAt,
    levelAt: (moment) => {
      const before = levels.findLast((each) => each.at <= moment) ?? levels[0];
      return before
        ? Math.max(0, levelAfter(before.level, Math.max(0, moment - before.at) / DAY_MS, ratesOf(before.rates)))
        : start;
    },
  };
}

/** Where nobody said how often it is fed. */
const NOT_TOLD = { perDay: undefined, timesPerDay: 1 };

interface Stepped {
  readonly at: number;
  readonly change?: Renewal;
  readonly mgPerL?: number;
}

/** Every moment at which the course takes another way, in order of time. */
function stepsOf({ from, fed, turns, fortnights, changes, additions }: Shape): readonly Stepped[] {
  return [
    ...fed.filter((each) => each.from > from).map((each) => ({ at: each.from })),
    ...turns.map((at) => ({ at })),
    ...Array.from({ length: fortnights - 1 }, (_, i) => ({ at: from + (i + 1) * FORTNIGHT_MS })),
    ...changes.map((change) => ({ at: change.at, change })),
    ...additions,
  ].toSorted((a, b) => a.at - b.at);
}

/** The last turns, those close together as one. */
function together(turns: readonly number[]): readonly number[] {
  return turns
    .toSorted((a, b) => a - b)
    .filter((at, i, all) => i === 0 || at - (all[i - 1] ?? 0) > TOGETHER_MS)
    .slice(-MOST_TURNS);
}

/** Its square, squared and added, costs by Huber's law. */
function straightened(off: number): number {
  const far = Math.abs(off);
  return far <= STRAIGHT_FROM ? off : Math.sign(off) * Math.sqrt(STRAIGHT_FROM * (2 * far - STRAIGHT_FROM));
}

/**
 * A level carried on from now with what comes and goes as it does, changes of water evenly among it.
 * @param exchange share of the water a day, and what the new water holds, mg/L
 * Source: `levelAfter`.
 */
export function levelAhead(
  course: NutrientCourse,
  now: number,
  days: number,
  exchange: { readonly sharePerDay: number; readonly level: number },
  plan: (rates: CourseRates) => CourseRates = (rates) => rates,
): number {
  const rates = withExchange(ratesOf(plan(course.ratesAt(now))), exchange.sharePerDay, exchange.level);
  return Math.max(0, levelAfter(course.levelAt(now), days, rates));
}
