import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { id, bounded, more } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_EITHER, formatted } from './entry-kind';

/** A batch read again, and what was done to it then: the reading is of before. */
export const batchCheck = defineKind({
  kind: 'batch-check',
  title: 'Batch read',
  tankId: OF_EITHER,
  shape: {
    batchId: id,
    salinity: bounded(AMOUNTS.batchReads),
    temperatureC: bounded(AMOUNTS.batchTemperature).optional(),
    alkalinity: bounded(PARAMETERS.alkalinity).optional(),
    calcium: bounded(PARAMETERS.calcium).optional(),
    magnesium: bounded(PARAMETERS.magnesium).optional(),
    saltAddedG: more(AMOUNTS.saltMass.high).optional(),
    waterTakenOutL: more(AMOUNTS.batchVolume.high).optional(),
    waterPouredInL: more(AMOUNTS.batchVolume.high).optional(),
  },
  describe: (row, { settings: { units } }) =>
    [
      `read ${formatted('salinity', row.salinity, units)}`,
      ...(['alkalinity', 'calcium', 'magnesium'] as const).flatMap((key) =>
        ifThere(row[key], (value) => `${key} ${formatted(key, value, units)}`),
      ),
      ...ifThere(row.saltAddedG, (g) => `${formatted('mass', g, units)} of salt added`),
      ...ifThere(row.waterTakenOutL, (l) => `${formatted('volume', l, units)} taken out`),
      ...ifThere(row.waterPouredInL, (l) => `${formatted('volume', l, units)} of RO/DI water poured in`),
    ].join(' · '),
  figures: (row) =>
    figuresAt(row, [
      ['salinity', 'salinity', 'ppt'],
      ['temperatureC', 'temperature', '°C'],
      ['alkalinity', 'alkalinity', 'mmol/L'],
      ['calcium', 'calcium', 'mg/L'],
      ['magnesium', 'magnesium', 'mg/L'],
      ['saltAddedG', 'salt added', 'g'],
      ['waterTakenOutL', 'water taken out', 'L'],
      ['waterPouredInL', 'water poured in', 'L'],
    ]),
});
