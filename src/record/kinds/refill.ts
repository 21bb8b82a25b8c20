import { AMOUNTS } from '@/calculators/calculator/amounts';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, OF_A_TANK, formatted } from './entry-kind';

const OTHER_VESSELS = ['vessel', 'bottle', 'limewater', 'kalk', 'reactor', 'batch'];
const FRESH_WATER = [
  'rodi',
  'ro/di',
  'ro',
  'fresh water',
  'freshwater',
  'into the reservoir',
  'to the reservoir',
  'in the reservoir',
  'into the ato',
];

/** The top-off's reservoir filled up. */
export const refill = defineKind({
  kind: 'refill',
  title: 'Refill',
  tankId: OF_A_TANK,
  shape: {
    volumeL: bounded(AMOUNTS.refill),
    /** What then stood in the reservoir, where it was not filled to its mark. */
    leavesL: bounded(TOP_OFF_AMOUNTS.reservoirLevel).optional(),
  },
  jot: [
    {
      words: [
        'refilled',
        'refill',
        'ato',
        'topped off',
        'topped up',
        'topped',
        'top off',
        'top up',
        'filled',
        'filled up',
        'filled the ato',
      ],
      figures: {
        volumeL: { expected: AMOUNTS.refill },
        leavesL: { expected: TOP_OFF_AMOUNTS.reservoirLevel, optional: true, after: ['to', 'leaving'] },
      },
      flags: [
        'reservoir',
        'res',
        'ato reservoir',
        'with',
        '+',
        'off',
        'up',
        'the tank',
        'vessel',
        'bottle',
        'limewater',
        'kalk',
        'reactor',
        'batch',
      ],
      // A vessel of limewater or a bottle that is filled is no reservoir.
      make: ({ figures: { volumeL, leavesL }, flags }) =>
        volumeL === undefined || OTHER_VESSELS.some((each) => flags.has(each))
          ? undefined
          : { volumeL, ...(leavesL !== undefined && { leavesL }) },
      asks: 'What was filled? As in “refilled 11.5 l”, “limewater 25 g in 10 l” or “bottle … 600 ml”.',
    },
    {
      words: ['added', 'put', 'poured', 'add'],
      figures: { volumeL: { expected: AMOUNTS.refill, withUnit: true } },
      flags: FRESH_WATER,
      make: ({ figures: { volumeL }, flags }) => (volumeL === undefined || flags.size === 0 ? undefined : { volumeL }),
    },
  ],
  describe: ({ volumeL, leavesL }, { settings: { units } }) =>
    `${formatted('volume', volumeL, units)} into the reservoir${leavesL === undefined ? '' : `, to ${formatted('volume', leavesL, units)}`}`,
  figures: (row) =>
    figuresAt(row, [
      ['volumeL', 'volume', 'L'],
      ['leavesL', 'then in the reservoir', 'L'],
    ]),
});
