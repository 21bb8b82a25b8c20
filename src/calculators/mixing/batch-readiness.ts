import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { amount, figure, moment } from '../calculator/calculator-input';
import { usualErrorOf } from '../parameters/parameters';
import { quantity } from '@/quantities/quantity';

/** Fresh mix used within hours has upset delicate animals. Common practice. */
export const MIX_HOURS = 24;
const HOUR_MS = 3_600_000;
/** A reading older than this is not "just before use". Chosen. */
const RECHECK_HOURS = 12;
/** A batch this far from its target is corrected first, ppt. Chosen: twice the instrument's own error. */
const SALINITY_NEAR = 2 * usualErrorOf('salinity');
/** How far batch and tank may be apart in warmth with livestock in, °C. Common practice. */
const TEMPERATURE_NEAR_C = 1;
/** After so long a batch is stirred, warmed and read as if it were new. Chosen. */
const OLD_DAYS = 21;

export const batchReadiness = defineCalculator({
  name: 'batch-readiness',
  asks: 'May this batch go into the tank?',
  input: z.strictObject({
    now: moment('now'),
    mixedAt: moment('mixed at'),
    waitHours: figure('hours to wait', 0, 24 * 14).default(MIX_HOURS),
    target: amount(AMOUNTS.batchSalinity),
    reads: amount(AMOUNTS.measuredSalinity).optional(),
    /** When it was last read. */
    readAt: moment('read at').optional(),
    temperatureC: amount({ field: 'temperature of the batch', kind: 'temperature', low: 0, high: 40 }).optional(),
    tankC: amount({ field: 'temperature of the tank', kind: 'temperature', low: 0, high: 40 }).optional(),
    livestock: z.boolean().default(true),
  }),
  example: {
    now: 1_795_800_000_000,
    mixedAt: 1_795_730_000_000,
    target: '35 ppt',
    reads: '34.9 ppt',
    readAt: 1_795_795_000_000,
    temperatureC: 23,
    tankC: 25.4,
  },
  run: ({ now, mixedAt, waitHours, target, reads, readAt, temperatureC, tankC, livestock }) => {
    const readyAt = mixedAt + waitHours * HOUR_MS;
    const hoursMixed = Math.max(0, (now - mixedAt) / HOUR_MS);
    const missing: { readonly what: Missing; readonly words: readonly Phrase[] }[] = [];
    if (now < readyAt) missing.push({ what: 'time', words: ['it is left until', { moment: readyAt }] });
    if (reads === undefined || readAt === undefined) missing.push({ what: 'reading', words: ['it is measured'] });
    else if (Math.abs(reads - target) > SALINITY_NEAR)
      missing.push({ what: 'salinity', words: ['it is corrected from', quantity('salinity', reads)] });
    else if (now - readAt > RECHECK_HOURS * HOUR_MS || readAt < readyAt - RECHECK_HOURS * HOUR_MS)
      missing.push({ what: 'recheck', words: ['it is measured again just before use'] });
    if (
      livestock &&
      tankC !== undefined &&
      (temperatureC === undefined || Math.abs(temperatureC - tankC) > TEMPERATURE_NEAR_C)
    )
      missing.push({
        what: 'temperature',
        words:
          temperatureC === undefined
            ? ['its temperature is read']
            : [temperatureC < tankC ? 'it is warmed to' : 'it cools to', quantity('temperature', tankC)],
      });
    const working: Step[] = [
      {
        label: 'Mixed for',
        value: quantity('days', hoursMixed / 24),
        origin: 'log',
        from: `at least ${waitHours} hours are waited; ${MIX_HOURS} is common practice`,
      },
      ...(reads === undefined
        ? []
        : [
            {
              label: 'It reads',
              value: quantity('salinity', reads),
              origin: 'log' as const,
              from: 'the last reading of it',
            },
          ]),
      { label: 'Target', value: quantity('salinity', target), origin: 'log', from: 'what it was mixed for' },
    ];
    const cautions: Caution[] = [];
    if (hoursMixed > OLD_DAYS * 24)
      cautions.push({
        severity: 'caution',
        says: [
          'It has stood for',
          quantity('days', hoursMixed / 24),
          ': stir it, let it clear, and test alkalinity besides salinity.',
        ],
      });
    return {
      answer:
        missing.length === 0
          ? {
              says: ['It may be used now.'],
              certainty: 'worked out' as const,
              because: ['Mixed, measured and as warm as it should be.'],
            }
          : {
              says: ['Not yet:', ...joined(missing.map(({ words }) => words)), '.'],
              certainty: 'worked out' as const,
              because: ['Mixed for', quantity('days', hoursMixed / 24), 'so far.'],
            },
      working,
      cautions,
      values: { ready: missing.length === 0, missing: missing.map(({ what }) => what), readyAt, hoursMixed },
    };
  },
});

type Missing = 'time' | 'reading' | 'salinity' | 'recheck' | 'temperature';

/** "first a, then b, then c". */
function joined(parts: readonly (readonly Phrase[])[]): Phrase[] {
  return parts.flatMap((words, i) => [i === 0 ? 'first' : ', then', ...words]);
}
