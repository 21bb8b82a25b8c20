import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { amount, share } from '../calculator/calculator-input';
import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from '../dosing/dosed-parameters';
import { PARAMETERS, readingExpectation, usualErrorOf } from '../parameters/parameters';
import { handlingOf } from '../reagents/handling';
import { reagent } from '@/chemistry/reagents/reagents';
import { amountsOf, sumOfSalts } from '@/chemistry/reagents/solution';
import { capitalised, listed as joined, listedPhrases } from '../calculator/words';
import { quantity } from '@/quantities/quantity';

const RAISED_BY = {
  alkalinity: ['sodium-bicarbonate', 'sodium-carbonate'],
  calcium: ['calcium-chloride-dihydrate', 'calcium-chloride'],
  magnesium: ['magnesium-chloride-hexahydrate', 'magnesium-sulfate-heptahydrate'],
} as const;

const level = (parameter: DosedParameter) => amount({ ...readingExpectation(parameter), low: 0 });
const levels = z.strictObject({
  alkalinity: level('alkalinity'),
  calcium: level('calcium'),
  magnesium: level('magnesium'),
});

export const batchMatch = defineCalculator({
  name: 'batch-match',
  asks: 'What brings a batch’s alkalinity, calcium and magnesium to the tank’s?',
  input: z.strictObject({
    litres: amount({ ...AMOUNTS.batchVolume, field: 'litres of the batch' }),
    batch: levels,
    tank: levels,
    /** What of the batch is neither tested nor told by its salt's label. */
    assumed: z.array(z.enum(DOSED_PARAMETERS)).max(3).default([]),
    /** The salt each is raised with. */
    with: z
      .strictObject({
        alkalinity: z.enum(RAISED_BY.alkalinity).default('sodium-bicarbonate'),
        calcium: z.enum(RAISED_BY.calcium).default('calcium-chloride-dihydrate'),
        magnesium: z.enum(RAISED_BY.magnesium).default('magnesium-chloride-hexahydrate'),
      })
      .default({
        alkalinity: 'sodium-bicarbonate',
        calcium: 'calcium-chloride-dihydrate',
        magnesium: 'magnesium-chloride-hexahydrate',
      }),
    /** The share of the tank it goes into, for the step of what cannot be matched. */
    changeShare: share('share of the tank').default(0.1),
  }),
  example: {
    litres: '60 L',
    batch: { alkalinity: '7.4 dKH', calcium: 405, magnesium: 1290 },
    tank: { alkalinity: '8.3 dKH', calcium: 430, magnesium: 1320 },
    changeShare: '10 %',
  },
  run: ({ litres, batch, tank, assumed, with: salts, changeShare }) => {
    const rows = DOSED_PARAMETERS.map((parameter) => {
      const short = tank[parameter] - batch[parameter];
      const each = sumOfSalts([{ reagent: salts[parameter], gramsPerL: 1 }]);
      const perG = DOSED_FACTS[parameter].perMl(each) * 1000;
      const near = Math.abs(short) <= usualErrorOf(parameter);
      return { parameter, short, near, grams: near ? 0 : Math.max(0, (short * litres) / perG) };
    });
    const added = rows.filter(({ grams }) => grams > 0);
    const over = rows.filter(({ near, short }) => !near && short < 0);
    const together = amountsOf(
      sumOfSalts(added.map(({ parameter, grams }) => ({ reagent: salts[parameter], gramsPerL: grams }))),
      1,
    );
    const working = rows.flatMap(({ parameter, short, grams }): Step[] => [
      {
        label: `${capitalised(PARAMETERS[parameter].name)} of the batch`,
        value: quantity(parameter, batch[parameter]),
        ...(assumed.includes(parameter)
          ? ({ origin: 'assumed', from: 'natural seawater’s, since it is neither tested nor on the label' } as const)
          : ({ origin: 'yours', from: 'tested, or by the label' } as const)),
      },
      {
        label: `${capitalised(PARAMETERS[parameter].name)} of the tank`,
        value: quantity(parameter, tank[parameter]),
        origin: 'log',
        from: 'the tank’s level',
      },
      grams > 0
        ? {
            label: reagent(salts[parameter]).name,
            value: quantity('mass', grams),
            origin: 'equation',
            from: 'what is short × litres ÷ what a gram supplies (CIAAW 2021 masses)',
          }
        : {
            label: `Step at a change of ${(changeShare * 100).toFixed(0)} %`,
            value: quantity(parameter, Math.abs(short) * changeShare),
            origin: 'equation',
            from: short < 0 ? 'upwards; nothing takes it out of a batch' : 'within the test’s own error',
          },
    ]);
    const cautions: Caution[] = handlingOf(added.map(({ parameter }) => salts[parameter]));
    if (assumed.length > 0)
      cautions.push({
        severity: 'caution',
        says: [
          `What the batch holds of ${joined(assumed)} is not known: natural seawater’s is assumed. Test the batch before anything is dissolved in it.`,
        ],
      });
    if (added.length > 1)
      cautions.push({
        severity: 'caution',
        says: [
          'Dissolve one after the other, each fully before the next: alkalinity and calcium thrown in together fall out as chalk.',
        ],
      });
    return {
      answer:
        added.length > 0
          ? {
              says: [
                'Dissolve',
                ...listedPhrases(
                  added.map(({ parameter, grams }) => [
                    quantity('mass', grams),
                    `of ${reagent(salts[parameter]).name}`,
                  ]),
                ),
                'in the batch.',
              ],
              certainty: assumed.length > 0 ? ('rough' as const) : ('worked out' as const),
              because: [
                'Then it matches the tank; salinity rises by',
                quantity('salinity', (together.salinity ?? 0) / litres),
                '.',
                ...above(over, changeShare),
              ],
            }
          : {
              says: ['Add nothing to the batch.'],
              certainty: over.length > 0 ? ('worked out' as const) : ('within test error' as const),
              because:
                over.length > 0 ? above(over, changeShare) : ['It holds what the tank holds, as far as tests show.'],
            },
      working,
      cautions,
      values: {
        grams: Object.fromEntries(rows.map(({ parameter, grams }) => [parameter, grams])) as Record<
          DosedParameter,
          number
        >,
        stepUp: Object.fromEntries(over.map(({ parameter, short }) => [parameter, -short * changeShare])),
        salinityRise: (together.salinity ?? 0) / litres,
      },
    };
  },
});

function above(
  over: readonly { readonly parameter: DosedParameter; readonly short: number }[],
  changeShare: number,
): Phrase[] {
  return over.flatMap(({ parameter, short }): Phrase[] => [
    `Its ${parameter} is`,
    quantity(parameter, -short),
    'above the tank’s and cannot be taken out: the change lifts the tank by',
    quantity(parameter, -short * changeShare),
    '.',
  ]);
}
