import { strengthOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import { IONS_DOSED } from '@/chemistry/reagents/reagents';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

/** What a litre of a solution brings, in words. */
export function strengthWords(bottle: Bottle, units: UnitPreferences): string {
  const { outcome } = attempt(() => strengthOfBottle(bottle));
  if (!outcome) return 'above what dissolves';
  return [
    outcome.alkalinityMmolPerL > 0 && showText(quantity('equivalents', outcome.alkalinityMmolPerL / 1000), units, 5),
    ...([...IONS_DOSED, 'ammonium'] as const).map(
      (ion) => outcome.ions[ion] > 0 && `${showText(quantity('strength', outcome.ions[ion] / 1000), units)} ${ion}`,
    ),
  ]
    .filter(Boolean)
    .join(', ');
}
