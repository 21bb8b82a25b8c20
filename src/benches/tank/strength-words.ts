import { solutionStrength } from '@/chemistry/reagents/solution';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';
import type { Solution } from '@/record/schema';

/** What a litre of a solution brings, in words. */
export function strengthWords(solution: Pick<Solution, 'parts'>, units: UnitPreferences): string {
  const { outcome } = attempt(() => solutionStrength(solution.parts));
  if (!outcome) return 'above what dissolves';
  return [
    outcome.alkalinityMmolPerL > 0 && showText(quantity('equivalents', outcome.alkalinityMmolPerL / 1000), units, 5),
    outcome.calciumMgPerL > 0 && `${showText(quantity('strength', outcome.calciumMgPerL / 1000), units)} calcium`,
    outcome.magnesiumMgPerL > 0 && `${showText(quantity('strength', outcome.magnesiumMgPerL / 1000), units)} magnesium`,
  ]
    .filter(Boolean)
    .join(', ');
}
