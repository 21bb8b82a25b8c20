import { MOLAR_MASS } from '../molar-mass';

/** 1 US gallon, exact by definition (231 cubic inches). */
export const L_PER_US_GALLON = 3.785411784;
/** 1 imperial gallon, exact by definition. */
export const L_PER_IMPERIAL_GALLON = 4.54609;
/** 1 pound, exact by definition. */
export const G_PER_POUND = 453.59237;
/** 1 dKH is 10 mg/L of CaO, and CaO carries two equivalents a mole. */
export const MMOL_PER_L_PER_DKH = (2 * 10) / MOLAR_MASS.CaO;
/** 1 meq/L as mg/L of CaCO3. */
export const MG_CACO3_PER_MEQ = MOLAR_MASS.CaCO3 / 2;
/** Phosphate for one of phosphorus, by mass. */
export const PO4_PER_P = MOLAR_MASS.PO4 / MOLAR_MASS.P;
/** Nitrate for one of nitrate-nitrogen, by mass. */
export const NO3_PER_N = MOLAR_MASS.NO3 / MOLAR_MASS.N;
/** 1 pound-force per square inch in kPa: exact by definition. */
export const KPA_PER_PSI = (G_PER_POUND * 9.80665) / 25.4 ** 2;
/** 1 British thermal unit (international table) in kWh: exact by definition, 1055.05585262 J. */
export const KWH_PER_BTU = 1055.05585262 / 3.6e6;
