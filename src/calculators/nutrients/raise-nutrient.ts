import * as z from 'zod';
import { REAGENTS, reagent, ION_MASS, type ReagentId } from '@/chemistry/reagents/reagents';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, amountOfNamedKind, figure, moment, settled, share } from '../calculator/calculator-input';
import { defineCalculator, type Caution } from '../calculator/calculator';
import { handlingOf } from '../reagents/handling';
import { expectationOf } from './balance-input';
import { MOST_RAISED } from './nutrient-levers';

/** Salts that bring each, the usual one first. */
export const RAISED_BY = {
  nitrate: ['sodium-nitrate', 'potassium-nitrate'],
  phosphate: ['potassium-dihydrogen-phosphate', 'dipotassium-hydrogen-phosphate', 'sodium-dihydrogen-phosphate'],
} as const satisfies Record<string, readonly ReagentId[]>;
type Salt = (typeof RAISED_BY)[keyof typeof RAISED_BY][number];
const SALTS = [...RAISED_BY.nitrate, ...RAISED_BY.phosphate] as const;

/** It is made up in so much RO/DI water and dosed from it: a day's share cannot be weighed in a kitchen. Chosen. */
const MADE_UP_ML = 500;

const input = z.strictObject({
  nutrient: z.enum(['nitrate', 'phosphate']),
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  level: amountOfNamedKind('level now', 'nutrient'),
  goal: amountOfNamedKind('the level wanted', 'nutrient'),
  /** The usual one when left out. */
  salt: z.enum(SALTS).optional(),
  purity: share('purity', 0.2).default(1),
  /** mg/L a day; what is usual when left out. */
  pace: figure('rise a day', 0.0001, 5, 'mg/L').optional(),
});
type Input = z.output<typeof input>;

export const raiseNutrient = defineCalculator({
  name: 'raise-nutrient',
  asks: 'How much of a plain salt raises nitrate or phosphate, over how many days, and when is it stopped?',
  input,
  example: { nutrient: 'nitrate', now: 1_790_000_000_000, netVolumeL: 300, level: 0, goal: '10 mg/L' },
  run: (given) => {
    const { nutrient, netVolumeL, now } = given;
    const expected = expectationOf(nutrient);
    const level = settled(given.level, expected);
    const goal = settled(given.goal, expected);
    const rise = Math.max(0, goal - level);
    const salt = saltOf(given);
    const { name, formula, molarMassGPerMol } = reagent(salt);
    const grams = (rise * netVolumeL * molarMassGPerMol) / ION_MASS[nutrient] / 1000 / given.purity;
    const days = Math.max(1, Math.ceil(rise / (given.pace ?? MOST_RAISED[nutrient]) - 1e-9));
    const dissolves = REAGENTS[salt].solubilityGPerL * (MADE_UP_ML / 1000);
    const madeUpMl =
      grams > 0.5 * dissolves ? Math.ceil(grams / (0.5 * REAGENTS[salt].solubilityGPerL)) * 1000 : MADE_UP_ML;
    const mlPerDay = madeUpMl / days;
    return {
      answer: {
        says:
          rise === 0
            ? [`Dose none: ${nutrient} is at`, quantity(nutrient, level), 'already.']
            : [
                'Dissolve',
                quantity('mass', grams),
                `of ${name} in`,
                quantity('dose', madeUpMl),
                'of RO/DI water and dose',
                quantity('dose', mlPerDay),
                days === 1 ? 'once.' : 'a day for',
                ...(days === 1 ? [] : [quantity('days', days), '.']),
              ],
        certainty: 'worked out',
        because:
          rise === 0
            ? []
            : [
                `That is`,
                quantity(nutrient, rise),
                'by',
                { moment: now + days * DAY_MS, day: true },
                '; what is taken up meanwhile comes off it. Test every third day, and stop at',
                quantity(nutrient, goal),
                ', at a red film, or where the other one falls to zero.',
              ],
      },
      working: [
        { label: 'Wanted less there', value: quantity(nutrient, rise), origin: 'log', from: 'goal − level' },
        { label: 'Net volume', value: quantity('volume', netVolumeL), origin: 'setting', from: 'of the tank' },
        {
          label: `${formula} for one of ${nutrient}`,
          value: quantity('ratio', molarMassGPerMol / ION_MASS[nutrient]),
          origin: 'equation',
          from: 'molar masses, CIAAW 2021',
        },
        { label: name, value: quantity('mass', grams), origin: 'equation', from: 'rise × volume × that ÷ purity' },
        {
          label: 'A day at most',
          value: quantity(nutrient, given.pace ?? MOST_RAISED[nutrient]),
          origin: given.pace === undefined ? 'common practice' : 'yours',
          from: 'no faster, so that nothing blooms',
        },
      ],
      cautions: cautionsOf(given, salt, rise),
      values: { grams, days, mlPerDay, madeUpMl, rise, salt },
    };
  },
});

/** The salt that is named, if it brings what is raised; else the usual one. */
function saltOf({ nutrient, salt }: Input): Salt {
  const those: readonly Salt[] = RAISED_BY[nutrient];
  return salt && those.includes(salt) ? salt : RAISED_BY[nutrient][0];
}

function cautionsOf({ nutrient }: Input, salt: Salt, rise: number): Caution[] {
  if (rise === 0) return [];
  return [
    {
      severity: 'caution',
      says: [
        `Feed more first; a salt is for tanks whose fish are fed enough. It brings ${nutrient} alone: watch the other one.`,
      ],
    },
    ...handlingOf([salt]),
  ];
}
