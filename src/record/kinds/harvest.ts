import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, formatted, OF_A_TANK } from './entry-kind';

/** Algae taken from a refugium or a scrubber, weighed wet and shaken off: nitrogen and phosphorus that leave with them. */
export const harvest = defineKind({
  kind: 'harvest',
  title: 'Algae harvested',
  tankId: OF_A_TANK,
  shape: { grams: bounded(AMOUNTS.harvested) },
  jot: [
    {
      words: ['harvested', 'harvest', 'refugium harvested', 'fuge harvested', 'algae harvested', 'harvested algae'],
      figures: { grams: { expected: AMOUNTS.harvested, withUnit: true } },
      flags: ['refugium', 'fuge', 'algae', 'of', 'from', 'scrubber', 'the'],
      make: ({ figures: { grams } }) => (grams === undefined ? undefined : { grams }),
      asks: 'How much, as it is weighed wet? As in “harvested 300 g”.',
    },
  ],
  describe: ({ grams }, { settings: { units } }) => `${formatted('mass', grams, units)} of algae, wet`,
  figures: ({ grams }) => [['algae harvested', grams, 'g']],
});
