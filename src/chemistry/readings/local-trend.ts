import { SDS_95 } from '@/numerics/normal-interval';
import { median } from 'simple-statistics';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';
import { studentT95 } from '@/numerics/student-t';

/** What the readings around a moment tell of it together. Levels in the readings' unit, rates in that unit a day. */
export interface TrendPoint {
  readonly at: number;
  readonly level: number;
  readonly levelSd: number;
  readonly perDay: number;
  readonly perDaySd: number;
}

export interface LocalTrend {
  /** One for each moment asked for; moments without enough readings about them are left out. */
  readonly points: readonly TrendPoint[];
  /** How much each reading is believed, from 1 down to 0 for one that all others contradict. */
  readonly belief: readonly number[];
  /** How much the readings scatter about the trend, as a multiple of their own error; 1 or more. */
  readonly scatter: number;
  /** Half the width of a 95 % range in standard deviations, for so many readings. */
  readonly t95: number;
}

/** Readings within so many days of a moment tell of it, and at least the nearest few. Chosen: of weekly tests those of three weeks about it. */
const WITHIN_DAYS = 7;
const NEAREST = 6;
/** Fewer readings than this make no trend. */
export const LEAST_READINGS = 4;
const ROUNDS = 3;
/** However much of the line is its own, a reading is judged by so much of the rest at least. */
const LEAST_FREE = 0.05;
/** The median of the sizes of standard normal deviates: a scatter below it is no better than the instrument. */
const MEDIAN_OF_NORMAL = 0.6745;

/** A line about a moment: the share each reading near it has in the level there and in its rate. */
interface LocalLine {
  /** The place of the first of them. */
  readonly from: number;
  readonly forLevel: readonly number[];
  readonly forRate: readonly number[];
}

/**
 * Level and rate of a series of readings at given moments: through each moment a straight line, fitted by weighted least squares to the
 * readings about it (tricube weights of their distance, and their own errors), readings far off the others believed less.
 * The bands follow from the readings' own errors, widened where they scatter more than these allow; what a level does between readings by
 * more than a straight line over some weeks is not in them.
 *
 * @param readings in order of time
 * @param moments epoch ms, any
 * @returns undefined with fewer than four readings
 * Source: locally weighted regression, Cleveland 1979, *Robust locally weighted regression and smoothing scatterplots*, J. Am. Stat. Assoc.
 * 74; its bisquare weights, on studentised residuals in units of each reading's error and no tighter than that error.
 */
export function localTrend(readings: readonly Point[], moments: readonly number[]): LocalTrend | undefined {
  if (readings.length < LEAST_READINGS) return undefined;
  let belief: readonly number[] = readings.map(() => 1);
  const anchors = anchorsOf(readings);
  let own = ownLevels(readings, anchors, belief);
  for (let round = 0; round < ROUNDS; round++) {
    // In units of their own scatter: at the ends the line follows its last reading, and lies near it however wrong that is.
    const residuals = residualsOf(readings, own).map(
      (residual, i) => residual / Math.sqrt(Math.max(LEAST_FREE, 1 - (own.shares[i] ?? 0))),
    );
    const usual = Math.max(MEDIAN_OF_NORMAL, median(residuals.map(Math.abs)));
    belief = residuals.map((residual) => Math.max(0, 1 - (residual / (6 * usual)) ** 2) ** 2);
    own = ownLevels(readings, anchors, belief);
  }
  const residuals = residualsOf(readings, own);
  const believed = sum(belief);
  const spent = sum(own.shares);
  const degrees = Math.max(0.5, believed - spent);
  const scatter = Math.sqrt(Math.max(1, sum(residuals.map((each, i) => (belief[i] ?? 0) * each ** 2)) / degrees));
  const points = moments.flatMap((at): TrendPoint[] => {
    const line = lineAt(readings, at, belief);
    if (!line) return [];
    const [level, levelSd] = toldBy(readings, line.from, line.forLevel);
    const [perDay, perDaySd] = toldBy(readings, line.from, line.forRate);
    return [{ at, level, levelSd: levelSd * scatter, perDay, perDaySd: perDaySd * scatter }];
  });
  // Where they scatter as their instrument errs, its error is known and need not be estimated.
  return { points, belief, scatter, t95: scatter > 1 ? studentT95(Math.max(1, degrees)) : SDS_95 };
}

/** What the line says of each reading's own moment, and the share that reading has in it. */
interface OwnLevels {
  readonly levels: readonly (number | undefined)[];
  readonly shares: readonly number[];
}

/** Readings whose own line is worked out; of a series that is no longer than this each of them. */
const MOST_ANCHORS = 150;

/**
 * The places of the readings whose own line is worked out: of a monitor's thousands every so many, evenly, the first and the last among them.
 * Between two of them the level is taken as straight, as in Cleveland's own programme (his `delta`).
 */
function anchorsOf(readings: readonly Point[]): readonly number[] {
  const count = Math.min(readings.length, MOST_ANCHORS);
  const last = readings.length - 1;
  return Array.from({ length: count }, (_, i) => Math.round((i * last) / Math.max(1, count - 1)));
}

function ownLevels(readings: readonly Point[], anchors: readonly number[], belief: readonly number[]): OwnLevels {
  const lines = anchors.map((place) => lineAt(readings, readings[place]?.at ?? 0, belief));
  const told = lines.map((line) => line && toldBy(readings, line.from, line.forLevel)[0]);
  let k = 0;
  const levels: (number | undefined)[] = [];
  const shares: number[] = [];
  readings.forEach(({ at }, i) => {
    while (k + 1 < anchors.length - 1 && (anchors[k + 1] ?? Infinity) <= i) k += 1;
    const [before, after] = [anchors[k] ?? 0, anchors[k + 1] ?? anchors[k] ?? 0];
    const [from, to] = [readings[before]?.at ?? at, readings[after]?.at ?? at];
    const share = i === before || to <= from ? 0 : (at - from) / (to - from);
    const [low, high] = [told[k], told[k + 1] ?? told[k]];
    levels.push(low === undefined || high === undefined ? undefined : low + share * (high - low));
    const nearest = share < 0.5 ? lines[k] : (lines[k + 1] ?? lines[k]);
    shares.push(nearest?.forLevel[i - nearest.from] ?? 0);
  });
  return { levels, shares };
}

function residualsOf(readings: readonly Point[], { levels }: OwnLevels): number[] {
  return readings.map(({ value, sd }, i) => {
    const level = levels[i];
    return level === undefined ? 0 : (value - level) / sd;
  });
}

function toldBy(readings: readonly Point[], from: number, shares: readonly number[]): [value: number, sd: number] {
  let value = 0;
  let variance = 0;
  shares.forEach((share, i) => {
    const reading = readings[from + i];
    if (!reading) return;
    value += share * reading.value;
    variance += (share * reading.sd) ** 2;
  });
  return [value, Math.sqrt(variance)];
}

/** The line about a moment; undefined where no two readings at different times are near it. */
function lineAt(readings: readonly Point[], at: number, belief: readonly number[]): LocalLine | undefined {
  const { from, to, reach } = nearTo(readings, at);
  const near = readings.slice(from, to);
  const days = near.map((reading) => (reading.at - at) / DAY_MS);
  const weights = near.map(({ sd }, i) => {
    const far = Math.abs(days[i] ?? 0) / reach;
    return far >= 1 ? 0 : ((1 - far ** 3) ** 3 * (belief[from + i] ?? 0)) / sd ** 2;
  });
  const w = sum(weights);
  const centre = sum(weights.map((weight, i) => weight * (days[i] ?? 0))) / w;
  const spread = sum(weights.map((weight, i) => weight * ((days[i] ?? 0) - centre) ** 2));
  if (!(w > 0) || !(spread > 1e-9 * w)) return undefined;
  const forRate = weights.map((weight, i) => (weight * ((days[i] ?? 0) - centre)) / spread);
  return { from, forLevel: weights.map((weight, i) => weight / w - centre * (forRate[i] ?? 0)), forRate };
}

/**
 * The readings that tell of a moment, and how many days from it their weight falls to none. They stand in order of time, so that of a long
 * series only those near it are looked at.
 */
function nearTo(readings: readonly Point[], at: number): { from: number; to: number; reach: number } {
  const away = (i: number) => Math.abs((readings[i]?.at ?? Infinity) - at) / DAY_MS;
  let to = firstFrom(readings, at);
  let from = to;
  const wanted = Math.min(NEAREST, readings.length);
  while (to - from < wanted) {
    if (to < readings.length && (from === 0 || away(to) <= away(from - 1))) to += 1;
    else from -= 1;
  }
  const reach = Math.max(WITHIN_DAYS, Math.max(away(from), away(to - 1)) * 1.0001);
  while (from > 0 && away(from - 1) < reach) from -= 1;
  while (to < readings.length && away(to) < reach) to += 1;
  return { from, to, reach };
}

/** The place of the first reading that is no earlier than a moment. */
function firstFrom(readings: readonly Point[], at: number): number {
  let low = 0;
  let high = readings.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((readings[middle]?.at ?? Infinity) < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

function sum(values: readonly number[]): number {
  let total = 0;
  for (const value of values) total += value;
  return total;
}
