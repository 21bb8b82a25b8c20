import { strengthOfBottle, type Bottle } from '@/chemistry/reagents/claim';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';

/** What a litre of a solution brings, in words. */
export function strengthWords(bottle: Bottle, units: UnitPreferences): string {
  const { outcome } = attempt(() => strengthOfBottle(bottle));
  if (!outcome) return 'above what dissolves';
  return [
    outcome.alkalinityMmolPerL > 0 && showText(quantity('equivalents', outcome.alkalinityMmolPerL / 1000), units, 5),
    outcome.ions.calcium > 0 && `${showText(quantity('strength', outcome.ions.calcium / 1000), units)} calcium`,
    outcome.ions.magnesium > 0 && `${showText(quantity('strength', outcome.ions.magnesium / 1000), units)} magnesium`,
  ]
    .filter(Boolean)
    .join(', ');
}
