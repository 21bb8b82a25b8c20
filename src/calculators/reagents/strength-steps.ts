import type { Step } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { capitalised } from '../calculator/words';
import { IONS, reagent } from '@/chemistry/reagents/reagents';
import type { SolutionPart, Strength } from '@/chemistry/reagents/solution';

/** What a litre holds, line by line; nothing of what it does not hold. */
export function strengthSteps(strength: Strength, from: string): Step[] {
  const steps: Step[] = [];
  if (strength.alkalinityMmolPerL > 0)
    steps.push({
      label: 'Alkalinity in a litre',
      value: quantity('equivalents', strength.alkalinityMmolPerL / 1000),
      origin: 'equation',
      from,
    });
  for (const ion of IONS)
    if (strength.ions[ion] > 0)
      steps.push({
        label: `${capitalised(ion)} in a litre`,
        value: quantity('strength', strength.ions[ion] / 1000),
        origin: 'equation',
        from,
      });
  return steps;
}

/** What a part is, in words: "80 g/L sodium carbonate, 97 % pure". */
export function partWords({ reagent: id, gramsPerL, purity }: SolutionPart, shown = `${gramsPerL} g/L`): string {
  const pure = purity === undefined || purity === 1 ? '' : `, ${Number((purity * 100).toPrecision(3))} % pure`;
  return `${shown} ${reagent(id).name}${pure}`;
}
