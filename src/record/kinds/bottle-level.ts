import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { id, bounded } from '../rows/fields';
import { NO_LONGER_KEPT } from './dosing';
import { defineKind, OF_A_TANK, solutionName, formatted } from './entry-kind';

/** What stands in a solution's bottle. */
export const bottleLevel = defineKind({
  kind: 'bottle-level',
  title: 'Bottle read',
  tankId: OF_A_TANK,
  shape: { solutionId: id, volumeMl: bounded(TOP_OFF_AMOUNTS.bottle) },
  jot: [
    {
      words: ['bottle', 'in the bottle'],
      solution: true,
      figures: { volumeMl: { expected: TOP_OFF_AMOUNTS.bottle } },
      flags: ['at', 'left', 'has', 'holds', 'refilled', 'filled', 'of', 'now'],
      make: ({ figures: { volumeMl }, solutionId }) =>
        volumeMl === undefined || solutionId === undefined ? undefined : { solutionId, volumeMl },
      asks: 'Which bottle, and how much is in it?',
    },
  ],
  describe: ({ solutionId, volumeMl }, house) =>
    `${formatted('dose', volumeMl, house.settings.units)} in the bottle of ${solutionName(house, solutionId, NO_LONGER_KEPT)}`,
  figures: ({ solutionId, volumeMl }, house) => [
    [`in the bottle of ${solutionName(house, solutionId)}`, volumeMl, 'mL'],
  ],
});
