export const DAYS_A_MONTH = 365.25 / 12;
/** Looked at no further ahead, months. */
const FURTHEST_MONTHS = 120;

/**
 * Months until consumption that grows by a share a month passes a capacity: 0 where it has, undefined where it never does or not
 * within ten years.
 */
export function monthsUntilOutgrown(capacity: number, consumption: number, growth: number): number | undefined {
  if (capacity < consumption) return 0;
  if (growth <= 0 || consumption <= 0) return undefined;
  const months = Math.log(capacity / consumption) / Math.log1p(growth);
  return months > FURTHEST_MONTHS ? undefined : months;
}

/** Consumption as it will be if it grows on by the same share a month. */
export function consumptionAfter(months: number, consumption: number, growth: number): number {
  return consumption * (1 + growth) ** months;
}
