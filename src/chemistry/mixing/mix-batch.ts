import { z } from 'zod';
import { amount, share } from '../calculator-input';
import { AMOUNTS } from '../amounts';
import { defineCalculator, type Caution, type Step } from '../calculator';
import { pureWaterDensityKgPerM3, seawaterDensityKgPerM3 } from '../seawater/density';
import { specificGravity } from '../seawater/specific-gravity';
import { quantity } from '../units/quantity';
import { TYPICAL_GRAMS_PER_L_AT_35 } from './salt-strength';

export const mixBatch = defineCalculator({
  name: 'mix-batch',
  asks: 'How much salt and purified water for this batch?',
  input: z.strictObject({
    litresWanted: amount(AMOUNTS.batchVolume),
    /** Practical salinity. */
    targetSalinity: amount(AMOUNTS.batchSalinity),
    gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
    /** Relative standard deviation of the grams per litre, when learnt from batches. */
    gramsPerLError: share('error of the grams a litre').optional(),
    gramsPerLFrom: z.enum(['label', 'learnt', 'assumed', 'yours']).default('assumed'),
    temperatureC: amount({ field: 'temperature', kind: 'temperature', low: 0, high: 40, usual: [15, 30] }).default(25),
  }),
  example: { litresWanted: '160 L', targetSalinity: '1.026 sg', gramsPerLAt35: 38.5, gramsPerLFrom: 'label' },
  run: ({ litresWanted, targetSalinity, gramsPerLAt35, gramsPerLError, gramsPerLFrom, temperatureC }) => {
    // A salt's grams per litre scale with the salinity wanted; the water is what is left of the batch's mass.
    const saltG = litresWanted * gramsPerLAt35 * (targetSalinity / 35);
    const batchKg = (litresWanted * seawaterDensityKgPerM3(targetSalinity, temperatureC)) / 1000;
    const waterL = ((batchKg - saltG / 1000) / pureWaterDensityKgPerM3(temperatureC)) * 1000;
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
        from: 'litres × grams a litre at 35 × salinity ÷ 35',
      },
      {
        label: 'Mass of the batch',
        value: quantity('mass', batchKg * 1000),
        origin: 'equation',
        from: `litres × density at ${temperatureC} °C (EOS-80, UNESCO 1983)`,
      },
      {
        label: 'Purified water',
        value: quantity('volume', waterL),
        origin: 'equation',
        from: 'mass of the batch less salt, ÷ density of water',
      },
    ];
    const cautions: Caution[] = [
      {
        severity: 'care',
        says: ['Put the water in first and add salt to moving water, never water onto a heap of salt.'],
      },
      { severity: 'care', says: ['Wait at least 24 hours, measure, adjust, and measure again just before use.'] },
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
        severity: 'harm',
        says: [
          'A litre weighs a kilogram: 20 L is 20 kg to lift, and floors have limits. Keep the electrics on a residual-current device, with drip loops.',
        ],
      });
    return {
      answer: {
        says: ['Weigh', quantity('mass', saltG), 'of salt into', quantity('volume', waterL), 'of purified water.'],
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
      values: { saltG, waterL, batchKg },
    };
  },
});

const SALT_ORIGIN = { label: 'setting', learnt: 'log', assumed: 'common practice', yours: 'yours' } as const;
const SALT_FROM = {
  label: 'the salt’s label, as entered',
  learnt: 'learnt from your measured batches',
  assumed: 'a general figure for reef salts',
  yours: 'your figure for this batch',
} as const;
