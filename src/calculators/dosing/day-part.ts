import type { DayPart } from '@/chemistry/day/day-course';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf } from '@/chemistry/reagents/solution';
import type { Amounts } from '@/chemistry/tank-model/water';
import { bottleOf } from '../reagents/bottle-input';
import type { PlanSource } from './plan-source';
import type { ScheduledPart } from './scheduled-part';

/** What the ranges of a day's swing rest on, for the working. */
export function dayWords(own: readonly unknown[] | undefined): string {
  return own
    ? 'this tank’s own day, fitted to what was read of pH through the day; the range is what those readings leave open'
    : 'assumed: plants and animals turn over 0.3 to 0.7 mmol/L of carbon a day, air renews dissolved CO₂ 15 to 30 times, and half to two thirds of the growth is by light; no test of this tank tells them yet';
}

/** A part of a schedule as the day takes it: with its carbon where its salts are known; of a strength alone, as a carbonate brings it. */
export function dayPartOf(
  { source: { holds }, mlPerDay, windows = [], doses }: ScheduledPart,
  source: PlanSource,
): DayPart {
  const { id, perMl } = source;
  const perDay: Amounts = holds
    ? amountsOf(strengthOfBottle(bottleOf(holds)), mlPerDay / 1000)
    : {
        alkalinity: perMl.alkalinity * mlPerDay,
        dic: (perMl.alkalinity * mlPerDay) / 2,
        calcium: perMl.calcium * mlPerDay,
        magnesium: perMl.magnesium * mlPerDay,
      };
  return { id, perDay, litresPerDay: mlPerDay / 1000, windows, doses };
}
