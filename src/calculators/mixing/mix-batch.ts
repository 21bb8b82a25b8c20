import * as z from 'zod';
import { amount, share } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { specificGravity } from '@/chemistry/seawater/specific-gravity';
import { Refusal } from '@/chemistry/refusal';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { roDiWaterL, saltGIn, saltwaterKg } from '@/chemistry/mixing/saltwater';

export const mixBatch = defineCalculator({
  name: 'mix-batch',
  asks: 'How much salt and RO/DI water for this batch?',
  input: z.strictObject({
    litresWanted: amount(AMOUNTS.batchVolume),
    /** Practical salinity. */
    targetSalinity: amount(AMOUNTS.batchSalinity),
    gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
    /** Relative standard deviation of the grams per litre, when learnt from batches. */
    gramsPerLError: share('error of the grams a litre').optional(),
    gramsPerLFrom: z.enum(['label', 'learnt', 'assumed', 'yours']).default('assumed'),
    temperatureC: amount({ field: 'temperature', kind: 'temperature', low: 0, high: 40, usual: [15, 30] }).default(25),
    /** A box of the salt: what it holds, and what it costs. */
    boxG: amount(AMOUNTS.boxMass).optional(),
    boxPrice: amount(AMOUNTS.price).optional(),
    /** The vessel it is mixed in, when full. */
    vesselL: amount(AMOUNTS.vessel).optional(),
  }),
  example: { litresWanted: '160 L', targetSalinity: '1.026 sg', gramsPerLAt35: 38.5, gramsPerLFrom: 'label' },
  run: ({
    litresWanted,
    targetSalinity,
    gramsPerLAt35,
    gramsPerLError,
    gramsPerLFrom,
    temperatureC,
    boxG,
    boxPrice,
    vesselL,
  }) => {
    if (vesselL !== undefined && litresWanted > vesselL)
      throw new Refusal({
        field: 'saltwater wanted',
        value: showText(quantity('volume', litresWanted), DEFAULT_UNITS),
        allowed: `up to ${showText(quantity('volume', vesselL), DEFAULT_UNITS)}, which is what the vessel holds`,
        hint: 'Mix it in two vessels, or one after the other.',
        suggestion: showText(quantity('volume', vesselL), DEFAULT_UNITS),
      });
    // The salt follows salinity by mass; the water is what is left of the batch's mass.
    const saltG = saltGIn(litresWanted, targetSalinity, gramsPerLAt35);
    const batchKg = saltwaterKg(litresWanted, targetSalinity, temperatureC);
    const waterL = roDiWaterL(batchKg - saltG / 1000, temperatureC);
    const boxes = boxG === undefined ? undefined : saltG / boxG;
    const cost = boxes === undefined || boxPrice === undefined ? undefined : boxes * boxPrice;
    const error = gramsPerLError ?? (gramsPerLFrom === 'assumed' ? 0.05 : 0.02);
    const doubt = targetSalinity * error * 2;
    const working: Step[] = [
      {
        label: 'Saltwater wanted',
        value: quantity('volume', litresWanted),
        origin: 'yours',
        from: 'litres of finished saltwater',
      },
      {
        label: 'Target salinity',
        value: quantity('salinity', targetSalinity),
        origin: 'yours',
        from: `specific gravity ${specificGravity(targetSalinity).toFixed(4)} at 25/25 °C (EOS-80, UNESCO 1983)`,
      },
      {
        label: 'Salt at 35 ppt',
        value: quantity('strength', gramsPerLAt35),
        origin: SALT_ORIGIN[gramsPerLFrom],
        from: SALT_FROM[gramsPerLFrom],
      },
      {
        label: 'Salt to weigh',
        value: quantity('mass', saltG),
        origin: 'equation',
        from: 'litres × grams a litre at 35, told at the target by salinity × density (EOS-80)',
      },
      {
        label: 'Mass of the batch',
        value: quantity('mass', batchKg * 1000),
        origin: 'equation',
        from: `litres × density at ${temperatureC} °C (EOS-80, UNESCO 1983)`,
      },
      {
        label: 'RO/DI water',
        value: quantity('volume', waterL),
        origin: 'equation',
        from: 'mass of the batch less salt, ÷ density of water',
      },
    ];
    if (boxes !== undefined)
      working.push({
        label: 'Boxes',
        value: quantity('boxes', boxes),
        origin: 'setting',
        from: 'salt to weigh ÷ salt in a box',
      });
    if (cost !== undefined)
      working.push({
        label: 'Costs',
        value: quantity('money', cost),
        origin: 'setting',
        from: 'boxes × price of a box',
      });
    const cautions: Caution[] = [
      {
        severity: 'caution',
        usual: true,
        says: ['Put the water in first and add salt to moving water, never water onto a heap of salt.'],
      },
      { severity: 'caution', says: ['Wait at least 24 hours, measure, adjust, and measure again just before use.'] },
    ];
    if (gramsPerLFrom === 'assumed')
      cautions.push({
        severity: 'note',
        says: [
          'The grams a litre are a general figure. Weigh the salt, log the batch and its reading, and this salt’s own figure is learnt.',
        ],
      });
    if (litresWanted >= 20)
      cautions.push({
        severity: 'caution',
        usual: true,
        says: [
          'A litre weighs a kilogram: 20 L is 20 kg to lift, and floors have limits. Keep the electrics on a residual-current device, with drip loops.',
        ],
      });
    return {
      answer: {
        says: [
          'Weigh',
          quantity('mass', saltG),
          ...(boxes === undefined || boxes < WORTH_COUNTING
            ? ['of salt']
            : ['of salt (', quantity('boxes', boxes), ')']),
          'into',
          quantity('volume', waterL),
          'of RO/DI water.',
        ],
        certainty: gramsPerLFrom === 'assumed' ? ('rough' as const) : ('worked out' as const),
        because: [
          'It makes',
          quantity('volume', litresWanted),
          'that should read between',
          quantity('salinity', targetSalinity - doubt),
          'and',
          quantity('salinity', targetSalinity + doubt),
          'before it is adjusted.',
        ],
      },
      working,
      cautions,
      values: { saltG, waterL, batchKg, ...(boxes !== undefined && { boxes }), ...(cost !== undefined && { cost }) },
    };
  },
});

/** Of less than a quarter of a box the scale tells more than the count. Chosen. */
export const WORTH_COUNTING = 0.25;

const SALT_ORIGIN = { label: 'setting', learnt: 'log', assumed: 'common practice', yours: 'yours' } as const;
const SALT_FROM = {
  label: 'the salt’s label, as entered',
  learnt: 'learnt from your measured batches',
  assumed: 'a general figure for reef salts',
  yours: 'your figure for this batch',
} as const;
