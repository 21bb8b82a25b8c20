import { AMOUNTS } from '@/calculators/calculator/amounts';
import { id, within } from '../rows/fields';
import { defineKind, figuresAt, figuresOfForm, OF_A_TANK, told, type Verb } from './entry-kind';

interface Draft {
  at: number;
  volumeL: number;
  salinity?: number;
}

/** "changed 40 l", "changed 10 %", "changed 40 l at 34 ppt". */
const changed: Verb<Draft> = (scanner, from) => {
  const volumeL = scanner.readQuantity({ ...AMOUNTS.waterChange, whole: scanner.context.netVolumeL }, from);
  let salinity: number | undefined;
  if (/^\s*(?:at|of)\s+[\d.,]+\s*(?:ppt|sg)\b/i.test(scanner.rest())) {
    scanner.skipFillers();
    salinity = scanner.readQuantity(AMOUNTS.newWaterSalinity, from);
  }
  if (volumeL === undefined) return undefined;
  return (at) => ({ at, volumeL, ...(salinity === undefined ? {} : { salinity }) });
};

export const waterChange = defineKind({
  kind: 'water-change',
  title: 'Water change',
  tankId: OF_A_TANK,
  shape: {
    volumeL: within(AMOUNTS.waterChange),
    salinity: within(AMOUNTS.newWaterSalinity).optional(),
    /** The batch it came from. */
    batchId: id.optional(),
  },
  verbs: { changed, change: changed },
  describe: ({ volumeL, salinity }, { settings: { units } }) =>
    `${told('volume', volumeL, units)} changed${salinity === undefined ? '' : ` at ${told('salinity', salinity, units)}`}`,
  figures: (row) =>
    figuresAt(row, [
      ['volumeL', 'volume', 'L'],
      ['salinity', 'salinity', 'ppt'],
    ]),
  mark: { path: 'M1 2 H9 V8 H1 Z M1 5 H9', word: 'water change' },
  form: {
    offered: true,
    figures: figuresOfForm(
      ['volumeL', 'Water changed', AMOUNTS.waterChange, 'of the water'],
      ['salinity', 'Salinity of the new water', AMOUNTS.newWaterSalinity, 'optional'],
    ),
  },
  events: (change, { newWater }) => [
    { kind: 'exchange', at: change.at, volumeL: change.volumeL, water: newWater(change) },
  ],
});
