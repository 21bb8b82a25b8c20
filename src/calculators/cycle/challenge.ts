import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { AMMONIA_MG_PER_FISH_PER_DAY, stepsInput } from './cycle-input';

/** A day, with what a busy one adds. Chosen. */
const WITHIN_HOURS = 26;

export const ammoniaChallenge = defineCalculator({
  name: 'ammonia-challenge',
  asks: 'Does the tank oxidise a measured dose of ammonia within a day, and how fast?',
  input: z
    .strictObject({
      netVolumeL: amount(AMOUNTS.netVolume),
      /** What the dose raised the whole tank by. */
      raised: amount(AMOUNTS.ammoniaDose),
      before: amount(readingExpectation('ammonia')).default(0),
      after: amount(readingExpectation('ammonia')),
      nitriteAfter: amount(readingExpectation('nitrite')).optional(),
      hours: figure('hours between dose and test', 1, 240, 'hours'),
      steps: stepsInput,
    })
    .superRefine(({ after, before, raised, steps }, context) => {
      if (after <= before + raised + Math.max(0.2 * (before + raised), steps.ammonia)) return;
      context.addIssue({
        code: 'custom',
        path: ['after'],
        message: '',
        params: {
          refusal: {
            field: 'ammonia after',
            value: after,
            allowed: 'up to what was there and what was dosed',
            hint: 'The test shows more than went in: was the dose larger, or the kit read in another unit?',
          },
        },
      });
    }),
  example: { netVolumeL: '46 L', raised: '2 mg/L', before: 0, after: '0.1 mg/L', nitriteAfter: 0, hours: 24 },
  run: ({ netVolumeL, raised, before, after, nitriteAfter, hours, steps }) => {
    const gone = after < steps.ammonia;
    // Below the first step the kit tells no more: what is sure is what went down to it.
    const oxidised = before + raised - (gone ? steps.ammonia : after);
    if (oxidised <= 0 && gone)
      throw new Refusal({
        field: 'ammonia dosed',
        value: raised,
        allowed: 'more than the kit’s first step',
        hint: 'So small a dose shows nothing: 1 to 2 mg/L does.',
        suggestion: '2 mg/L',
      });
    const perDay = Math.max(0, oxidised / (hours / 24));
    const nitriteGone = nitriteAfter === undefined ? undefined : nitriteAfter < steps.nitrite;
    const passed = gone && nitriteGone === true && hours <= WITHIN_HOURS;
    const fish = (perDay * netVolumeL) / AMMONIA_MG_PER_FISH_PER_DAY;
    const working: Step[] = [
      {
        label: 'There before, and dosed',
        value: quantity('ammonia', before + raised),
        origin: 'log',
        from: 'test and dose',
      },
      { label: 'Left', value: quantity('ammonia', after), origin: 'log', from: 'test' },
      { label: 'After', value: quantity('days', hours / 24), origin: 'log', from: 'from dose to test' },
      {
        label: gone ? 'Oxidised, at least' : 'Oxidised',
        value: quantity('ammoniaRate', perDay),
        origin: 'equation',
        from: gone ? '(there + dosed − the kit’s first step) ÷ days' : '(there + dosed − left) ÷ days',
      },
      {
        label: 'Ammonia of a small fish a day',
        value: quantity('mass', AMMONIA_MG_PER_FISH_PER_DAY / 1000),
        origin: 'assumed',
        from: '0.3 g of dry food, a third of its nitrogen breathed out (from memory)',
      },
    ];
    return {
      answer: told({ passed, gone, nitriteGone, perDay, hours }),
      working,
      cautions: [
        {
          severity: 'danger' as const,
          says: [
            'For a tank without animals only. With animals in, their own food is the test: feed, and read ammonia a day later.',
          ],
        },
        {
          severity: 'note' as const,
          says: [
            'What the bacteria can do is no licence to stock at once: about one fish for each',
            quantity('volume', 100),
            ', two weeks apart.',
          ],
        },
      ],
      values: { passed, perDay, atLeast: gone, fishFed: fish },
    };
  },
});

function told({
  passed,
  gone,
  nitriteGone,
  perDay,
  hours,
}: {
  readonly passed: boolean;
  readonly gone: boolean;
  readonly nitriteGone: boolean | undefined;
  readonly perDay: number;
  readonly hours: number;
}): Answer {
  const rate = quantity('ammoniaRate', perDay);
  const because = [gone ? 'It oxidises at least' : 'It oxidises', rate, 'of ammonia.'];
  if (passed)
    return {
      says: ['Passed: the dose was gone within', quantity('days', hours / 24), '.'],
      certainty: 'worked out',
      because,
    };
  if (!gone)
    return {
      says: [
        hours > WITHIN_HOURS
          ? 'Not passed: the dose is still there.'
          : 'Not yet: some of the dose is still there. Test again a day after it.',
      ],
      certainty: 'worked out',
      because,
    };
  if (nitriteGone === undefined)
    return {
      says: ['The ammonia is gone; test nitrite too, which must be gone as well.'],
      certainty: 'not enough yet',
      because,
    };
  if (!nitriteGone)
    return {
      says: ['Half passed: ammonia is gone, nitrite is not. Wait for the second bacteria.'],
      certainty: 'worked out',
      because,
    };
  return {
    says: ['The dose is gone, but it was tested too late to say within a day. Dose again and test after a day.'],
    certainty: 'not enough yet',
    because,
  };
}
