import { MOLAR_MASS } from './molar-mass';

/** 1 dKH is 10 mg/L of CaO, and CaO carries two equivalents a mole. */
export const MMOL_PER_L_PER_DKH = (2 * 10) / MOLAR_MASS.CaO;
/** 1 meq/L as mg/L of CaCO3. */
export const MG_CACO3_PER_MEQ = MOLAR_MASS.CaCO3 / 2;
/** Phosphate for one of phosphorus, by mass. */
export const PO4_PER_P = MOLAR_MASS.PO4 / MOLAR_MASS.P;
/** Nitrate for one of nitrate-nitrogen, by mass. */
export const NO3_PER_N = MOLAR_MASS.NO3 / MOLAR_MASS.N;
