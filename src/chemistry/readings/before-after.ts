import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';
import { localTrend } from './local-trend';
import { studentT95 } from './student-t';

/** A figure with its standard deviation and 95 % range. */
export interface Told {
  readonly value: number;
  readonly sd: number;
  readonly low: number;
  readonly high: number;
}

/** What a stretch of readings tells: their mean, and the rate of a line through them. */
export interface Stretch {
  readonly count: number;
  readonly level: Told;
  /** In the unit a day; undefined of fewer than three readings or of one moment. */
  readonly perDay?: Told | undefined;
}

export const VERDICTS = ['changed', 'within error', 'cannot tell'] as const;
export type Verdict = (typeof VERDICTS)[number];

export interface Change extends Told {
  readonly verdict: Verdict;
  /** As many tests again, shared before and after, would tell a change of the size that matters; 0 where it is told already. */
  readonly moreTests: number;
}

export interface BeforeAfter {
  readonly before: Stretch;
  readonly after: Stretch;
  readonly level: Change;
  readonly perDay?: Change | undefined;
}

/** Readings a stretch needs before its mean is compared. */
export const LEAST_ON_A_SIDE = 2;
/** A change of the size that matters is found so often: the standard normal deviates of 95 % sure, four times in five. */
const FOUND_FOUR_IN_FIVE = 1.96 + 0.84;
/** More tests than this are not asked of anybody. */
const MOST_TESTS = 200;

/**
 * What changed with an event: the readings of before it and of after it, their means and their rates.
 *
 * A change is told where its 95 % range leaves zero out; "within error" where the range lies wholly inside what would matter; else
 * the tests cannot tell. That the event made the change does not follow: whatever else changed in the same days may have.
 *
 * @param matters the smallest difference of levels worth knowing of, in the readings' unit, above 0
 * @returns undefined with fewer than two readings on either side
 * Source: Welch 1947, the two-sample t of unequal variances with the degrees of Satterthwaite (`scipy.stats.ttest_ind`), each mean no surer
 * than its instruments; rates by least squares (`scipy.stats.linregress`), likewise.
 */
export function beforeAfter(
  before: readonly Point[],
  after: readonly Point[],
  matters: { readonly level: number; readonly perDay: number },
): BeforeAfter | undefined {
  if (before.length < LEAST_ON_A_SIDE || after.length < LEAST_ON_A_SIDE) return undefined;
  const [meanBefore, meanAfter] = [meanOf(before), meanOf(after)];
  const [rateBefore, rateAfter] = [rateOf(before), rateOf(after)];
  const tests = before.length + after.length;
  return {
    before: { count: before.length, level: told(meanBefore), perDay: rateBefore && told(rateBefore) },
    after: { count: after.length, level: told(meanAfter), perDay: rateAfter && told(rateAfter) },
    level: changeOf(meanBefore, meanAfter, matters.level, tests),
    perDay: rateBefore && rateAfter && changeOf(rateBefore, rateAfter, matters.perDay, tests),
  };
}

/**
 * How far a level came between two moments, by the trend of all its readings: what a mean of each stretch hides where the level turned.
 * @returns undefined where too few readings are about either moment
 * Source: the difference of two levels of `local-trend.ts`; errors of the two moments are taken as independent, which widens it a little
 * where they lie close.
 */
export function betweenMoments(readings: readonly Point[], from: number, to: number): Told | undefined {
  const trend = localTrend(readings, [from, to]);
  const [start, end] = trend?.points ?? [];
  if (!trend || start?.at !== from || end?.at !== to) return undefined;
  const sd = Math.hypot(start.levelSd, end.levelSd);
  const value = end.level - start.level;
  return { value, sd, low: value - trend.t95 * sd, high: value + trend.t95 * sd };
}

interface Estimate {
  readonly value: number;
  readonly sd: number;
  /** Of the estimate of its error; without end where that is the instrument's own. */
  readonly degrees: number;
}

function told({ value, sd, degrees }: Estimate): Told {
  const half = sd * (Number.isFinite(degrees) ? studentT95(degrees) : 1.96);
  return { value, sd, low: value - half, high: value + half };
}

/** A mean errs as its readings scatter, and no less than their instrument does. */
function meanOf(points: readonly Point[]): Estimate {
  const n = points.length;
  const value = points.reduce((sum, point) => sum + point.value, 0) / n;
  const scatter = Math.sqrt(points.reduce((sum, point) => sum + (point.value - value) ** 2, 0) / (n - 1) / n);
  const own = Math.sqrt(points.reduce((sum, { sd }) => sum + sd ** 2, 0)) / n;
  return scatter > own ? { value, sd: scatter, degrees: n - 1 } : { value, sd: own, degrees: Infinity };
}

function rateOf(points: readonly Point[]): Estimate | undefined {
  const n = points.length;
  const centre = points.reduce((sum, { at }) => sum + at, 0) / n;
  const days = points.map(({ at }) => (at - centre) / DAY_MS);
  const spread = days.reduce((sum, day) => sum + day ** 2, 0);
  if (n < 3 || !(spread > 1e-6)) return undefined;
  const mean = points.reduce((sum, point) => sum + point.value, 0) / n;
  const value = points.reduce((sum, point, i) => sum + (days[i] ?? 0) * point.value, 0) / spread;
  const left = points.reduce((sum, point, i) => sum + (point.value - mean - value * (days[i] ?? 0)) ** 2, 0);
  const scatter = Math.sqrt(left / (n - 2) / spread);
  const own = Math.sqrt(points.reduce((sum, { sd }, i) => sum + ((days[i] ?? 0) * sd) ** 2, 0)) / spread;
  return scatter > own ? { value, sd: scatter, degrees: n - 2 } : { value, sd: own, degrees: Infinity };
}

function changeOf(before: Estimate, after: Estimate, matters: number, tests: number): Change {
  const variance = before.sd ** 2 + after.sd ** 2;
  const spent = before.sd ** 4 / before.degrees + after.sd ** 4 / after.degrees;
  const degrees = spent > 0 ? variance ** 2 / spent : Infinity;
  const difference = told({ value: after.value - before.value, sd: Math.sqrt(variance), degrees });
  const changed = difference.low > 0 || difference.high < 0;
  const small = difference.low > -matters && difference.high < matters;
  const wanted = tests * ((FOUND_FOUR_IN_FIVE * difference.sd) / matters) ** 2;
  return {
    ...difference,
    verdict: changed ? 'changed' : small ? 'within error' : 'cannot tell',
    moreTests: changed || small ? 0 : Math.min(MOST_TESTS, Math.max(1, Math.ceil(wanted - tests))),
  };
}
