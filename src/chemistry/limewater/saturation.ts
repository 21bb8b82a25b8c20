import { MOLAR_MASS } from '../molar-mass';
import { within } from '../refusal';

/**
 * Grams of calcium hydroxide in a litre of saturated limewater, by °C: it dissolves less as it warms.
 * Source: CRC Handbook of Chemistry and Physics, solubility of inorganic compounds; from memory.
 */
export const SATURATION_TABLE: readonly (readonly [temperatureC: number, gramsPerL: number])[] = [
  [0, 1.89],
  [10, 1.82],
  [20, 1.73],
  [25, 1.6],
  [30, 1.53],
  [40, 1.41],
];

/**
 * One standard deviation of the table, as a share: handbooks stand up to 6 % apart (1.65 to 1.73 g/L at 20 °C; 0.0203 mol/kg or
 * 1.50 g/L at 25 °C, Bates, Bower and Smith 1956; from memory).
 */
export const SATURATION_SD = 0.03;

/**
 * Grams of calcium hydroxide that dissolve in a litre of water.
 * @param temperatureC of the vessel, 0 to 40 °C
 * @throws Refusal outside the table
 * Source: CRC Handbook (from memory), straight between its rows.
 */
export function saturationGPerL(temperatureC: number): number {
  within('temperature of the limewater', temperatureC, 0, 40, '°C');
  const above = SATURATION_TABLE.findIndex(([at]) => at >= temperatureC);
  const upper = SATURATION_TABLE[Math.max(1, above)];
  const lower = SATURATION_TABLE[Math.max(1, above) - 1];
  if (!upper || !lower) throw new Error('the table spans what was allowed');
  const share = (temperatureC - lower[0]) / (upper[0] - lower[0]);
  return lower[1] + share * (upper[1] - lower[1]);
}

/**
 * Grams of calcium hydroxide in a litre that a titrated alkalinity means.
 * @param mmolPerL equivalents of alkalinity, mmol/L
 * Source: two equivalents a mole; molar mass by CIAAW 2021.
 */
export function gramsOfAlkalinity(mmolPerL: number): number {
  return (mmolPerL * MOLAR_MASS.CaOH2) / 2 / 1000;
}

/**
 * The alkalinity that grams of calcium hydroxide in a litre mean, mmol/L: two equivalents each.
 * Source: molar mass by CIAAW 2021.
 */
export function gramsToAlkalinity(gramsPerL: number): number {
  return (gramsPerL * 2000) / MOLAR_MASS.CaOH2;
}

/** Limewater as it stands in its vessel. */
export interface StandingLimewater {
  /** Dissolved, before air takes any. */
  readonly dissolvedGPerL: number;
  /** What lies on the bottom, g: a store that dissolves as fresh water comes in. */
  readonly lyingG: number;
  readonly saturated: boolean;
}

/**
 * What of the grams put into a vessel dissolves, and what lies on its bottom.
 * @param grams of calcium hydroxide
 * @param litres of water, both 0 or more
 * Source: conservation of mass, and `saturationGPerL`.
 */
export function standingLimewater(grams: number, litres: number, temperatureC: number): StandingLimewater {
  const saturation = saturationGPerL(temperatureC);
  const dissolvedGPerL = Math.min(saturation, grams / litres);
  return {
    dissolvedGPerL,
    lyingG: Math.max(0, grams - saturation * litres),
    saturated: grams >= saturation * litres,
  };
}
