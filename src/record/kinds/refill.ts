import { AMOUNTS } from '@/calculators/calculator/amounts';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { within } from '../rows/fields';
import { defineKind, figuresAt, figuresOfForm, OF_A_TANK, told, type Verb } from './entry-kind';

interface Draft {
  at: number;
  volumeL: number;
  leavesL?: number;
}

/** "refilled 11.5 l", to the mark; "refilled 5 l to 20 l" where it was not filled. */
const refilled: Verb<Draft> = (scanner, from) => {
  const volumeL = scanner.readQuantity(AMOUNTS.refill, from);
  const leavesL = scanner.take(/^\s*(?:to|leaving)\s+(?=[\d.,])/i)
    ? scanner.readQuantity(TOP_OFF_AMOUNTS.reservoirLevel, from)
    : undefined;
  if (volumeL === undefined) return undefined;
  return (at) => ({ at, volumeL, ...(leavesL === undefined ? {} : { leavesL }) });
};

/** The top-off's reservoir filled up. */
export const refill = defineKind({
  kind: 'refill',
  title: 'Refill',
  tankId: OF_A_TANK,
  shape: {
    volumeL: within(AMOUNTS.refill),
    /** What then stood in the reservoir, where it was not filled to its mark. */
    leavesL: within(TOP_OFF_AMOUNTS.reservoirLevel).optional(),
  },
  verbs: { refilled, refill: refilled },
  describe: ({ volumeL, leavesL }, { settings: { units } }) =>
    `${told('volume', volumeL, units)} into the reservoir${leavesL === undefined ? '' : `, to ${told('volume', leavesL, units)}`}`,
  figures: (row) =>
    figuresAt(row, [
      ['volumeL', 'volume', 'L'],
      ['leavesL', 'then in the reservoir', 'L'],
    ]),
  mark: { path: 'M5 1 L8.5 6 A3.6 3.6 0 1 1 1.5 6 Z', word: 'refill' },
  form: {
    offered: true,
    figures: figuresOfForm(
      ['volumeL', 'Put into the reservoir', AMOUNTS.refill],
      ['leavesL', 'Then in it, if not full', TOP_OFF_AMOUNTS.reservoirLevel, 'optional'],
    ),
  },
});
