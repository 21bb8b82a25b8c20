import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Answer, type Caution, type Step } from '../calculator/calculator';
import { amount } from '../calculator/calculator-input';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { carbonLife, type Disinfectant } from '@/chemistry/source-water/carbon-block';

/** What a strip can tell from zero, and how far apart two strips of one water may read. Chosen. */
const STRIP_MG_PER_L = 0.2;
/** Behind carbon none should be left; chlorine eats membranes. Common practice. */
const CARBON_SPENT_MG_PER_L = 0.1;

export const disinfectant = defineCalculator({
  name: 'disinfectant',
  asks: 'Is the supply treated with chlorine or chloramine, and what does the RO/DI unit need for it?',
  input: z.strictObject({
    totalChlorine: amount({ ...AMOUNTS.chlorine, field: 'total chlorine' }),
    freeChlorine: amount({ ...AMOUNTS.chlorine, field: 'free chlorine' }),
    /** Total chlorine behind the carbon, where it was read. */
    afterCarbon: amount({ ...AMOUNTS.chlorine, field: 'total chlorine after the carbon' }).optional(),
    /** The first carbon block: what its label says, and the litres of supply that have passed it, waste and all. */
    carbon: z
      .strictObject({
        ratedL: amount(AMOUNTS.carbonRated).optional(),
        forChloramine: z.boolean().default(false),
        passedL: amount({ ...AMOUNTS.carbonRated, field: 'water passed through the carbon', low: 0 }),
      })
      .optional(),
  }),
  example: { totalChlorine: 1.6, freeChlorine: 0.2, afterCarbon: 0, carbon: { forChloramine: true, passedL: 900 } },
  run: ({ totalChlorine, freeChlorine, afterCarbon, carbon }) => {
    if (freeChlorine > totalChlorine + STRIP_MG_PER_L)
      throw new Refusal({
        field: 'free chlorine',
        value: freeChlorine,
        allowed: `0 to ${totalChlorine} mg/L, the total`,
        hint: 'Free chlorine is a part of the total: the two strips may have changed places.',
      });
    const combined = Math.max(0, totalChlorine - freeChlorine);
    const kind: Kind =
      totalChlorine < STRIP_MG_PER_L / 2 ? 'none' : combined > STRIP_MG_PER_L ? 'chloramine' : 'chlorine';
    const life = carbon && carbonLife(carbon, kind);
    const carbonDue = carbon !== undefined && life !== undefined && carbon.passedL >= life.litres;
    const carbonSpent = afterCarbon !== undefined && afterCarbon > CARBON_SPENT_MG_PER_L;
    const working: Step[] = [
      {
        label: 'Total chlorine',
        value: quantity('chlorine', totalChlorine),
        origin: 'log',
        from: 'strip or photometer',
      },
      { label: 'Free chlorine', value: quantity('chlorine', freeChlorine), origin: 'log', from: 'strip or photometer' },
      {
        label: 'Combined, which is chloramine',
        value: quantity('chlorine', combined),
        origin: 'equation',
        from: `total less free; up to ${STRIP_MG_PER_L} mg/L a strip cannot show`,
      },
    ];
    if (carbon && life)
      working.push(
        {
          label: 'The carbon is good for',
          value: quantity('volume', life.litres),
          origin: life.from === 'label' ? 'setting' : 'common practice',
          from:
            life.from === 'label'
              ? 'its label'
              : kind === 'chloramine'
                ? carbon.forChloramine
                  ? 'a block made for chloramine: some thousands of gallons'
                  : 'an ordinary block lets half of the chloramine through after some tens of gallons, whatever its label says'
                : 'what ordinary blocks are rated for',
        },
        {
          label: 'Passed through it',
          value: quantity('volume', carbon.passedL),
          origin: 'log',
          from: 'water made since it was fitted, and its waste',
        },
      );
    return {
      answer: carbonSpent
        ? {
            says: ['Change the carbon before more water is made.'],
            certainty: 'worked out',
            because: [quantity('chlorine', afterCarbon), 'come through it; chlorine eats the membrane behind it.'],
          }
        : carbonDue
          ? {
              says: [
                kind === 'chloramine' && !carbon.forChloramine
                  ? 'It is chloramine and the carbon is an ordinary block: fit one made for it, and a second behind it.'
                  : 'Change the carbon now.',
              ],
              certainty: life.from === 'label' ? 'worked out' : 'rough',
              because: [
                quantity('volume', carbon.passedL),
                'have passed it, and it is good for about',
                quantity('volume', life.litres),
                `of a supply with ${kind}.`,
              ],
            }
          : ANSWER[kind](totalChlorine, combined),
      working,
      cautions: CAUTIONS[kind],
      values: {
        combinedMgPerL: combined,
        kind,
        carbonSpent,
        carbonDue,
        ...(carbon && life && { carbonLeftL: Math.max(0, life.litres - carbon.passedL) }),
      },
    };
  },
});

type Kind = Exclude<Disinfectant, 'unknown'>;

const ANSWER: Record<Kind, (total: number, combined: number) => Answer> = {
  none: () => ({
    says: ['No chlorine shows: four stages do for clean water.'],
    certainty: 'within test error',
    because: ['Well water may hold other things; have nitrate and phosphate tested once.'],
  }),
  chlorine: (total) => ({
    says: ['It is chlorine: one good carbon block and four stages do.'],
    certainty: 'worked out',
    because: ['All of the', quantity('chlorine', total), 'is free, as far as a strip can show.'],
  }),
  chloramine: (total, combined) => ({
    says: ['It is chloramine: fit a carbon block made for it, and a second one behind it.'],
    certainty: 'worked out',
    because: [
      quantity('chlorine', combined),
      'of',
      quantity('chlorine', total),
      'is combined. Six stages, two of them resin, suit such a supply.',
    ],
  }),
};

const CAUTIONS: Record<Kind, readonly Caution[]> = {
  none: [],
  chlorine: [
    { severity: 'note', says: ['Suppliers change their treatment, some by the season: read both strips again.'] },
  ],
  chloramine: [
    {
      severity: 'danger',
      says: [
        'Chloramine kills what lives in a tank. An ordinary carbon block fails within some tens to a few hundred litres; read total chlorine behind the carbon.',
      ],
    },
    { severity: 'note', says: ['What carbon leaves of it is ammonia, which lands on the resin and spends it.'] },
  ],
};
