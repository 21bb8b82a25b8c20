import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { bounded } from '../rows/fields';
import { defineKind, OF_A_TANK, formatted } from './entry-kind';

/** The top-off pump's time counted: how long it ran in the days before. */
export const pumpRun = defineKind({
  kind: 'pump-run',
  title: 'Pump time',
  tankId: OF_A_TANK,
  shape: { ranDays: bounded(TOP_OFF_AMOUNTS.minutesRun), overDays: bounded(TOP_OFF_AMOUNTS.runOver) },
  jot: [
    {
      words: ['pump ran', 'ato pump ran', 'top-off pump ran', 'pump has run', 'pump run'],
      figures: {
        ranDays: { expected: TOP_OFF_AMOUNTS.minutesRun, withUnit: true },
        overDays: { expected: TOP_OFF_AMOUNTS.runOver, after: ['in', 'over', 'within'] },
      },
      make: ({ figures: { ranDays, overDays } }) =>
        ranDays === undefined || overDays === undefined ? undefined : { ranDays, overDays },
      asks: 'In how many days? As in “pump ran 41 min in 7 days”.',
    },
  ],
  describe: ({ ranDays, overDays }, { settings: { units } }) =>
    `top-off pump ran ${formatted('days', ranDays, units)} in ${formatted('days', overDays, units)}`,
  figures: ({ ranDays, overDays }) => [
    ['pump ran', ranDays, 'days'],
    ['counted over', overDays, 'days'],
  ],
});
