import { errorFunction } from 'simple-statistics';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';

/** A level that went on at one rate and then at another. Rates in the readings' unit a day. */
export interface ChangeOfPace {
  /** The day that fits best, epoch ms. */
  readonly at: number;
  /** The days that fit nearly as well: its 95 % range. */
  readonly from: number;
  readonly to: number;
  readonly perDayBefore: number;
  readonly perDayAfter: number;
  readonly differenceSd: number;
  /** How often readings of a level that never changed its pace would show as much. */
  readonly chance: number;
}

/** So many readings stand on either side of the day at least. */
const LEAST_ON_A_SIDE = 3;
const LEAST_READINGS = 8;
/** A change that would show by chance more seldom than this is told. */
const TOLD_BELOW = 0.05;
/** Twice the fall of the log-likelihood that bounds a 95 % range of one figure. */
const WITHIN_95 = 3.84;

interface Kink {
  readonly at: number;
  readonly before: number;
  readonly change: number;
  readonly changeSd: number;
  readonly left: number;
}

/**
 * The day on which a level changed its pace: of all days between the readings the one at which a line with a bend fits best, told only
 * where it fits so much better than a straight line as chance seldom lets it.
 *
 * The chance counts that the day was looked for: the best of many days fits better than any one day would.
 *
 * @param readings in order of time, each with its own error; slips left out beforehand (`local-trend.ts` tells them)
 * @returns undefined with fewer than eight readings, or where chance would show as much one time in twenty
 * Source: the continuous two-phase line (Hinkley 1971, *Inference in two-phase regression*); the chance by the bound of Davies 1987,
 * *Hypothesis testing when a nuisance parameter is present only under the alternative*, Biometrika 74, equation 3.4 (from memory).
 */
export function changeOfPace(readings: readonly Point[]): ChangeOfPace | undefined {
  const n = readings.length;
  const first = readings[0];
  const last = readings.at(-1);
  if (n < LEAST_READINGS || !first || !last) return undefined;
  const days = readings.map(({ at }) => (at - first.at) / DAY_MS);
  const straight = leftOver(readings, days, undefined)?.left;
  const from = days[LEAST_ON_A_SIDE - 1] ?? 0;
  const to = days[n - LEAST_ON_A_SIDE] ?? 0;
  if (straight === undefined || !(to > from)) return undefined;
  const steps = Math.min(120, 4 * n);
  const kinks = Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps).flatMap((day) => {
    const fitted = leftOver(readings, days, day);
    return fitted ? [{ ...fitted, at: day }] : [];
  });
  const best = kinks.reduce<Kink | undefined>(
    (most, kink) => (most && most.left <= kink.left ? most : kink),
    undefined,
  );
  if (!best) return undefined;
  const degrees = n - 3;
  // The readings' own error, or their scatter about the bent line where that is more.
  const noise = Math.max(1, best.left / degrees);
  const gain = (left: number) => degrees * Math.log1p(Math.max(0, straight - left) / noise / degrees);
  const chance = byChance(
    gain(best.left),
    kinks.map(({ left, change }) => Math.sign(change) * Math.sqrt(gain(left))),
  );
  if (!(chance < TOLD_BELOW)) return undefined;
  const fits = kinks.filter(({ left }) => (left - best.left) / noise <= WITHIN_95);
  const moment = (day: number) => Math.round(first.at + day * DAY_MS);
  return {
    at: moment(best.at),
    from: moment(Math.min(...fits.map(({ at }) => at))),
    to: moment(Math.max(...fits.map(({ at }) => at))),
    perDayBefore: best.before,
    perDayAfter: best.before + best.change,
    differenceSd: best.changeSd * Math.sqrt(noise),
    chance,
  };
}

/** Davies' bound: the chance at the best day alone, and that of each rise of the statistic on the way along the days. */
function byChance(most: number, along: readonly number[]): number {
  const travelled = along.slice(1).reduce((sum, each, i) => sum + Math.abs(each - (along[i] ?? 0)), 0);
  const oneDay = 1 - errorFunction(Math.sqrt(most / 2));
  return Math.min(1, oneDay + (travelled * Math.exp(-most / 2)) / Math.sqrt(2 * Math.PI));
}

/** Weighted least squares of level, rate and, from a day on, a further rate: what is left over, in squares of the readings' error. */
function leftOver(readings: readonly Point[], days: readonly number[], bend: number | undefined) {
  const columns = (day: number) => (bend === undefined ? [1, day] : [1, day, Math.max(0, day - bend)]);
  const size = bend === undefined ? 2 : 3;
  // By Gram and Schmidt on the weighted columns: the last column's own part tells its coefficient and its error.
  const weighted = Array.from({ length: size }, (_, column) =>
    readings.map(({ sd }, i) => (columns(days[i] ?? 0)[column] ?? 0) / sd),
  );
  let rest = readings.map(({ value, sd }) => value / sd);
  const basis: { readonly part: readonly number[]; readonly norm: number; readonly by: number }[] = [];
  for (const column of weighted) {
    let part = column;
    for (const { part: other, norm } of basis) {
      const share = dot(part, other) / norm;
      part = part.map((value, i) => value - share * (other[i] ?? 0));
    }
    const norm = dot(part, part);
    if (!(norm > 1e-10 * dot(column, column))) return undefined;
    const by = dot(rest, part) / norm;
    rest = rest.map((value, i) => value - by * (part[i] ?? 0));
    basis.push({ part, norm, by });
  }
  const bent = basis[2];
  const change = bent?.by ?? 0;
  const rate = basis[1];
  const before = rate && bent ? rate.by - (change * dot(weighted[2] ?? [], rate.part)) / rate.norm : (rate?.by ?? 0);
  return { before, change, changeSd: bent ? Math.sqrt(1 / bent.norm) : 0, left: dot(rest, rest) };
}

function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0);
}
