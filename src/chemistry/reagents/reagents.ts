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
] as const;
export type Ion = (typeof IONS)[number];

/** Those a keeper doses for their own sake; sodium, chloride and sulfate only come with them. */
export const IONS_DOSED = [
  'calcium',
  'magnesium',
  'potassium',
  'strontium',
  'iodide',
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
};

/** A caution for who handles a salt: always, or only while the dry salt is weighed and dissolved. */
export interface Handling {
  readonly severity: 'danger' | 'caution' | 'note';
  readonly when: 'always' | 'weighing';
  readonly says: string;
}

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
  readonly handling: readonly Handling[];
}

const CAUSTIC: Handling = {
  severity: 'danger',
  when: 'always',
  says: 'Caustic: goggles and gloves, and do not breathe the dust.',
};
const HEATS: Handling = {
  severity: 'caution',
  when: 'weighing',
  says: 'Gives off heat as it dissolves: add it to the water slowly.',
};
const AMMONIA_SOURCE: Handling = {
  severity: 'danger',
  when: 'always',
  says: 'For a tank without animals only: what feeds a cycle would harm fish, shrimps and snails. Keep it from children.',
};
const PLAIN: Handling = {
  severity: 'note',
  when: 'weighing',
  says: 'Keep away from children and pets, as all additives.',
};

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
    handling: [CAUSTIC],
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
    handling: [PLAIN],
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
    handling: [
      {
        severity: 'danger',
        when: 'always',
        says: 'Lye burns skin and eyes and boils the water it is thrown into: not recommended to keepers. Limewater does the same more gently.',
      },
    ],
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
    handling: [CAUSTIC, { severity: 'danger', when: 'always', says: 'Limewater is above pH 12.' }],
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
    handling: [HEATS],
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
    handling: [HEATS],
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
    handling: [HEATS],
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
    handling: [PLAIN],
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
    handling: [PLAIN],
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
    handling: [PLAIN],
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
    handling: [
      PLAIN,
      { severity: 'danger', when: 'always', says: 'Seawater holds 0.06 mg/L of iodine: a gram is a thousand doses.' },
    ],
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
    handling: [AMMONIA_SOURCE],
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
    handling: [
      AMMONIA_SOURCE,
      {
        severity: 'danger',
        when: 'always',
        says: 'Ammonia water burns eyes and lungs: goggles and gloves, an open window, and never with chlorine bleach. Use none that has soap, colour or scent in it.',
      },
    ],
  },
} as const satisfies Record<string, Reagent>;

export type ReagentId = keyof typeof REAGENTS;
export const REAGENT_IDS = Object.keys(REAGENTS) as [ReagentId, ...ReagentId[]];

export function reagent(id: ReagentId): Reagent {
  return REAGENTS[id];
}

/** Dissolved solids a mole, without water of hydration, g. */
export function solidsGPerMol({ molarMassGPerMol, waterMol }: Reagent): number {
  return molarMassGPerMol - waterMol * M.H2O;
}
