import { MOLAR_MASS } from '../molar-mass';
import { MG_CACO3_PER_MEQ } from '../conversion';
import { CALCIUM_MG_PER_MEQ } from '../tank-model/metabolism';
import type { Effluent, Feed } from './ceiling';

/** What a reactor gives and uses in a day. */
export interface DailyUse {
  /** Alkalinity it gives the tank, mmol a day. */
  readonly mmolPerDay: number;
  readonly calciumMgPerDay: number;
  readonly mediaGPerDay: number;
  /** Bound to dissolve the media: one CO2 for each CaCO3. */
  readonly co2LeastGPerDay: number;
  /** That and what leaves dissolved in the effluent. What escapes as bubbles is not in it. */
  readonly co2GPerDay: number;
  /** What leaves dissolved and free, and has to go out through the tank's surface, mmol a day. */
  readonly co2ExcessMmolPerDay: number;
}

/**
 * By the balance of carbon over the chamber: what the effluent carries away of it, less what came with the feed, less what the
 * media gave, is CO2 of the cylinder.
 * @param feedDic dissolved carbon of the tank's water, mmol/L
 * @param litresPerDay through the chamber
 * Source: conservation of carbon over the chamber.
 */
export function dailyUse(feed: Feed, feedDic: number, effluent: Effluent, litresPerDay: number): DailyUse {
  const gain = Math.max(0, effluent.alkalinity - feed.alkalinity);
  const mmolPerDay = gain * litresPerDay;
  const least = gain / 2;
  const used = Math.max(least, effluent.dic - feedDic - gain / 2);
  const grams = (mmolPerL: number) => (mmolPerL * litresPerDay * MOLAR_MASS.CO2) / 1000;
  return {
    mmolPerDay,
    calciumMgPerDay: mmolPerDay * CALCIUM_MG_PER_MEQ,
    mediaGPerDay: (mmolPerDay * MG_CACO3_PER_MEQ) / 1000,
    co2LeastGPerDay: grams(least),
    co2GPerDay: grams(used),
    co2ExcessMmolPerDay: used * litresPerDay,
  };
}

/** Molar gas constant, J/(mol·K). CODATA 2018. */
const R = 8.314462618;
const ATMOSPHERE_PA = 101_325;

/**
 * Litres that grams of CO2 fill as a gas at one atmosphere: the ideal gas law, within 1 % for CO2 at room temperature.
 * Source: V = nRT/p.
 */
export function litresOfGas(grams: number, temperatureC: number): number {
  return ((grams / MOLAR_MASS.CO2) * R * (temperatureC + 273.15) * 1000) / ATMOSPHERE_PA;
}
