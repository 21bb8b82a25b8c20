import type { Step } from '../calculator';
import { quantity } from '../units/quantity';
import { capitalised } from '../words';
import { IONS, type Reagent } from './reagents';
import type { Strength } from './solution';

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

/** The cautions for handling salts, each said once. */
export function handlingOf(salts: readonly Reagent[]): string[] {
  return [...new Set(salts.map(({ handling }) => handling))];
}
