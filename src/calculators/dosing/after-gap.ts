import * as z from 'zod';
import { amount, amountOfNamedKind, figure, settled } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { quantity } from '@/quantities/quantity';
import { DOSED_FACTS, DOSED_PARAMETERS } from './dosed-parameters';

/** Corals slow down as alkalinity sinks: nobody has measured it for a keeper's tank, so the fall told is the most. */
const SLOWS = 'corals slow down as it sinks, so it is the most it can be';

export const afterGap = defineCalculator({
  name: 'after-gap',
  asks: 'The doser stopped: what now?',
  input: z.strictObject({
    parameter: z.enum(DOSED_PARAMETERS),
    netVolumeL: amount(AMOUNTS.netVolume),
    /** How long nothing was given, days. */
    days: figure('days without a dose', 0.1, 365, 'days'),
    name: z.string().max(200),
    /** What the part gave a day, and what of the three a millilitre adds. */
    mlPerDay: amount(AMOUNTS.standingDose),
    perMl: figure('amount a millilitre adds', 1e-9, 1e6),
    level: amountOfNamedKind('level before', 'parameter'),
    aim: amountOfNamedKind('aim', 'parameter'),
    /** A reading taken since, where there is one. */
    reading: amountOfNamedKind('reading since', 'parameter').optional(),
  }),
  example: {
    parameter: 'alkalinity',
    netVolumeL: '620 L',
    days: 6,
    name: 'carbonate part',
    mlPerDay: 30,
    perMl: 1.51,
    level: '8.3 dKH',
    aim: '8.3 dKH',
  },
  run: ({ parameter, netVolumeL, days, name, mlPerDay, perMl, level: given, aim: wanted, reading: read }) => {
    const settle = (value: number | string, field: string) =>
      settled(value, { ...readingExpectation(parameter), field, low: 0 });
    const level = settle(given, 'level before');
    const aim = settle(wanted, 'aim');
    const { rateKind, riseLimitPerDay } = DOSED_FACTS[parameter];
    const fall = (mlPerDay * perMl) / netVolumeL;
    const expected = Math.max(0, level - fall * days);
    const now = read === undefined ? expected : settle(read, 'reading since');
    const missing = Math.max(0, aim - now);
    const backDays = Math.max(1, Math.ceil(missing / riseLimitPerDay - 1e-9));
    const extraMl = (missing * netVolumeL) / perMl / backDays;
    const cautions: Caution[] = [
      {
        severity: 'caution',
        says: [
          'Never make up for a gap in one go: what was missed is no dose that is owed, and the rise harms more than the low level did.',
        ],
      },
      {
        severity: 'note',
        says: [
          'Log when it stopped and when it ran again, or the missed days count as dosed and consumption comes out too high.',
        ],
      },
    ];
    const worth = missing > 0.2 * riseLimitPerDay;
    return {
      answer: {
        says:
          read === undefined
            ? [
                `Start ${name} again at`,
                quantity('doseRate', mlPerDay),
                `as before, and test ${parameter} today: it may have fallen to`,
                quantity(parameter, expected),
                '.',
              ]
            : worth
              ? [
                  `Start ${name} again at`,
                  quantity('doseRate', mlPerDay),
                  ', and give',
                  quantity('dose', extraMl),
                  'more a day for',
                  quantity('days', backDays),
                  '.',
                ]
              : [`Start ${name} again at`, quantity('doseRate', mlPerDay), 'as before: the level has hardly moved.'],
        certainty: read === undefined ? 'rough' : 'worked out',
        because:
          read === undefined
            ? ['It falls by', quantity(rateKind, fall), `without it; ${SLOWS}.`]
            : ['No faster than', quantity(rateKind, riseLimitPerDay), 'up, which is common practice.'],
      },
      working: [
        {
          label: 'Missing a day',
          value: quantity(rateKind, fall),
          origin: 'equation',
          from: 'dose × strength ÷ net volume',
        },
        {
          label: 'Level expected',
          value: quantity(parameter, expected),
          origin: 'equation',
          from: `level before − missing × days; ${SLOWS}`,
        },
        {
          label: 'Fastest rise a day',
          value: quantity(rateKind, riseLimitPerDay),
          origin: 'common practice',
          from: 'keeps the animals’ surroundings steady',
        },
      ],
      cautions,
      values: { fallPerDay: fall, expected, missing, extraMl: worth ? extraMl : 0, backDays: worth ? backDays : 0 },
    };
  },
});
