import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { bounded } from '../rows/fields';
import { defineKind, OF_A_TANK, formatted } from './entry-kind';

/** The reservoir looked at. */
export const reservoirLevel = defineKind({
  kind: 'reservoir-level',
  title: 'Reservoir read',
  tankId: OF_A_TANK,
  shape: { litres: bounded(TOP_OFF_AMOUNTS.reservoirLevel) },
  jot: [
    {
      words: ['reservoir', 'res', 'ato', 'ato reservoir', 'ato res'],
      figures: { litres: { expected: TOP_OFF_AMOUNTS.reservoirLevel } },
      flags: ['at', 'left', 'holds', 'remaining', 'down to', 'in the', 'half', 'half full', 'full', 'empty', 'low'],
      asksAt: ['half', 'half full', 'full', 'empty', 'low'],
      make: ({ figures: { litres } }) => (litres === undefined ? undefined : { litres }),
      asks: 'How much stands in the reservoir? As in “reservoir 12 l”.',
    },
  ],
  describe: ({ litres }, { settings: { units } }) => `${formatted('volume', litres, units)} in the reservoir`,
  figures: ({ litres }) => [['in the reservoir', litres, 'L']],
});
