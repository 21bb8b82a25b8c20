import { MOLAR_MASS } from '../molar-mass';
import { MG_CACO3_PER_MEQ } from '../conversion';
import { salinityAmountFromSolids, type Amounts } from './water';

/** Calcium taken up with one milliequivalent of alkalinity when CaCO3 is laid down: half of calcium's molar mass. */
export const CALCIUM_MG_PER_MEQ = MOLAR_MASS.Ca / 2;

/**
 * What laying down skeleton takes from the water, as amounts a day for a `rate` event of the tank model: two equivalents
 * of alkalinity and one carbon for each CaCO3.
 * @param alkalinityMmol alkalinity taken in the whole tank a day
 * @param magnesiumMg magnesium taken with it; about a tenth of the calcium by mass (common practice) when left out
 */
export function calcificationPerDay(
  alkalinityMmol: number,
  magnesiumMg = alkalinityMmol * CALCIUM_MG_PER_MEQ * 0.1,
): Amounts {
  const solidsG = (alkalinityMmol * MG_CACO3_PER_MEQ) / 1000;
  return {
    alkalinity: -alkalinityMmol,
    dic: -alkalinityMmol / 2,
    calcium: -alkalinityMmol * CALCIUM_MG_PER_MEQ,
    magnesium: -magnesiumMg,
    salinity: -salinityAmountFromSolids(solidsG),
  };
}

/**
 * Photosynthesis (negative) or respiration (positive), as carbon alone: the alkalinity that goes with the nitrate and
 * phosphate of growing tissue is a few hundredths of it and left out.
 * @param carbonMmol mmol of carbon in the whole tank a day
 * @returns mmol of DIC a day, none of alkalinity
 * Source: CO2 + H2O ⇌ CH2O + O2.
 */
export function metabolismPerDay(carbonMmol: number): Amounts {
  return { dic: carbonMmol };
}

/**
 * Ammonia turned into nitrate: each mole takes two equivalents of alkalinity, which denitrification gives back.
 * @param nitrateMg nitrate made in the whole tank a day; negative where more is denitrified than made
 * @param from what the nitrogen was: ammonia as ammonium, or the protein of food, whose decay gives one equivalent first
 * Source: the reactions themselves, NH4⁺ + 2 O2 → NO3⁻ + 2 H⁺ + H2O.
 */
export function nitrificationPerDay(nitrateMg: number, from: 'ammonium' | 'food' = 'ammonium'): Amounts {
  return { nitrate: nitrateMg, alkalinity: (-(from === 'ammonium' ? 2 : 1) * nitrateMg) / MOLAR_MASS.NO3 };
}
