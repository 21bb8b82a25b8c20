import { DAY_MS } from '../tank-model/time';
import { byTheDay } from './by-the-day';
import { robustLine, type ReadBySome } from './robust-line';
import { studentT } from '@/numerics/student-t';

/** How a level moved over one stretch of time that ends with its last reading. Rates in the readings' unit a day. */
export interface ScaleRate {
  /** From its first reading to its last. */
  readonly from: number;
  readonly to: number;
  readonly sinceEvent: boolean;
  readonly count: number;
  readonly perDay: number;
  readonly sd: number;
  /** Half the width of its range: all the ranges together hold in 95 of 100 series. */
  readonly half: number;
  /** A straight line tells of it: else it moved both ways, and its mean rate says nothing of now. */
  readonly fits: boolean;
}

/** The stretches looked at. A turn shows in the short ones first, an even fall in the long ones. */
const SCALES_DAYS = [14, 28, 56, 112] as const;
/** A stretch of fewer readings is one slip away from anything. */
const LEAST_IN_A_STRETCH = 5;
/** All that there are may be as few as these. */
export const LEAST_READINGS = 4;
/** A stretch that its readings cover by less is a shorter one. Weekly tests of eight weeks reach over seven. */
const COVERED = 0.7;
/** All ranges together miss so often, and so much of that is left to the longest: an even fall is seen as soon as by one line. */
const MISSED = 0.05;
const LEFT_TO_THE_LONGEST = 0.8;
/** In a stretch of fewer, a reading that stands apart may as well be the right one. */
const LEAST_WITH_A_SLIP = 8;

/**
 * The rate of a level over the last two, four, eight and sixteen weeks, over all of the series, and since an event: through each stretch a
 * straight line that a slip does not move, each range as wide as looking so many times asks for.
 *
 * @param readings in order of time
 * @param event a moment since which it is looked at besides
 * @returns shortest stretch first; none of fewer than four readings
 * Source: ranges that hold together, Šidák 1967, *Rectangular confidence regions*, J. Am. Stat. Assoc. 62, whose inequality holds for
 * stretches that share readings.
 */
export function ratesByScale(given: readonly ReadBySome[], event?: number): ScaleRate[] {
  const readings = byTheDay(given);
  const last = readings.at(-1);
  const first = readings[0];
  if (!first || !last || readings.length < LEAST_READINGS) return [];
  const stretches = windowsOf(readings, event);
  const fitted = stretches.flatMap((stretch) => {
    const line = robustLine(stretch.readings);
    const unsure = line?.slips && stretch.readings.length < Math.min(LEAST_WITH_A_SLIP, readings.length);
    return line && !unsure ? [{ ...stretch, line }] : [];
  });
  return fitted.map(({ readings: own, sinceEvent, line }, i) => {
    const share = i === fitted.length - 1 ? LEFT_TO_THE_LONGEST : (1 - LEFT_TO_THE_LONGEST) / (fitted.length - 1);
    const missed = 1 - (1 - MISSED) ** (fitted.length === 1 ? 1 : share);
    return {
      from: own[0]?.at ?? last.at,
      to: last.at,
      sinceEvent,
      count: own.length,
      perDay: line.perDay,
      sd: line.sd,
      half: line.sd * studentT(missed, line.degrees),
      fits: line.fits,
    };
  });
}

interface Window {
  readonly readings: readonly ReadBySome[];
  readonly sinceEvent: boolean;
}

/** The stretches that differ, shortest first. */
function windowsOf(readings: readonly ReadBySome[], event: number | undefined): Window[] {
  const last = readings.at(-1)?.at ?? 0;
  const since = (from: number) => readings.filter(({ at }) => at >= from);
  const whole = readings.length;
  const found: Window[] = SCALES_DAYS.flatMap((scaleDays): Window[] => {
    const own = since(last - (scaleDays + 0.5) * DAY_MS);
    const covers = (last - (own[0]?.at ?? last)) / DAY_MS;
    return own.length >= LEAST_IN_A_STRETCH && own.length < whole && covers >= COVERED * scaleDays
      ? [{ readings: own, sinceEvent: false }]
      : [];
  });
  // All that is told of, up to the longest scale: a series of seven weeks has a stretch of its own.
  const longest = since(last - (SCALES_DAYS[SCALES_DAYS.length - 1] ?? 0) * 1.01 * DAY_MS);
  const all = longest.length >= LEAST_READINGS ? longest : readings;
  if (!found.some((each) => each.readings.length === all.length)) found.push({ readings: all, sinceEvent: false });
  if (event !== undefined) {
    const own = since(event);
    if (own.length >= LEAST_IN_A_STRETCH && !found.some((each) => each.readings.length === own.length))
      found.push({ readings: own, sinceEvent: true });
  }
  return found.toSorted((a, b) => a.readings.length - b.readings.length);
}
