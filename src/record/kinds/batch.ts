import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { id, bounded, more } from '../rows/fields';
import { defineKind, figuresAt, OF_EITHER, formatted } from './entry-kind';

/** Saltwater mixed; for no one tank where it was mixed for more than one. */
export const batch = defineKind({
  kind: 'batch',
  title: 'Batch',
  tankId: OF_EITHER,
  shape: {
    saltId: id.nullable(),
    vesselId: id.optional(),
    /** The lot printed on the box. */
    lot: z.string().trim().max(60).optional(),
    volumeL: bounded(AMOUNTS.batchVolume),
    saltG: more(AMOUNTS.saltMass.high),
    targetSalinity: bounded(AMOUNTS.batchSalinity),
    measuredSalinity: bounded(AMOUNTS.measuredSalinity).optional(),
  },
  describe: ({ saltId, volumeL, saltG, measuredSalinity }, { settings: { units }, salts }) => {
    const salt = salts.find((each) => each.id === saltId)?.name ?? 'salt';
    const read = measuredSalinity === undefined ? '' : `, read ${formatted('salinity', measuredSalinity, units)}`;
    return `${formatted('volume', volumeL, units)} mixed with ${formatted('mass', saltG, units)} of ${salt}${read}`;
  },
  figures: (row) =>
    figuresAt(row, [
      ['volumeL', 'volume', 'L'],
      ['saltG', 'salt', 'g'],
      ['targetSalinity', 'target salinity', 'ppt'],
      ['measuredSalinity', 'measured salinity', 'ppt'],
    ]),
});
