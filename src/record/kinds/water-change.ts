import { AMOUNTS } from '@/calculators/calculator/amounts';
import { id, bounded } from '../rows/fields';
import { defineKind, figuresAt, OF_A_TANK, formatted } from './entry-kind';

export const waterChange = defineKind({
  kind: 'water-change',
  title: 'Water change',
  tankId: OF_A_TANK,
  shape: {
    volumeL: bounded(AMOUNTS.waterChange),
    salinity: bounded(AMOUNTS.newWaterSalinity).optional(),
    /** The batch it came from. */
    batchId: id.optional(),
  },
  jot: [
    {
      words: [
        'changed',
        'change',
        'wc',
        'water change',
        'waterchange',
        'water changed',
        'swapped out',
        'swapped',
        'exchanged',
      ],
      figures: {
        volumeL: { expected: AMOUNTS.waterChange, ofTheWater: true },
        salinity: { expected: AMOUNTS.newWaterSalinity, optional: true, after: ['at', 'with', '@'] },
      },
      make: ({ figures: { volumeL, salinity } }) =>
        volumeL === undefined ? undefined : { volumeL, ...(salinity !== undefined && { salinity }) },
    },
  ],
  describe: ({ volumeL, salinity }, { settings: { units } }) =>
    `${formatted('volume', volumeL, units)} changed${salinity === undefined ? '' : ` at ${formatted('salinity', salinity, units)}`}`,
  figures: (row) =>
    figuresAt(row, [
      ['volumeL', 'volume', 'L'],
      ['salinity', 'salinity', 'ppt'],
    ]),
  events: (change, { newWater }) => [
    { kind: 'exchange', at: change.at, volumeL: change.volumeL, water: newWater(change) },
  ],
});
