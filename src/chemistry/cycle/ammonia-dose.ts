import { MOLAR_MASS } from '../molar-mass';

/**
 * Grams of ammonium chloride that raise some litres by so much ammonia, mg/L as NH3.
 * Source: molar masses, CIAAW 2021.
 */
export function ammoniumChlorideG(ammoniaMgPerL: number, litres: number): number {
  return ((ammoniaMgPerL * litres) / MOLAR_MASS.NH3) * (MOLAR_MASS.NH4Cl / 1000);
}

/**
 * Millilitres of a bottle that do the same.
 * @param bottleMgPerL ammonia in a litre of it, above nought
 * Source: conservation of mass.
 */
export function ammoniaBottleMl(ammoniaMgPerL: number, litres: number, bottleMgPerL: number): number {
  return ((ammoniaMgPerL * litres) / bottleMgPerL) * 1000;
}
