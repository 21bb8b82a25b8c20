import { Refusal } from '../refusal';
import { MOLAR_MASS } from './molar-mass';
import { REAGENTS, type Reagent, type ReagentId } from './reagents';

/** One salt in a stock solution. */
export interface SolutionPart {
  readonly reagent: ReagentId;
  /** Grams of the salt, as weighed with its water of hydration, in a litre of finished solution. */
  readonly gramsPerL: number;
}

/** What a litre of a stock solution adds to a tank. */
export interface Strength {
  readonly alkalinityMmolPerL: number;
  readonly calciumMgPerL: number;
  readonly magnesiumMgPerL: number;
  /** Dissolved solids without water of hydration. */
  readonly solidsGPerL: number;
}

/**
 * The strength of a stock solution from the grams of each salt in a litre.
 * @throws Refusal above the solubility of a salt at 20 °C, or for a mass that is not positive
 * @example solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]).alkalinityMmolPerL // 1509.6
 */
export function solutionStrength(parts: readonly SolutionPart[]): Strength {
  let alkalinityMmolPerL = 0;
  let calciumMgPerL = 0;
  let magnesiumMgPerL = 0;
  let solidsGPerL = 0;
  for (const { reagent: id, gramsPerL } of parts) {
    const reagent: Reagent = REAGENTS[id];
    refuseUndissolved(reagent, gramsPerL);
    const mmolPerL = (gramsPerL / reagent.molarMassGPerMol) * 1000;
    alkalinityMmolPerL += mmolPerL * reagent.alkalinityEq;
    calciumMgPerL += mmolPerL * reagent.calciumMol * MOLAR_MASS.Ca;
    magnesiumMgPerL += mmolPerL * reagent.magnesiumMol * MOLAR_MASS.Mg;
    solidsGPerL += (mmolPerL / 1000) * reagent.solidsG;
  }
  return { alkalinityMmolPerL, calciumMgPerL, magnesiumMgPerL, solidsGPerL };
}

function refuseUndissolved(reagent: Reagent, gramsPerL: number): void {
  const limit = Math.floor(reagent.solubilityGPerL * 100) / 100;
  if (gramsPerL > 0 && gramsPerL <= limit) return;
  const most = limit >= 10 ? Math.floor(limit) : limit;
  throw new Refusal({
    field: reagent.name,
    value: gramsPerL,
    allowed: `0 to ${most} g/L`,
    hint:
      gramsPerL > limit
        ? `No more than ${most} g dissolves in a litre at 20 °C; the rest would lie on the bottom.`
        : 'A solution needs some of its salt.',
    suggestion: gramsPerL > limit ? likelyStrength(gramsPerL, limit) : undefined,
  });
}

/** A figure ten or a hundred times too large is the usual slip; else the most that dissolves. */
function likelyStrength(gramsPerL: number, limit: number): string {
  const tenth = gramsPerL / 10;
  return `${tenth <= limit && tenth > limit / 10 ? tenth : limit} g/L`;
}
