import { listed } from '../calculator/words';
import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { defineCalculator, type Phrase } from '../calculator/calculator';
import { quantity, type Quantity } from '@/quantities/quantity';
import { bottleOf, claimInput, strengthInput, weighedSalt } from './bottle-input';
import { saltsOfBottle } from '@/chemistry/reagents/label-claim';
import { reagent } from '@/chemistry/reagents/reagents';
import { solutionStrength, sumOfSalts, type Strength } from '@/chemistry/reagents/solution';
import { handlingOf } from './handling';
import { strengthSteps } from './strength-steps';

const finishedVolume = amount({ field: 'finished volume', kind: 'volume', low: 0.01, high: 1000, usual: [0.2, 50] });

/** The measure its strength is told by: a dose whose effect a kit can read. */
const PER = { ml: 10, litres: 100 } as const;

export const solution = defineCalculator({
  name: 'solution-strength',
  asks: 'How strong is this stock solution, and what does a dose of it do?',
  input: z.union([
    /** Salts weighed into so much finished solution. */
    z.strictObject({ salts: z.array(weighedSalt).min(1).max(6), litres: finishedVolume }),
    z.strictObject({ claim: claimInput }),
    z.strictObject({ strength: strengthInput }),
  ]),
  example: { salts: [{ reagent: 'sodium-carbonate', grams: 160, purity: '99 %' }], litres: '2 L' },
  run: (input) => {
    const weighed = 'salts' in input ? input : undefined;
    const parts =
      'salts' in input
        ? input.salts.map(({ grams, ...salt }) => ({ ...salt, gramsPerL: grams / input.litres }))
        : saltsOfBottle(bottleOf(input));
    const strength = weighed ? solutionStrength(parts) : sumOfSalts(parts);
    const names = listed(parts.map((part) => reagent(part.reagent).name));
    return {
      answer: {
        says: [`${PER.ml} mL in ${PER.litres} L raises`, ...risesOf(strength), '.'],
        certainty: weighed ? 'worked out' : 'rough',
        because: weighed
          ? [`From ${names} by weight, dissolved to`, quantity('volume', weighed.litres), '.']
          : [
              `${'claim' in input ? 'By its maker’s claim' : 'By its strength'}, taken as ${names}; what else the bottle holds is not known.`,
            ],
      },
      working: [
        ...parts.map((part) => ({
          label: `${reagent(part.reagent).name} in a litre`,
          value: quantity('strength', part.gramsPerL),
          origin: weighed ? ('yours' as const) : ('assumed' as const),
          from: weighed ? 'grams ÷ finished litres' : 'the salt that would do what is claimed',
        })),
        ...strengthSteps(strength, 'grams × purity ÷ molar mass (CIAAW 2021) × what a mole supplies'),
      ],
      cautions: handlingOf(parts.map((part) => part.reagent)),
      values: { ...strength, parts },
    };
  },
});

function risesOf(strength: Strength): Phrase[] {
  const share = PER.ml / 1000 / PER.litres;
  const rises: [Quantity, string][] = [
    [quantity('alkalinity', strength.alkalinityMmolPerL * share), ''],
    [quantity('calcium', strength.ions.calcium * share), 'calcium'],
    [quantity('magnesium', strength.ions.magnesium * share), 'magnesium'],
    [quantity('ion', strength.ions.strontium * share), 'strontium'],
    [quantity('ion', strength.ions.potassium * share), 'potassium'],
    [quantity('ion', strength.ions.iodide * share), 'iodide'],
  ];
  const named = rises.filter(([{ amount: rise }]) => rise > 0);
  return named.flatMap(([rise, name], i): Phrase[] => [
    ...(i === 0 ? [] : [i === named.length - 1 ? 'and' : ',']),
    ...(name ? [`${name} by`] : ['alkalinity by']),
    rise,
  ]);
}
