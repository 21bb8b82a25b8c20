/** Abridged standard atomic weights, g/mol. Source: CIAAW 2021. */
const H = 1.008,
  B = 10.81,
  C = 12.011,
  N = 14.007,
  O = 15.999,
  Na = 22.99,
  Mg = 24.305,
  P = 30.974,
  S = 32.06,
  Cl = 35.45,
  Ca = 40.078;
const WATER = 2 * H + O;

/** Molar masses in g/mol, summed from the atomic weights above. */
export const MOLAR_MASS = {
  H2O: WATER,
  B,
  N,
  P,
  Na,
  Mg,
  Ca,
  Cl,
  NO3: N + 3 * O,
  PO4: P + 4 * O,
  CO2: C + 2 * O,
  CaO: Ca + O,
  CaCO3: Ca + C + 3 * O,
  NaHCO3: Na + H + C + 3 * O,
  Na2CO3: 2 * Na + C + 3 * O,
  CaOH2: Ca + 2 * (O + H),
  CaCl2: Ca + 2 * Cl,
  CaCl2_2H2O: Ca + 2 * Cl + 2 * WATER,
  MgCl2: Mg + 2 * Cl,
  MgCl2_6H2O: Mg + 2 * Cl + 6 * WATER,
  MgSO4: Mg + S + 4 * O,
  MgSO4_7H2O: Mg + S + 4 * O + 7 * WATER,
} as const;
