import { chemicalRefusal, within } from '../refusal';
import { MOLAR_MASS as M } from '../molar-mass';
import { solutionStrength, sumOfSalts, type SolutionPart, type Strength } from './solution';

/** What the alkalinity of a bought solution is taken to be, where its label does not say. It decides what pH does. */
export const ALKALINITY_FORMS = ['carbonate', 'bicarbonate', 'hydroxide'] as const;
export type AlkalinityForm = (typeof ALKALINITY_FORMS)[number];

/** A maker's own words: so many mL in so many litres raise this by that. */
export interface Claim {
  readonly ml: number;
  readonly inLitres: number;
  readonly raises: {
    /** mmol/L */
    readonly alkalinity?: number | undefined;
    /** mg/L */
    readonly calcium?: number | undefined;
    /** mg/L */
    readonly magnesium?: number | undefined;
    /** mg/L as NH3 */
    readonly ammonia?: number | undefined;
  };
  readonly alkalinityAs: AlkalinityForm;
}

const ALKALINITY_SALT = {
  carbonate: { reagent: 'sodium-carbonate', gPerMmol: M.Na2CO3 / 2000 },
  bicarbonate: { reagent: 'sodium-bicarbonate', gPerMmol: M.NaHCO3 / 1000 },
  hydroxide: { reagent: 'sodium-hydroxide', gPerMmol: M.NaOH / 1000 },
} as const;

/**
 * The salts whose solution would do what a label claims: the alkalinity as the sodium salt of the form named, calcium and
 * magnesium as chlorides, ammonia as ammonium chloride. What the bottle truly holds besides is not on the label and so not known.
 * @throws Refusal for a claim that raises nothing, or volumes that are not positive
 * Source: rise × litres of tank ÷ millilitres, by the molar masses of CIAAW 2021; which salts, common practice.
 */
export function saltsOfClaim({ ml, inLitres, raises, alkalinityAs }: Claim): SolutionPart[] {
  within('millilitres', ml, 1e-6, 1e6, 'mL');
  within('litres of tank', inLitres, 1e-3, 1e7, 'L');
  /** Amount in a litre of the solution for each unit of rise. */
  const perL = (inLitres / ml) * 1000;
  const grams: SolutionPart[] = [];
  const add = (reagent: SolutionPart['reagent'], rise: number | undefined, gPerUnit: number, most: number) => {
    if (rise === undefined || rise === 0) return;
    grams.push({ reagent, gramsPerL: within('rise', rise, 0, most, '') * perL * gPerUnit });
  };
  const salt = ALKALINITY_SALT[alkalinityAs];
  add(salt.reagent, raises.alkalinity, salt.gPerMmol, 100);
  add('calcium-chloride', raises.calcium, M.CaCl2 / M.Ca / 1000, 10_000);
  add('ammonium-chloride', raises.ammonia, M.NH4Cl / M.NH3 / 1000, 10_000);
  add('magnesium-chloride-hexahydrate', raises.magnesium, M.MgCl2_6H2O / M.Mg / 1000, 10_000);
  if (grams.length > 0) return grams;
  throw chemicalRefusal({
    field: 'what it raises',
    value: 'nothing',
    allowed: { code: 'raises something' },
    hint: { code: 'label claim' },
  });
}

/**
 * The strength of a bought solution from its label.
 * @throws Refusal as `saltsOfClaim`
 * @example 1 mL in 100 L raises alkalinity by 0.02 mmol/L: strengthOfClaim(…).alkalinityMmolPerL // 2000
 * Source: as `saltsOfClaim`.
 */
export function strengthOfClaim(claim: Claim): Strength {
  return sumOfSalts(saltsOfClaim(claim));
}

/** What a bottle on the shelf holds: salts by weight, or what its label claims. */
export interface Bottle {
  readonly parts: readonly SolutionPart[];
  readonly claim?: Claim | undefined;
}

/**
 * The strength of a bottle, by its salts or by its claim, mmol and mg a litre.
 * @throws Refusal as `solutionStrength` and `saltsOfClaim`
 * Source: as these.
 */
export function strengthOfBottle({ parts, claim }: Bottle): Strength {
  return claim ? strengthOfClaim(claim) : solutionStrength(parts);
}

/** The salts of a bottle, as weighed or as its claim is taken to be made. */
export function saltsOfBottle({ parts, claim }: Bottle): readonly SolutionPart[] {
  return claim ? saltsOfClaim(claim) : parts;
}
