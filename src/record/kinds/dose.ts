import { AMOUNTS } from '@/calculators/calculator/amounts';
import { timesAmounts } from '@/chemistry/tank-model/water';
import { id, bounded } from '../rows/fields';
import { NO_LONGER_KEPT } from './dosing';
import { defineKind, OF_A_TANK, solutionName, formatted } from './entry-kind';

/** A dose given once, by hand. */
export const dose = defineKind({
  kind: 'dose',
  title: 'Dose',
  tankId: OF_A_TANK,
  shape: {
    solutionId: id,
    volumeMl: bounded(AMOUNTS.dose),
    /** The correction it is a share of; a dose of its own when left out. */
    correction: id.optional(),
  },

  describe: ({ solutionId, volumeMl }, house) =>
    `${formatted('dose', volumeMl, house.settings.units)} of ${solutionName(house, solutionId, NO_LONGER_KEPT)}, once`,
  figures: ({ solutionId, volumeMl }, house) => [[solutionName(house, solutionId), volumeMl, 'mL']],
  events: ({ at, solutionId, volumeMl }, { perMl }) => [
    { kind: 'addition', at, amounts: timesAmounts(perMl(solutionId, at), volumeMl), litres: volumeMl / 1000 },
  ],
});
