import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import * as z from 'zod';
import { amount, figure, moment } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Answer, type Caution } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { checkRange, checkRate } from '../parameters/check-range';
import { DOSED_FACTS, DOSED_PARAMETERS } from './dosed-parameters';

/** A test tells of a change once it could move the level by so many errors of the kit. Chosen. */
const TOLD_AT = 2;
const SOONEST_DAYS = 3;
const LATEST_DAYS = 14;

export const afterChange = defineCalculator({
  name: 'after-change',
  asks: 'Did the tank do what the change of dose was meant to do?',
  input: z.strictObject({
    parameter: z.enum(DOSED_PARAMETERS),
    netVolumeL: amount(AMOUNTS.netVolume),
    now: moment('now'),
    /** When the dose was changed. */
    changedAt: moment('moment of the change'),
    name: z.string().max(200),
    /** What was changed: a pump is measured where it errs, a reactor's effluent tested. */
    of: z.enum(['pump', 'reactor']).default('pump'),
    /** The dose before and after, in the parameter's unit a day. */
    suppliedBefore: figure('supplied a day before', 0, 1000),
    suppliedAfter: figure('supplied a day after', 0, 1000),
    /** All that is consumed less all that is supplied besides, a day, as it was known at the change, and its standard deviation. */
    consumedNet: figure('consumption a day', -1000, 1000),
    consumedSd: figure('doubt of the consumption', 0, 1000),
    /** The level at the change, and what was read since. */
    levelThen: figure('level at the change', 0, 1e5),
    levelThenSd: figure('doubt of the level', 0, 1e5),
    readings: z
      .array(
        z.strictObject({
          at: moment('moment of a reading'),
          value: figure('reading', 0, 1e5),
          sd: figure('error of a reading', 1e-9, 1e5),
          /** What the tank model made of it beforehand, with hand doses and changes since; by the slope alone when left out. */
          foretold: figure('level foretold', 0, 1e5).optional(),
        }),
      )
      .max(200)
      .default([]),
    /** A reading's usual error, for when to test. */
    readingSd: figure('error of a reading', 1e-9, 1e5),
  }),
  example: {
    parameter: 'alkalinity',
    netVolumeL: '620 L',
    now: Date.UTC(2026, 10, 24),
    changedAt: Date.UTC(2026, 10, 17),
    name: 'carbonate part',
    suppliedBefore: 0.068,
    suppliedAfter: 0.082,
    consumedNet: 0.082,
    consumedSd: 0.006,
    levelThen: 2.75,
    levelThenSd: 0.03,
    readings: [{ at: Date.UTC(2026, 10, 22), value: 2.77, sd: 0.043 }],
    readingSd: 0.043,
  },
  run: (input) => {
    const { parameter, changedAt, now, name, suppliedBefore, suppliedAfter, consumedNet, consumedSd } = input;
    const { rateKind } = DOSED_FACTS[parameter];
    checkRange(parameter, input.readings);
    for (const rate of [suppliedBefore, suppliedAfter, consumedNet]) checkRate(parameter, rate);
    const turn = Math.abs(suppliedAfter - suppliedBefore);
    const days = Math.min(LATEST_DAYS, Math.max(SOONEST_DAYS, (TOLD_AT * input.readingSd) / Math.max(turn, 1e-9)));
    const testAt = changedAt + days * DAY_MS;
    const slope = suppliedAfter - consumedNet;
    const last = input.readings.filter(({ at }) => at > changedAt + DAY_MS).at(-1);
    const foretold = last && {
      at: last.at,
      level: last.foretold ?? input.levelThen + (slope * (last.at - changedAt)) / DAY_MS,
      sd: Math.hypot(input.levelThenSd, (consumedSd * (last.at - changedAt)) / DAY_MS),
    };
    const off = last && foretold ? last.value - foretold.level : undefined;
    const error = last && foretold ? Math.hypot(foretold.sd, last.sd) : undefined;
    const asForetold = off === undefined || error === undefined ? undefined : !isToldFromZero(off, error);
    const cautions: Caution[] = [];
    const [set, look, check] =
      input.of === 'reactor'
        ? ['its setting', '', 'test the effluent and measure the flow of the reactor']
        : ['the dose', 'look at the bottle, ', `measure the pump of ${name}`];
    if (asForetold === false && off !== undefined)
      cautions.push({
        severity: 'note',
        says: [
          off > 0
            ? `More arrives than ${set} says, or less is consumed than before: test once more, and ${check}, before it is reduced.`
            : `Less arrives than ${set} says, or more is consumed than before: ${look}${check}, and test once more before it is increased.`,
        ],
      });
    return {
      answer: answerOf(),
      working: [
        {
          label: 'Supplied before',
          value: quantity(rateKind, suppliedBefore),
          origin: 'log' as const,
          from: `${name}, a day and a litre`,
        },
        { label: 'Supplied since', value: quantity(rateKind, suppliedAfter), origin: 'log' as const, from: 'likewise' },
        {
          label: 'Needed',
          value: quantity(rateKind, consumedNet),
          origin: 'log' as const,
          from: 'consumption as it was known then, less what others supply',
        },
        ...(foretold
          ? [
              {
                label: 'Level foretold',
                value: quantity(parameter, foretold.level),
                origin: 'equation' as const,
                from:
                  last?.foretold === undefined
                    ? 'level at the change + (supplied − needed) × days'
                    : 'the tank model from the change on, with all that was logged since: doses by hand, water changes, the reactor',
              },
            ]
          : []),
      ],
      cautions,
      values: { testAt, days, foretold, off, asForetold, slopePerDay: slope },
    };

    function answerOf(): Answer {
      if (!last || !foretold || off === undefined)
        return {
          says:
            now < testAt
              ? [
                  `${capitalised(name)} was changed: test ${parameter} on`,
                  { moment: testAt, day: true },
                  'to see whether it holds.',
                ]
              : [`Test ${parameter} now: it shows whether the change of ${name} holds.`],
          certainty: 'worked out',
          because: ['By then the change moves the level by more than twice the test’s error.'],
        };
      return {
        says: asForetold
          ? [
              `The tank did what was foretold: ${parameter} read`,
              quantity(parameter, last.value),
              ', within the error of',
              quantity(parameter, foretold.level),
              '.',
            ]
          : [
              `The tank did not do what was foretold: ${parameter} read`,
              quantity(parameter, last.value),
              off > 0 ? ', above the' : ', below the',
              quantity(parameter, foretold.level),
              'expected.',
            ],
        certainty: 'worked out',
        ...(!asForetold && { retest: true }),
        because: [
          'Foretold to within ±',
          quantity(parameter, halfWidth95(error ?? 0)),
          '(95 % range, the test’s error in it).',
        ],
      };
    }
  },
});
