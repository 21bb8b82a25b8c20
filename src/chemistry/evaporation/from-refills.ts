import { halfWidth95 } from '@/numerics/normal-interval';
import { median } from 'simple-statistics';
import { rateFit, type LossPoint } from './rate-fit';
import type { Gap } from './refill-account';

export interface OddGap extends Gap {
  readonly way: 'more' | 'less';
  /** What the other gaps would have had go in it. */
  readonly expectedL: number;
}

export interface MeasuredEvaporation {
  readonly litresPerDay: number;
  /** Standard deviation. */
  readonly sd: number;
  /** Days counted, those of odd gaps left out. */
  readonly days: number;
  readonly used: readonly Gap[];
  readonly odd: readonly OddGap[];
}

/** Loss swings from one day to the next by about this share: windows, weather, a lid left off. Chosen. */
const DAY_SWING = 0.2;
/** A gap this many standard deviations off the rest is set aside. */
const ODD_AT = 4;
/** Fewer than these and none can be called the odd one. */
const FEWEST_TO_JUDGE = 4;
const SHORTEST_DAYS = 0.5;

/** What a mark is read to, litres, as a standard deviation. Chosen: a finger's breadth. */
export function markErrorL(reservoirL: number): number {
  return Math.max(0.1, 0.015 * reservoirL);
}

/**
 * The loss a day that gaps between refills tell. Odd gaps are set aside first; the rest are laid end to end, and a line drawn
 * through what had gone by each of them.
 * @param markSdL what a mark is read to, litres
 * @returns undefined with less than half a day to go by
 * Source: ordinary least squares (`rate-fit.ts`).
 */
export function evaporationFromGaps(gaps: readonly Gap[], markSdL: number): MeasuredEvaporation | undefined {
  const whole = gaps.filter(({ ranDry }) => !ranDry);
  const odd = oddAmong(whole, markSdL);
  const used = whole.filter((gap) => !odd.some(({ from }) => from === gap.from));
  const points: LossPoint[] = [{ days: 0, litres: 0 }];
  for (const { days, litres } of used) {
    const before = points.at(-1) ?? { days: 0, litres: 0 };
    points.push({ days: before.days + days, litres: before.litres + litres });
  }
  const days = points.at(-1)?.days ?? 0;
  if (days < SHORTEST_DAYS) return undefined;
  const line = rateFit(points);
  if (!line) return undefined;
  const byMarks = line.sdPerLitre * markSdL;
  const sd = Math.hypot(
    Math.max(byMarks, line.litresPerDaySd ?? 0),
    (DAY_SWING * Math.max(0, line.litresPerDay)) / Math.sqrt(days),
  );
  return { litresPerDay: Math.max(0, line.litresPerDay), sd, days, used, odd };
}

/**
 * What went at the least, by refills of all that the reservoir holds: it may have stood dry for a part of each gap, and no less than it
 * held went. Laid end to end, so that one mark misread spoils nothing.
 * @returns litres a day; undefined with fewer than two such gaps
 * Source: litres over days, less 1.96 standard deviations of a mark.
 */
export function atLeastFromDry(gaps: readonly Gap[], markSdL: number): number | undefined {
  const dry = gaps.filter(({ ranDry }) => ranDry);
  const days = dry.reduce((sum, gap) => sum + gap.days, 0);
  const litres = dry.reduce((sum, gap) => sum + gap.litres, 0);
  return dry.length >= FEWEST_DRY && days > 0 ? Math.max(0, litres - halfWidth95(markSdL)) / days : undefined;
}

/** One reservoir found dry may be a forgotten one. Chosen. */
const FEWEST_DRY = 2;

/**
 * Gaps far off the usual loss: a refill not logged, a float that stuck.
 * How far off a gap must be is chosen, and stands beside it.
 */
export function oddAmong(gaps: readonly Gap[], markSdL: number): OddGap[] {
  if (gaps.length < FEWEST_TO_JUDGE) return [];
  const usual = median(gaps.map(({ litres, days }) => litres / days));
  return gaps.flatMap((gap): OddGap[] => {
    const expectedL = usual * gap.days;
    const doubt = Math.hypot(Math.SQRT2 * markSdL, DAY_SWING * usual * Math.sqrt(gap.days));
    if (Math.abs(gap.litres - expectedL) <= ODD_AT * doubt) return [];
    return [{ ...gap, way: gap.litres > expectedL ? 'more' : 'less', expectedL }];
  });
}
