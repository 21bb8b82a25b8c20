import * as z from 'zod';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, moment } from '../calculator/calculator-input';
import { defineCalculator } from '../calculator/calculator';

/** A change is told of from two days before it on. Chosen: a day to make water, a day to mix it. */
const SOON_DAYS = 2;
/** It is told as late from a day after it on. Chosen. */
const LATE_DAYS = 1;

export const changeDue = defineCalculator({
  name: 'change-due',
  asks: 'When is the next water change due?',
  input: z.strictObject({
    now: moment('now'),
    changeL: amount(AMOUNTS.waterChange),
    everyDays: amount(AMOUNTS.changeEvery),
    nextAt: moment('the next water change'),
    /** Whether the routine is set, or read from the log. */
    from: z.enum(['set', 'log']).default('set'),
  }),
  example: { now: 1_790_000_000_000, changeL: '60 L', everyDays: 14, nextAt: 1_790_100_000_000 },
  run: ({ now, changeL, everyDays, nextAt, from }) => {
    const inDays = (nextAt - now) / DAY_MS;
    return {
      answer: {
        says: [
          'Change',
          quantity('volume', changeL),
          inDays < -LATE_DAYS ? '; it was due' : '; it is due',
          { moment: nextAt },
          '.',
        ],
        certainty: 'worked out',
        because: [
          from === 'set' ? 'Your routine is every' : 'The log shows one every',
          quantity('days', everyDays),
          '.',
        ],
      },
      working: [
        {
          label: 'Between changes',
          value: quantity('days', everyDays),
          origin: from === 'set' ? 'setting' : 'log',
          from: from === 'set' ? 'the routine of the tank' : 'the changes logged',
        },
      ],
      cautions: [],
      values: { soon: inDays <= SOON_DAYS, late: inDays < -SOON_DAYS, inDays },
    };
  },
});
