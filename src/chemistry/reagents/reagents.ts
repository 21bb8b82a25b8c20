import { MOLAR_MASS as M } from '../molar-mass';

/** The ions a salt can bring, besides what makes alkalinity. */
export const IONS = [
  'calcium',
  'magnesium',
  'sodium',
  'chloride',
  'sulfate',
  'potassium',
  'strontium',
  'iodide',
  'ammonium',
  'nitrate',
  'phosphate',
] as const;
export type Ion = (typeof IONS)[number];

/** Those a keeper doses for their own sake; sodium, chloride and sulfate only come with them. */
export const IONS_DOSED = [
  'calcium',
  'magnesium',
  'potassium',
  'strontium',
  'iodide',
  'nitrate',
  'phosphate',
] as const satisfies readonly Ion[];

/** Molar masses of the ions, g/mol. */
export const ION_MASS: Record<Ion, number> = {
  calcium: M.Ca,
  magnesium: M.Mg,
  sodium: M.Na,
  chloride: M.Cl,
  sulfate: M.SO4,
  potassium: M.K,
  strontium: M.Sr,
  iodide: M.I,
  ammonium: M.NH4,
  nitrate: M.NO3,
  phosphate: M.PO4,
};

/** What one mole of a salt adds to water, and how far it dissolves. */
export interface Reagent {
  readonly name: string;
  readonly formula: string;
  readonly molarMassGPerMol: number;
  /** Equivalents of alkalinity a mole. */
  readonly alkalinityEq: number;
  /** Moles of inorganic carbon a mole: what tells carbonate from hydroxide. */
  readonly carbonMol: number;
  /** Moles of each ion a mole. */
  readonly ions: Readonly<Partial<Record<Ion, number>>>;
  /** Water of hydration, moles a mole: it adds water, not salt. */
  readonly waterMol: number;
  /** Grams of this salt, as weighed with its water of hydration, that a litre of solution holds at 20 °C. */
  readonly solubilityGPerL: number;
}

/**
 * The salts keepers make their parts from.
 * Solubilities: CRC Handbook of Chemistry and Physics, 20 °C, recalled from memory; hydrates by the mass of the
 * anhydrous salt they carry. Masses: CIAAW 2021. Limestone is not among them: it dissolves in a reactor, not in a bottle.
 */
export const REAGENTS = {
  'sodium-carbonate': {
    name: 'sodium carbonate',
    formula: 'Na₂CO₃',
    molarMassGPerMol: M.Na2CO3,
    alkalinityEq: 2,
    carbonMol: 1,
    ions: { sodium: 2 },
    waterMol: 0,
    solubilityGPerL: 215,
  },
  'sodium-bicarbonate': {
    name: 'sodium bicarbonate',
    formula: 'NaHCO₃',
    molarMassGPerMol: M.NaHCO3,
    alkalinityEq: 1,
    carbonMol: 1,
    ions: { sodium: 1 },
    waterMol: 0,
    solubilityGPerL: 96,
  },
  'sodium-hydroxide': {
    name: 'sodium hydroxide',
    formula: 'NaOH',
    molarMassGPerMol: M.NaOH,
    alkalinityEq: 1,
    carbonMol: 0,
    ions: { sodium: 1 },
    waterMol: 0,
    solubilityGPerL: 1090,
  },
  'calcium-hydroxide': {
    name: 'calcium hydroxide',
    formula: 'Ca(OH)₂',
    molarMassGPerMol: M.CaOH2,
    alkalinityEq: 2,
    carbonMol: 0,
    ions: { calcium: 1 },
    waterMol: 0,
    solubilityGPerL: 1.73,
  },
  'calcium-chloride-dihydrate': {
    name: 'calcium chloride dihydrate',
    formula: 'CaCl₂·2H₂O',
    molarMassGPerMol: M.CaCl2_2H2O,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { calcium: 1, chloride: 2 },
    waterMol: 2,
    solubilityGPerL: (745 * M.CaCl2_2H2O) / M.CaCl2,
  },
  'calcium-chloride': {
    name: 'calcium chloride, anhydrous',
    formula: 'CaCl₂',
    molarMassGPerMol: M.CaCl2,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { calcium: 1, chloride: 2 },
    waterMol: 0,
    solubilityGPerL: 745,
  },
  'magnesium-chloride-hexahydrate': {
    name: 'magnesium chloride hexahydrate',
    formula: 'MgCl₂·6H₂O',
    molarMassGPerMol: M.MgCl2_6H2O,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { magnesium: 1, chloride: 2 },
    waterMol: 6,
    solubilityGPerL: (546 * M.MgCl2_6H2O) / M.MgCl2,
  },
  'magnesium-sulfate-heptahydrate': {
    name: 'magnesium sulfate heptahydrate',
    formula: 'MgSO₄·7H₂O',
    molarMassGPerMol: M.MgSO4_7H2O,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { magnesium: 1, sulfate: 1 },
    waterMol: 7,
    solubilityGPerL: (337 * M.MgSO4_7H2O) / M.MgSO4,
  },
  'strontium-chloride-hexahydrate': {
    name: 'strontium chloride hexahydrate',
    formula: 'SrCl₂·6H₂O',
    molarMassGPerMol: M.SrCl2_6H2O,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { strontium: 1, chloride: 2 },
    waterMol: 6,
    solubilityGPerL: (529 * M.SrCl2_6H2O) / M.SrCl2,
  },
  'potassium-chloride': {
    name: 'potassium chloride',
    formula: 'KCl',
    molarMassGPerMol: M.KCl,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { potassium: 1, chloride: 1 },
    waterMol: 0,
    solubilityGPerL: 342,
  },
  'potassium-iodide': {
    name: 'potassium iodide',
    formula: 'KI',
    molarMassGPerMol: M.KI,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { potassium: 1, iodide: 1 },
    waterMol: 0,
    solubilityGPerL: 1440,
  },
  'ammonium-chloride': {
    name: 'ammonium chloride',
    formula: 'NH₄Cl',
    molarMassGPerMol: M.NH4Cl,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { ammonium: 1, chloride: 1 },
    waterMol: 0,
    solubilityGPerL: 372,
  },
  ammonia: {
    name: 'ammonia, as ammonia water',
    formula: 'NH₃',
    molarMassGPerMol: M.NH3,
    alkalinityEq: 1,
    carbonMol: 0,
    ions: { ammonium: 1 },
    waterMol: 0,
    solubilityGPerL: 300,
  },
  'sodium-nitrate': {
    name: 'sodium nitrate',
    formula: 'NaNO₃',
    molarMassGPerMol: M.NaNO3,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { sodium: 1, nitrate: 1 },
    waterMol: 0,
    solubilityGPerL: 876,
  },
  'potassium-nitrate': {
    name: 'potassium nitrate',
    formula: 'KNO₃',
    molarMassGPerMol: M.KNO3,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { potassium: 1, nitrate: 1 },
    waterMol: 0,
    solubilityGPerL: 316,
  },
  'potassium-dihydrogen-phosphate': {
    name: 'potassium dihydrogen phosphate',
    formula: 'KH₂PO₄',
    molarMassGPerMol: M.KH2PO4,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { potassium: 1, phosphate: 1 },
    waterMol: 0,
    solubilityGPerL: 226,
  },
  'dipotassium-hydrogen-phosphate': {
    name: 'dipotassium hydrogen phosphate',
    formula: 'K₂HPO₄',
    molarMassGPerMol: M.K2HPO4,
    alkalinityEq: 1,
    carbonMol: 0,
    ions: { potassium: 2, phosphate: 1 },
    waterMol: 0,
    solubilityGPerL: 1490,
  },
  'sodium-dihydrogen-phosphate': {
    name: 'sodium dihydrogen phosphate',
    formula: 'NaH₂PO₄',
    molarMassGPerMol: M.NaH2PO4,
    alkalinityEq: 0,
    carbonMol: 0,
    ions: { sodium: 1, phosphate: 1 },
    waterMol: 0,
    solubilityGPerL: 850,
  },
} as const satisfies Record<string, Reagent>;

export type ReagentId = keyof typeof REAGENTS;
export const REAGENT_IDS = Object.keys(REAGENTS) as [ReagentId, ...ReagentId[]];

/** A salt by its identity: what a mole of it brings, and how far it dissolves. */
export function reagent(id: ReagentId): Reagent {
  return REAGENTS[id];
}

/**
 * Dissolved solids a mole, without water of hydration, g.
 * Source: molar masses by CIAAW 2021.
 */
export function solidsGPerMol({ molarMassGPerMol, waterMol }: Reagent): number {
  return molarMassGPerMol - waterMol * M.H2O;
}
