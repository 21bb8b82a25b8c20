import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK, told } from './entry-kind';

/** The top-off pump's time counted: how long it ran in the days before. */
export const pumpRun = defineKind({
  kind: 'pump-run',
  title: 'Pump time',
  tankId: OF_A_TANK,
  shape: { ranDays: within(TOP_OFF_AMOUNTS.minutesRun), overDays: within(TOP_OFF_AMOUNTS.runOver) },
  verbs: {
    /** "pump ran 41 min in 7 days". */
    pump: (scanner, from) => {
      scanner.take(/^\s*(?:has\s+)?ran\b/i);
      const ranDays = scanner.readQuantity(TOP_OFF_AMOUNTS.minutesRun, from);
      if (ranDays === undefined) return undefined;
      scanner.take(/^\s*(?:in|over)\b/i);
      const overDays = scanner.readQuantity(TOP_OFF_AMOUNTS.runOver, from);
      return overDays === undefined ? undefined : (at) => ({ at, ranDays, overDays });
    },
  },
  describe: ({ ranDays, overDays }, { settings: { units } }) =>
    `top-off pump ran ${told('days', ranDays, units)} in ${told('days', overDays, units)}`,
  figures: ({ ranDays, overDays }) => [
    ['pump ran', ranDays, 'days'],
    ['counted over', overDays, 'days'],
  ],
  form: {
    offered: true,
    figures: figuresOfForm(
      ['ranDays', 'The top-off pump ran', TOP_OFF_AMOUNTS.minutesRun],
      ['overDays', 'Counted over', TOP_OFF_AMOUNTS.runOver],
    ),
  },
});
