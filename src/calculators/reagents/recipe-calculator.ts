import * as z from 'zod';
import { amount, share } from '../calculator/calculator-input';
import { defineCalculator, type Phrase, type Step } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { bottleInput, bottleOf, purity, reagentId } from './bottle-input';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { matchStrength, usualSalts } from '@/chemistry/reagents/recipe';
import { reagent } from '@/chemistry/reagents/reagents';
import { scaled, sumOfSalts } from '@/chemistry/reagents/solution';
import { handlingOf } from './handling';
import { strengthSteps } from './strength-steps';

export const recipe = defineCalculator({
  name: 'match-solution',
  asks: 'How is a stock solution made that matches another?',
  input: z.strictObject({
    /** The solution to match. */
    match: bottleInput,
    /** How much of it to make. */
    litres: amount({ field: 'litres to make', kind: 'volume', low: 0.01, high: 1000, usual: [0.2, 50] }),
    /** How strong to make it, as a share of the other: weaker where a salt would not dissolve. */
    strength: share('strength', 0.01, 5).default(1),
    /** What it may be made from; the usual salts when left out. */
    from: z
      .array(z.strictObject({ reagent: reagentId, purity }))
      .min(1)
      .max(8)
      .optional(),
  }),
  example: {
    match: { claim: { ml: 10, inLitres: 100, raises: { alkalinity: '0.5 dKH' } } },
    litres: '2 L',
    strength: '60 %',
    from: [{ reagent: 'sodium-bicarbonate' }],
  },
  run: ({ match, litres, strength, from }) => {
    const other = strengthOfBottle(bottleOf(match));
    const target = scaled(other, strength);
    const parts = matchStrength(target, from ?? usualSalts(target));
    const made = sumOfSalts(parts);
    const working: Step[] = [
      ...strengthSteps(other, 'parts' in match ? 'the other, by its salts' : 'the other, by what is known of it'),
      ...parts.map((part): Step => ({
        label: `${reagent(part.reagent).name} to weigh`,
        value: quantity('mass', part.gramsPerL * litres),
        origin: 'equation',
        from: `grams a litre that give ${strength === 1 ? 'the same strength' : `${Math.round(strength * 100)} % of the strength`} (non-negative least squares) × ${litres} L; at most ${Math.floor(reagent(part.reagent).solubilityGPerL)} g dissolves in a litre`,
      })),
    ];
    return {
      answer: {
        says: [
          'Dissolve',
          ...parts.flatMap((part, i): Phrase[] => [
            ...(i === 0 ? [] : [i === parts.length - 1 ? 'and' : ',']),
            quantity('mass', part.gramsPerL * litres),
            `of ${reagent(part.reagent).name}`,
          ]),
          'and fill up to',
          quantity('volume', litres),
          '.',
        ],
        certainty: 'parts' in match ? 'worked out' : 'rough',
        because:
          strength === 1
            ? ['Dose it as the other, millilitre for millilitre.']
            : [`Dose ${(1 / strength).toFixed(2)} mL of it for each of the other.`],
      },
      working,
      cautions: [
        ...handlingOf(parts.map((part) => part.reagent)),
        ...(differentForm(target, made)
          ? [
              {
                severity: 'caution' as const,
                says: [
                  'It carries its alkalinity in another form than the one it matches, so pH answers differently: hydroxide lifts it most, carbonate less, and bicarbonate lowers it a little at first.',
                ],
              },
            ]
          : []),
      ],
      values: { parts: parts.map((part) => ({ ...part, grams: part.gramsPerL * litres })), strength: made },
    };
  },
});

interface Carbon {
  readonly alkalinityMmolPerL: number;
  readonly dicMmolPerL: number;
}

function differentForm(one: Carbon, other: Carbon): boolean {
  const carbonPerEq = ({ alkalinityMmolPerL, dicMmolPerL }: Carbon) =>
    alkalinityMmolPerL > 0 ? dicMmolPerL / alkalinityMmolPerL : 0;
  return Math.abs(carbonPerEq(one) - carbonPerEq(other)) > 0.1;
}
