import { MOLAR_MASS as M } from './molar-mass';

/** What one mole of a salt adds to water, and how far it dissolves. */
export interface Reagent {
  readonly name: string;
  readonly formula: string;
  readonly molarMassGPerMol: number;
  /** Equivalents of alkalinity a mole. */
  readonly alkalinityEq: number;
  readonly calciumMol: number;
  readonly magnesiumMol: number;
  /** Dissolved solids a mole, without water of hydration, g. */
  readonly solidsG: number;
  /** Grams of this salt that a litre of solution holds at 20 °C. */
  readonly solubilityGPerL: number;
  readonly handling: string;
}

const CAUSTIC = 'Caustic: goggles and gloves, and do not breathe the dust.';
const HEATS = 'Gives off heat as it dissolves: add it to the water slowly.';
const PLAIN = 'Keep away from children and pets, as all additives.';

/**
 * The salts keepers make their parts from.
 * Solubilities: CRC Handbook of Chemistry and Physics, 20 °C, recalled from memory; hydrates by the mass of the
 * anhydrous salt they carry. Masses: CIAAW 2021.
 */
export const REAGENTS = {
  'sodium-carbonate': {
    name: 'sodium carbonate',
    formula: 'Na₂CO₃',
    molarMassGPerMol: M.Na2CO3,
    alkalinityEq: 2,
    calciumMol: 0,
    magnesiumMol: 0,
    solidsG: M.Na2CO3,
    solubilityGPerL: 215,
    handling: CAUSTIC,
  },
  'sodium-bicarbonate': {
    name: 'sodium bicarbonate',
    formula: 'NaHCO₃',
    molarMassGPerMol: M.NaHCO3,
    alkalinityEq: 1,
    calciumMol: 0,
    magnesiumMol: 0,
    solidsG: M.NaHCO3,
    solubilityGPerL: 96,
    handling: PLAIN,
  },
  'calcium-hydroxide': {
    name: 'calcium hydroxide',
    formula: 'Ca(OH)₂',
    molarMassGPerMol: M.CaOH2,
    alkalinityEq: 2,
    calciumMol: 1,
    magnesiumMol: 0,
    solidsG: M.CaOH2,
    solubilityGPerL: 1.73,
    handling: `${CAUSTIC} Limewater is above pH 12.`,
  },
  'calcium-chloride-dihydrate': {
    name: 'calcium chloride dihydrate',
    formula: 'CaCl₂·2H₂O',
    molarMassGPerMol: M.CaCl2_2H2O,
    alkalinityEq: 0,
    calciumMol: 1,
    magnesiumMol: 0,
    solidsG: M.CaCl2,
    solubilityGPerL: (745 * M.CaCl2_2H2O) / M.CaCl2,
    handling: HEATS,
  },
  'calcium-chloride': {
    name: 'calcium chloride, anhydrous',
    formula: 'CaCl₂',
    molarMassGPerMol: M.CaCl2,
    alkalinityEq: 0,
    calciumMol: 1,
    magnesiumMol: 0,
    solidsG: M.CaCl2,
    solubilityGPerL: 745,
    handling: HEATS,
  },
  'magnesium-chloride-hexahydrate': {
    name: 'magnesium chloride hexahydrate',
    formula: 'MgCl₂·6H₂O',
    molarMassGPerMol: M.MgCl2_6H2O,
    alkalinityEq: 0,
    calciumMol: 0,
    magnesiumMol: 1,
    solidsG: M.MgCl2,
    solubilityGPerL: (546 * M.MgCl2_6H2O) / M.MgCl2,
    handling: HEATS,
  },
  'magnesium-sulfate-heptahydrate': {
    name: 'magnesium sulfate heptahydrate',
    formula: 'MgSO₄·7H₂O',
    molarMassGPerMol: M.MgSO4_7H2O,
    alkalinityEq: 0,
    calciumMol: 0,
    magnesiumMol: 1,
    solidsG: M.MgSO4,
    solubilityGPerL: (337 * M.MgSO4_7H2O) / M.MgSO4,
    handling: PLAIN,
  },
} as const satisfies Record<string, Reagent>;

export type ReagentId = keyof typeof REAGENTS;
export const REAGENT_IDS = Object.keys(REAGENTS) as [ReagentId, ...ReagentId[]];
