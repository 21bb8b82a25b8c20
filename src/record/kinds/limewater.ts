import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_A_TANK, formatted } from './entry-kind';

/** Limewater made or tested: calcium hydroxide put into its vessel or stirrer, and what a test of the clear water shows. */
export const limewater = defineKind({
  kind: 'limewater',
  title: 'Limewater',
  tankId: OF_A_TANK,
  shape: {
    /** Calcium hydroxide put in. */
    grams: bounded(AMOUNTS.lime).optional(),
    /** Fresh water filled up to, where the vessel was filled. */
    litres: bounded(AMOUNTS.limewaterFilled).optional(),
    /** Titrated, of the clear water. */
    alkalinity: bounded(AMOUNTS.limewaterAlkalinity).optional(),
    /** mS/cm at 25 °C, of the clear water. */
    conductivity: bounded(AMOUNTS.limewaterConductivity).optional(),
  },
  whole: {
    test: ({ grams, litres, alkalinity, conductivity }) =>
      [grams, litres, alkalinity, conductivity].some((figure) => figure !== undefined),
    message: 'grams, litres or a test',
  },
  jot: [
    {
      words: ['limewater', 'kalk', 'kalkwasser', 'lime'],
      figures: {
        grams: { expected: AMOUNTS.lime, optional: true },
        litres: { expected: AMOUNTS.limewaterFilled, optional: true, after: ['in', 'into', 'to'] },
        conductivity: { expected: AMOUNTS.limewaterConductivity, optional: true, withUnit: true },
        alkalinity: { expected: AMOUNTS.limewaterAlkalinity, optional: true, withUnit: true },
      },
      flags: ['into the vessel', 'in the vessel', 'put', 'mixed', 'refilled', 'at', 'of', 'made'],
      make: ({ figures }) => (Object.keys(figures).length === 0 ? undefined : figures),
      asks: 'How much? As in “limewater 25 g in 10 l”, “limewater 3 l/day” or “limewater 118 dkh”.',
    },
  ],
  describe: ({ grams, litres, alkalinity, conductivity }, { settings: { units } }) =>
    [
      ...ifThere(grams, (amount) => `${formatted('mass', amount, units)} of calcium hydroxide into the limewater`),
      ...ifThere(litres, (amount) => `limewater filled to ${formatted('volume', amount, units)}`),
      ...ifThere(alkalinity, (amount) => `limewater tested, ${formatted('alkalinity', amount, units)}`),
      ...ifThere(conductivity, (amount) => `limewater at ${formatted('conductivity', amount, units)}`),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['grams', 'calcium hydroxide', 'g'],
      ['litres', 'filled to', 'L'],
      ['alkalinity', 'alkalinity of the limewater', 'mmol/L'],
      ['conductivity', 'conductivity of the limewater', 'mS/cm'],
    ]),
});
