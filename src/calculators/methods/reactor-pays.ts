import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { MG_CACO3_PER_MEQ } from '@/chemistry/conversion';
import type { Phrase } from '../calculator/calculator';
import { consumptionAfter, DAYS_A_MONTH } from '../consumption/growth';

/** Gear of a reactor over that of an automated two-part, where only one price is known. Common practice: nearly twice. */
const GEAR_RATIO = 1.9;
/** What takes longer to pay never does. Chosen. */
const LONGEST_MONTHS = 240;
/** CO2 as used over CO2 as bound, where no chamber is described: some leaves with the effluent. Common practice. */
const CO2_WASTED = 1.5;
/** Grams of CO2 to a milliequivalent where no chamber is described: half a mole bound for each, and what leaves. */
export const USUAL_CO2_G_PER_MEQ = (MOLAR_MASS.CO2 / 2 / 1000) * CO2_WASTED;

/** What a keeper pays, as far as it is told. */
export interface PayPrices {
  readonly twoPartPerMeq?: number | undefined;
  readonly mediaPerKg?: number | undefined;
  readonly co2PerKg?: number | undefined;
  readonly twoPartGear?: number | undefined;
  readonly reactorGear?: number | undefined;
}

/** Media and gas for a milliequivalent of alkalinity; undefined where neither has a price. */
export function reactorPerMeq({ mediaPerKg, co2PerKg }: PayPrices, co2GPerMeq: number): number | undefined {
  if (mediaPerKg === undefined && co2PerKg === undefined) return undefined;
  return ((mediaPerKg ?? 0) * MG_CACO3_PER_MEQ) / 1e6 + ((co2PerKg ?? 0) * co2GPerMeq) / 1000;
}

/** The reactor's gear, as priced or by the usual ratio, and how much dearer it is than dosing pumps. */
export function reactorGear({ reactorGear: own, twoPartGear }: PayPrices) {
  const gear = own ?? (twoPartGear === undefined ? undefined : twoPartGear * GEAR_RATIO);
  return {
    gear,
    byRatio: own === undefined && gear !== undefined,
    dearerBy: gear === undefined ? undefined : gear - (twoPartGear ?? 0),
  };
}

/**
 * Months until what a reactor saves against two-part has paid for its dearer gear, as consumption grows.
 * @param mmolPerDay alkalinity it would supply a day in the whole tank
 * @param growth a month, as a share
 * @returns undefined where a price is missing
 */
export function monthsUntilPaid(
  prices: PayPrices,
  co2GPerMeq: number,
  mmolPerDay: number,
  growth: number,
): number | 'never' | undefined {
  const { dearerBy } = reactorGear(prices);
  const perMeq = reactorPerMeq(prices, co2GPerMeq);
  if (dearerBy === undefined || perMeq === undefined || prices.twoPartPerMeq === undefined) return undefined;
  if (dearerBy <= 0) return 0;
  const savedPerMeq = prices.twoPartPerMeq - perMeq;
  if (savedPerMeq <= 0 || mmolPerDay <= 0) return 'never';
  let saved = 0;
  for (let month = 0; month < LONGEST_MONTHS; month++) {
    const inThis = savedPerMeq * consumptionAfter(month, mmolPerDay, growth) * DAYS_A_MONTH;
    if (saved + inThis >= dearerBy) return month + (dearerBy - saved) / inThis;
    saved += inThis;
  }
  return 'never';
}

/** "58 months". */
export function monthsText(months: number): Phrase {
  const whole = Math.max(1, Math.round(months));
  return `${whole}\u00a0month${whole === 1 ? '' : 's'}`;
}
