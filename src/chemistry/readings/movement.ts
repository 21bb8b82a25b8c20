import { median } from 'simple-statistics';
import { DAY_MS } from '../tank-model/time';
import type { ScaleRate } from './rates-by-scale';
import type { ReadBySome } from './robust-line';

export const MOVEMENTS = ['falling', 'steady', 'rising'] as const;
export type Movement = (typeof MOVEMENTS)[number];

/** What a level was found to do. Rates in the readings' unit a day. */
export interface Moved {
  /** Undefined where the readings cannot tell yet. */
  readonly moves?: Movement | undefined;
  /** The rate that is told, and half the width of its range. */
  readonly perDay: number;
  readonly half: number;
  /** Over so many days; undefined of the rate as things stand now. */
  readonly overDays?: number | undefined;
  readonly sinceEvent: boolean;
  /** All of its range is less than would matter. */
  readonly small: boolean;
  /** Tests more, as often as lately, would tell; 0 where it is told, undefined where more than a year of them would be needed. */
  readonly moreTests?: number | undefined;
}

/** A rate and half the width of its range, asked beside those of the stretches: as things stand now, by what goes in and is consumed. */
export interface RateNow {
  readonly perDay: number;
  readonly half: number;
}

/** What would matter of a rate. */
export interface Matters {
  /** In the readings' unit a day, above 0. */
  readonly perDay: number;
  /** How far the level may fall, and rise, before it leaves its band; undefined without one, or outside it. */
  readonly down?: number | undefined;
  readonly up?: number | undefined;
}

/** What leaves its band within so many days matters, however slow. */
const LEAVES_WITHIN_DAYS = 30;
/** A longer stretch goes on as the shorter one where their rates differ by no more than this many standard deviations. Chosen: nine in ten do. */
const GOES_ON_WITHIN = 1.64;
/** More tests than this are not asked of anybody. Chosen: a year of weekly ones. */
const MOST_TESTS = 52;

/**
 * Falling or rising where the range of the rate over some stretch leaves zero out; steady where the range over the longest that a line fits lies
 * within what would matter; else nothing yet, and how many more tests would tell.
 *
 * Told is the rate of now where that is known and shows; else the longest stretch that goes on as the shortest in which it shows: the
 * newest turn, and what an even fall is known by best.
 *
 * @param rates of `ratesByScale`, shortest first
 * @param matters the least rate that matters, and the room there is
 * @param now the rate of now by the balance, where that is known
 * @returns undefined where there is no rate at all
 * Source: the variance of the difference of a rate and a surer one of the same readings is the difference of their variances (Hausman
 * 1978, *Specification tests in econometrics*, Econometrica 46, lemma 2.1).
 */
export function movementOf(
  rates: readonly ScaleRate[],
  readings: readonly ReadBySome[],
  matters: Matters,
  now?: RateNow,
): Moved | undefined {
  const within = ({ perDay, half }: RateNow) => Math.abs(perDay) + half <= matters.perDay;
  const isSmall = (rate: RateNow) => within(rate) && staysIn(rate, matters);
  if (now && leavesZeroOut(now)) return { ...toldNow(now), moves: wayOf(now), small: isSmall(now), moreTests: 0 };
  const longest = rates.findLast(({ fits }) => fits) ?? rates[0];
  const shows = rates.findIndex(leavesZeroOut);
  const shortest = rates[shows];
  if (shortest) {
    const found =
      rates.slice(shows + 1).findLast((rate) => leavesZeroOut(rate) && goesOnAs(rate, shortest)) ?? shortest;
    return { ...toldBy(found), moves: wayOf(found), small: isSmall(found), moreTests: 0 };
  }
  if (!longest)
    return (
      now && { ...toldNow(now), moves: within(now) ? 'steady' : undefined, small: within(now), moreTests: undefined }
    );
  const moves = longest.fits && within(longest) ? 'steady' : undefined;
  return {
    ...toldBy(longest),
    moves,
    small: within(longest),
    moreTests: moves ? 0 : testsToTell(longest, readings, matters.perDay),
  };
}

function leavesZeroOut({ perDay, half }: RateNow): boolean {
  return Math.abs(perDay) > half;
}

function staysIn({ perDay }: RateNow, { down = Infinity, up = Infinity }: Matters): boolean {
  return Math.abs(perDay) * LEAVES_WITHIN_DAYS < (perDay < 0 ? down : up);
}

function wayOf({ perDay }: RateNow): Movement {
  return perDay < 0 ? 'falling' : 'rising';
}

function goesOnAs(longer: ScaleRate, shorter: ScaleRate): boolean {
  const apart = Math.sqrt(Math.max(0, shorter.sd ** 2 - longer.sd ** 2));
  return (
    Math.sign(longer.perDay) === Math.sign(shorter.perDay) &&
    Math.abs(longer.perDay - shorter.perDay) <= GOES_ON_WITHIN * apart
  );
}

function toldBy({ perDay, half, from, to, sinceEvent }: ScaleRate) {
  return { perDay, half, overDays: (to - from) / DAY_MS, sinceEvent };
}

function toldNow({ perDay, half }: RateNow) {
  return { perDay, half, overDays: undefined, sinceEvent: false };
}

/** As often as lately, until the range is narrow enough for one word or another, if the rate is about what it seems. */
function testsToTell(
  { perDay, half, count, to }: ScaleRate,
  readings: readonly ReadBySome[],
  mattersPerDay: number,
): number | undefined {
  const days = readings
    .filter(({ at }) => at <= to)
    .slice(-count)
    .map(({ at }) => at / DAY_MS);
  const apart = days.slice(1).map((day, i) => day - (days[i] ?? day));
  const usual = Math.max(0.25, median(apart.length > 0 ? apart : [7]));
  const spread = (all: readonly number[]) => {
    const centre = all.reduce((sum, day) => sum + day, 0) / all.length;
    return all.reduce((sum, day) => sum + (day - centre) ** 2, 0);
  };
  const wanted = Math.max(Math.abs(perDay), mattersPerDay - Math.abs(perDay));
  const known = spread(days);
  const more = [...days];
  for (let tests = 1; tests <= MOST_TESTS; tests++) {
    more.push((more.at(-1) ?? 0) + usual);
    if (half * Math.sqrt(known / spread(more)) < wanted) return tests;
  }
  return undefined;
}
