import * as z from 'zod';
import { amount, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';

/** Below these a home kit shows its zero. Chosen: the first step of usual kits. */
export const READS_ZERO_BELOW = { nitrate: 0.25, phosphate: 0.01 } as const;
/** Both at zero for so long is a warning in every school of nutrient level. Common practice: weeks; chosen: two. */
export const WARNS_AFTER_DAYS = 14;
/** Readings older than this say nothing of the water now. Chosen. */
const LATELY_DAYS = 30;

type Nutrient = keyof typeof READS_ZERO_BELOW;

const readings = (id: Nutrient) =>
  z
    .array(z.strictObject({ at: moment('time of the test'), value: amount(readingExpectation(id)) }))
    .max(100_000)
    .default([]);

export const zeroNutrients = defineCalculator({
  name: 'zero-nutrients',
  asks: 'Have nitrate and phosphate both been at zero for long, and what is done about it?',
  input: z.strictObject({ now: moment('now'), nitrate: readings('nitrate'), phosphate: readings('phosphate') }),
  example: {
    now: 1_790_000_000_000,
    nitrate: [
      { at: 1_787_800_000_000, value: 0 },
      { at: 1_789_800_000_000, value: 0 },
    ],
    phosphate: [
      { at: 1_787_800_000_000, value: 0 },
      { at: 1_789_800_000_000, value: '1 µg/L P' },
    ],
  },
  run: ({ now, nitrate, phosphate }) => {
    const runs = { nitrate: zeroRun('nitrate', nitrate, now), phosphate: zeroRun('phosphate', phosphate, now) };
    const days = bothZeroDays(nitrate, phosphate, now);
    const warns = days !== undefined && days >= WARNS_AFTER_DAYS;
    const working: Step[] = (['nitrate', 'phosphate'] as const).flatMap((id): Step[] => {
      const run = runs[id];
      return run
        ? [
            {
              label: `${PARAMETERS[id].name} reads zero for`,
              value: quantity('days', (run.until - run.since) / DAY_MS),
              origin: 'log',
              from: `${run.count} readings in a row below ${READS_ZERO_BELOW[id]} mg/L, a kit’s first step`,
            },
          ]
        : [];
    });
    return {
      answer: warns
        ? {
            says: ['Feed more: nitrate and phosphate have both read zero for', quantity('days', Math.round(days)), '.'],
            certainty: 'worked out',
            because: ['Corals starve on both at zero: a warning in every school, the ultra-low one too.'],
          }
        : {
            says:
              days === undefined
                ? ['Nitrate and phosphate do not both read zero.']
                : ['Nitrate and phosphate read zero; watch them: for two weeks or more it is a warning.'],
            certainty: days === undefined ? 'not enough yet' : 'worked out',
            because: [],
          },
      working,
      cautions: warns ? [whatIsDone(days)] : [],
      values: { warns, ...(days !== undefined && { zeroForDays: days }) },
    };
  },
});

/** The unbroken run of readings at zero that the last reading stands in; undefined where that is no zero, or is of long ago. */
function zeroRun(id: Nutrient, given: readonly { readonly at: number; readonly value: number }[], now: number) {
  const read = given.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
  const last = read.at(-1);
  if (!last || now - last.at > LATELY_DAYS * DAY_MS) return undefined;
  const above = read.findLastIndex(({ value }) => value >= READS_ZERO_BELOW[id]);
  const first = read[above + 1];
  return first && { since: first.at, until: last.at, count: read.length - above - 1 };
}

type Read = readonly { readonly at: number; readonly value: number }[];

/** Days for which both have read zero in a row; undefined where either does not now, or was not tested lately. */
export function bothZeroDays(nitrate: Read, phosphate: Read, now: number): number | undefined {
  const [a, b] = [zeroRun('nitrate', nitrate, now), zeroRun('phosphate', phosphate, now)];
  return a && b && Math.max(0, (Math.min(a.until, b.until) - Math.max(a.since, b.since)) / DAY_MS);
}

/** The levers keepers pull, in their order. Common practice. */
function whatIsDone(days: number): Caution {
  const says: Phrase[] = [
    'Nitrate and phosphate at zero for',
    quantity('days', Math.round(days)),
    ': feed more first; run the skimmer half the day only, take floss and phosphate media out, ease a carbon source down in steps. Keep alkalinity near 8 dKH: a high one with starved water bleaches corals. One lever at a time; at the first red film feed less again.',
  ];
  return { severity: 'caution', says };
}
