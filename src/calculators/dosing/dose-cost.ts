import { SDS_95 } from '@/numerics/normal-interval';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import type { DosedParameter } from './dosed-parameters';

/**
 * What the keeper would rather have: a pump that is seldom set, or a level close to its target. The one choice the decision knows
 * (`dose-decision.ts`).
 */
export const KEEPS = ['few changes', 'close to target'] as const;
export type Keeps = (typeof KEEPS)[number];

/** What setting a pump costs: as much as so many days with the level `NEAR` off its target. Chosen, on simulated half years (`npm run bench`). */
export const COST_OF_SETTING: Readonly<Record<Keeps, number>> = { 'few changes': 2.5, 'close to target': 0.3 };

/**
 * How far off its target a level costs 1 a day, in its unit; the cost goes with the square of the distance. Keepers let alkalinity wander by
 * about half a dKH, calcium by 20 mg/L, magnesium by 50 (common practice).
 */
export const NEAR: Readonly<Record<DosedParameter, number>> = { alkalinity: 0.5 * DKH, calcium: 20, magnesium: 50 };

/** What the daily dose brings back at the most, in the level's unit; more is a correction of its own. Chosen: two and a half times `NEAR`. */
export const RETURNED_AT_MOST: Readonly<Record<DosedParameter, number>> = {
  alkalinity: 1.25 * DKH,
  calcium: 50,
  magnesium: 125,
};

/** A keeper who tests each day does not set the pump each day: it is looked ahead at over a week at the least. Chosen. */
const SHORTEST_DAYS = 7;

/** How far ahead the decision looks, days: to the next test, at which it is decided anew. */
export function horizonDays(testEveryDays: number): number {
  return Math.max(SHORTEST_DAYS, Math.round(testEveryDays));
}

/** How long a return may take, days: two tests, so that one stands at its middle and one at its end; or as long as the pace asks for. */
export function returnDays(testEveryDays: number, paceDays: number): number {
  return Math.max(2 * horizonDays(testEveryDays), Math.ceil(paceDays - 1e-9));
}

/**
 * A test is due by the day on which the level may have left the target by this share of `NEAR` for all that is known (95 %): what a test costs.
 * Chosen: a tank whose rate is known is then tested as usual, one that has just stepped within days.
 */
const MAY_BE_OFF: Readonly<Record<Keeps, number>> = { 'few changes': 1, 'close to target': 0.85 };
const SOONEST_TEST_DAYS = 2;

/**
 * Days until the next test is due.
 * @param levelSd of the level now; @param rateSd of its slope a day; both in its unit
 */
export function daysToTest(
  parameter: DosedParameter,
  levelSd: number,
  rateSd: number,
  { testEveryDays, keeps }: { readonly testEveryDays: number; readonly keeps: Keeps },
): number {
  const bound = (MAY_BE_OFF[keeps] * NEAR[parameter]) / SDS_95;
  const days = rateSd > 0 ? Math.sqrt(Math.max(0, bound ** 2 - levelSd ** 2)) / rateSd : Infinity;
  return Math.min(testEveryDays, Math.max(SOONEST_TEST_DAYS, Math.floor(days)));
}
