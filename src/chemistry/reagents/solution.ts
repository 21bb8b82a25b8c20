import { chemicalRefusal, within } from '../refusal';
import { salinityAmountFromSolids, type Amounts } from '../tank-model/water';
import { MOLAR_MASS } from '../molar-mass';
import { ION_MASS, IONS, REAGENTS, solidsGPerMol, type Ion, type Reagent, type ReagentId } from './reagents';

/** One salt in a stock solution. */
export interface SolutionPart {
  readonly reagent: ReagentId;
  /** Grams of the salt, as weighed with its water of hydration, in a litre of finished solution. */
  readonly gramsPerL: number;
  /** The share of what is weighed that is this salt; 1 when left out. Damp or technical salts carry less. */
  readonly purity?: number | undefined;
}

/** What a litre of a stock solution, or any weighed salts, add to a tank. */
export interface Strength {
  readonly alkalinityMmolPerL: number;
  readonly dicMmolPerL: number;
  /** mg of each ion a litre. */
  readonly ions: Readonly<Record<Ion, number>>;
  /** Dissolved solids without water of hydration. */
  readonly solidsGPerL: number;
}

/**
 * The strength of a stock solution from the grams of each salt in a litre.
 * @throws Refusal above the solubility of a salt at 20 °C, for a mass that is not positive, or a purity outside 0.2 to 1
 * @returns mmol/L of alkalinity and carbon, mg/L of each ion, g/L of solids
 * @example solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]).alkalinityMmolPerL // 1509.6
 * Source: grams ÷ molar mass × what a mole brings (`reagents.ts`), CIAAW 2021.
 */
export function solutionStrength(parts: readonly SolutionPart[]): Strength {
  for (const { reagent, gramsPerL } of parts) refuseUndissolved(REAGENTS[reagent], gramsPerL);
  return sumOfSalts(parts);
}

/**
 * What grams of salts bring, whether or not a litre would hold them: for salts strewn into a whole tank.
 * @throws Refusal for a purity outside 0.2 to 1
 * Source: as `solutionStrength`.
 */
export function sumOfSalts(parts: readonly SolutionPart[]): Strength {
  const ions = Object.fromEntries(IONS.map((ion) => [ion, 0])) as Record<Ion, number>;
  let alkalinityMmolPerL = 0;
  let dicMmolPerL = 0;
  let solidsGPerL = 0;
  for (const { reagent: id, gramsPerL, purity = 1 } of parts) {
    const salt: Reagent = REAGENTS[id];
    within(`purity of ${salt.name}`, purity, 0.2, 1, 'as a share of what is weighed');
    const mmolPerL = ((gramsPerL * purity) / salt.molarMassGPerMol) * 1000;
    alkalinityMmolPerL += mmolPerL * salt.alkalinityEq;
    dicMmolPerL += mmolPerL * salt.carbonMol;
    for (const ion of IONS) ions[ion] += mmolPerL * (salt.ions[ion] ?? 0) * ION_MASS[ion];
    solidsGPerL += (mmolPerL / 1000) * solidsGPerMol(salt);
  }
  return { alkalinityMmolPerL, dicMmolPerL, ions, solidsGPerL };
}

/** A solution so many times as strong. */
export function scaled({ alkalinityMmolPerL, dicMmolPerL, ions, solidsGPerL }: Strength, times: number): Strength {
  return {
    alkalinityMmolPerL: alkalinityMmolPerL * times,
    dicMmolPerL: dicMmolPerL * times,
    ions: Object.fromEntries(IONS.map((ion) => [ion, ions[ion] * times])) as Record<Ion, number>,
    solidsGPerL: solidsGPerL * times,
  };
}

/** The tank model tells all ammonia as NH3. */
const AMMONIA_PER_AMMONIUM = MOLAR_MASS.NH3 / MOLAR_MASS.NH4;

/** What some litres of a solution (or, at 1, salts summed) add, as amounts of the tank model. */
export function amountsOf(strength: Strength, litres: number): Amounts {
  const { calcium, magnesium, ammonium, nitrate, phosphate, ...further } = strength.ions;
  return {
    alkalinity: strength.alkalinityMmolPerL * litres,
    dic: strength.dicMmolPerL * litres,
    calcium: calcium * litres,
    magnesium: magnesium * litres,
    ammonia: ammonium * AMMONIA_PER_AMMONIUM * litres,
    nitrate: nitrate * litres,
    phosphate: phosphate * litres,
    salinity: salinityAmountFromSolids(strength.solidsGPerL * litres),
    further: Object.fromEntries(Object.entries(further).map(([ion, mgPerL]) => [ion, mgPerL * litres])),
  };
}

function refuseUndissolved(salt: Reagent, gramsPerL: number): void {
  const limit = Math.floor(salt.solubilityGPerL * 100) / 100;
  if (gramsPerL > 0 && gramsPerL <= limit) return;
  const most = limit >= 10 ? Math.floor(limit) : limit;
  throw chemicalRefusal({
    field: salt.name,
    value: gramsPerL,
    allowed: { from: 0, to: most, unit: 'g/L' },
    hint: gramsPerL > limit ? { code: 'does not dissolve', mostGPerL: most } : { code: 'some salt' },
    suggestion: gramsPerL > limit ? likelyStrength(gramsPerL, limit) : undefined,
  });
}

/** A figure ten or a hundred times too large is the usual slip; else the most that dissolves. */
function likelyStrength(gramsPerL: number, limit: number): string {
  const tenth = gramsPerL / 10;
  return `${tenth <= limit && tenth > limit / 10 ? tenth : limit} g/L`;
}
