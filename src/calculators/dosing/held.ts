import * as z from 'zod';
import { mean } from 'simple-statistics';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Phrase, type Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { DOSED_PARAMETERS } from './dosed-parameters';

/** Fewer days of tests say nothing of how a level is held. Chosen: a fortnight. */
const LEAST_DAYS = 14;

/** A level in the parameter's canonical unit. */
const level = figure('level', 0, 1e5);

export const held = defineCalculator({
  name: 'held',
  asks: 'How well was a level held, and what became of the advice?',
  input: z.strictObject({
    parameter: z.enum(DOSED_PARAMETERS),
    band: z.tuple([level, level]),
    target: level,
    /** The level as all readings together tell it, at the moments of the tests: in order of time. */
    levels: z.array(z.strictObject({ at: moment('test'), level })).max(2000),
    /** What was advised at tests, in order of time. */
    advice: z
      .array(
        z.strictObject({
          at: moment('test'),
          name: z.string().max(200),
          runs: figure('dose as it ran', 0, 1e6, 'mL/day'),
          advised: figure('dose advised', 0, 1e6, 'mL/day'),
          /** What ran once it was told. */
          set: figure('dose set', 0, 1e6, 'mL/day'),
          followed: z.boolean(),
          /** Where the advice was to lead, and when; left out where it was not followed or that day lies ahead. */
          foretold: z.strictObject({ at: moment('day foretold'), level }).optional(),
        }),
      )
      .max(100)
      .default([]),
  }),
  example: {
    parameter: 'alkalinity',
    band: [2.78, 3.03],
    target: 2.9,
    levels: [
      { at: 0, level: 2.9 },
      { at: 14 * DAY_MS, level: 2.8 },
      { at: 28 * DAY_MS, level: 2.7 },
    ],
    advice: [
      {
        at: 0,
        name: 'carbonate part',
        runs: 28,
        advised: 30,
        set: 30,
        followed: true,
        foretold: { at: 14 * DAY_MS, level: 2.85 },
      },
    ],
  },
  run: ({ parameter, band, target, levels, advice }) => {
    const first = levels[0];
    const last = levels.at(-1);
    const days = first && last ? Math.round((last.at - first.at) / DAY_MS) : 0;
    if (!first || !last || days < LEAST_DAYS)
      return {
        answer: {
          says: [`How well ${parameter} is held is told once its tests reach over two weeks.`],
          certainty: 'not enough yet' as const,
          because: [],
        },
        working: [],
        cautions: [],
        values: valuesOf(days),
      };
    const daily = Array.from({ length: days + 1 }, (_, day) => levelAt(levels, first.at + day * DAY_MS));
    const inBand = daily.filter((each) => each >= band[0] && each <= band[1]).length / daily.length;
    const distance = mean(daily.map((each) => Math.abs(each - target)));
    const followed = advice.filter((each) => each.followed);
    const misses = followed.flatMap(({ foretold }) =>
      foretold && foretold.at <= last.at ? [Math.abs(levelAt(levels, foretold.at) - foretold.level)] : [],
    );
    const missed = misses.length > 0 ? mean(misses) : undefined;
    return {
      answer: {
        says: [
          `${capitalised(parameter)} was within its band on`,
          quantity('percent', inBand * 100),
          'of the last',
          quantity('days', days),
          ', and',
          quantity(parameter, distance),
          'from its target on average.',
        ],
        certainty: 'worked out' as const,
        because: [
          ...(advice.length === 0
            ? ['No advice was given at its tests.']
            : [`The advice of ${followed.length} of ${advice.length} tests was followed`]),
          ...(missed === undefined
            ? advice.length === 0
              ? []
              : ['.']
            : ['; the level came to within', quantity(parameter, missed), 'of what it foretold.']),
        ] as Phrase[],
      },
      working: [
        { label: 'Target', value: quantity(parameter, target), origin: 'setting', from: 'the middle of the band' },
        ...advice.flatMap(({ name, advised, set, followed: was, foretold }, i): Step[] => {
          const test = `test ${i + 1} of ${advice.length}`;
          return [
            { label: `${name} advised`, value: quantity('doseRate', advised), origin: 'equation', from: test },
            {
              label: 'and set',
              value: quantity('doseRate', set),
              origin: 'log',
              from: was ? 'as advised' : 'otherwise, or not at all',
            },
            ...(foretold && foretold.at <= last.at
              ? [
                  {
                    label: `${capitalised(parameter)} foretold`,
                    value: quantity(parameter, foretold.level),
                    origin: 'equation' as const,
                    from: 'the dose as advised, less consumption as it was known then',
                  },
                  {
                    label: 'and came',
                    value: quantity(parameter, levelAt(levels, foretold.at)),
                    origin: 'log' as const,
                    from: 'all readings together',
                  },
                ]
              : []),
          ];
        }),
      ],
      cautions: [],
      values: {
        ...valuesOf(days),
        inBand,
        distance,
        followed: followed.length,
        ...(missed !== undefined && { missed }),
      },
    };
  },
});

/** What is known before anything is. */
function valuesOf(days: number): {
  readonly days: number;
  readonly inBand?: number;
  readonly distance?: number;
  readonly followed: number;
  /** How far the level came from what was foretold, on average. */
  readonly missed?: number;
} {
  return { days, followed: 0 };
}

/** Straight from test to test. */
function levelAt(levels: readonly { readonly at: number; readonly level: number }[], at: number): number {
  const after = levels.findIndex((each) => each.at >= at);
  const end = levels[after < 0 ? levels.length - 1 : after];
  const start = levels[after <= 0 ? 0 : after - 1];
  if (!end || !start || end.at <= start.at) return end?.level ?? 0;
  const share = Math.min(1, Math.max(0, (at - start.at) / (end.at - start.at)));
  return start.level + share * (end.level - start.level);
}
