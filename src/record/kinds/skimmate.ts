import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, formatted, ifThere, OF_A_TANK } from './entry-kind';

/** What stood in the skimmer's cup when it was emptied, and how long it took: what it takes out, told by its volume. */
export const skimmate = defineKind({
  kind: 'skimmate',
  title: 'Skimmate',
  tankId: OF_A_TANK,
  shape: { litres: bounded(AMOUNTS.skimmate), days: bounded(AMOUNTS.skimmateDays).optional() },
  jot: [
    {
      words: ['skimmate', 'skimmer cup', 'cup'],
      figures: {
        litres: { expected: AMOUNTS.skimmate, withUnit: true },
        days: { expected: AMOUNTS.skimmateDays, optional: true, withUnit: true, after: ['in', 'after', 'over'] },
      },
      flags: ['emptied', 'full', 'of', 'cleaned', 'skimmate', 'skimmer'],
      make: ({ figures: { litres, days } }) =>
        litres === undefined ? undefined : { litres, ...(days !== undefined && { days }) },
      asks: 'How much? As in “skimmate 0.8 l”, “skimmate 1 l in 4 days”.',
    },
  ],
  describe: ({ litres, days }, { settings: { units } }) =>
    [formatted('volume', litres, units), ...ifThere(days, (value) => `in ${formatted('days', value, units)}`)].join(
      ' ',
    ),
  figures: (row) =>
    figuresAt(row, [
      ['litres', 'skimmate', 'L'],
      ['days', 'cup full after', 'days'],
    ]),
});
