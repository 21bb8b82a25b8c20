import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK, told } from './entry-kind';

/** The reservoir looked at. */
export const reservoirLevel = defineKind({
  kind: 'reservoir-level',
  title: 'Reservoir read',
  tankId: OF_A_TANK,
  shape: { litres: within(TOP_OFF_AMOUNTS.reservoirLevel) },
  verbs: {
    reservoir: (scanner, from) => {
      scanner.skipFillers();
      const litres = scanner.readQuantity(TOP_OFF_AMOUNTS.reservoirLevel, from);
      return litres === undefined ? undefined : (at) => ({ at, litres });
    },
  },
  describe: ({ litres }, { settings: { units } }) => `${told('volume', litres, units)} in the reservoir`,
  figures: ({ litres }) => [['in the reservoir', litres, 'L']],
  form: { offered: true, figures: figuresOfForm(['litres', 'In the reservoir', TOP_OFF_AMOUNTS.reservoirLevel]) },
});
