import { z } from 'zod';
import { amount, figure } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { CERTAINTIES, defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { readingExpectation } from '../parameters/parameters';
import { listed } from '../calculator/words';
import { basisOrigin, basisWords, demandBasis } from '../dosing/demand-basis';
import { Refusal } from '@/chemistry/refusal';
import { MG_CACO3_PER_MEQ } from '@/chemistry/units/kinds';
import { quantity } from '@/chemistry/units/quantity';

/** A hobby chamber's steady feed rarely runs beyond this. Common practice. */
const MOST_ML_PER_MIN = 120;

export const effluentFlow = defineCalculator({
  name: 'effluent-flow',
  asks: 'What effluent flow carries the demand?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    /** Alkalinity taken a day. */
    demandPerDay: amount({ field: 'consumption a day', kind: 'alkalinityRate', low: -5, high: 5 }),
    /** Its standard deviation, mmol/L a day. */
    demandSd: figure('doubt of the consumption', 0, 100, 'mmol/L a day').default(0),
    demandBasis,
    /** What other sources bring, mmol a day in the whole tank. */
    carriedMmolPerDay: figure('brought by others', -1e9, 1e9, 'mmol a day').default(0),
    carriedBy: z.array(z.string().max(200)).max(100).default([]),
    /** A part that runs now and that this flow takes the place of. */
    replaces: z.string().max(200).optional(),
    effluentAlkalinity: amount(AMOUNTS.effluent),
    tankAlkalinity: amount(readingExpectation('alkalinity')),
    tankAlkalinityOrigin: z.enum(['log', 'yours']).default('yours'),
    certainty: z.enum(CERTAINTIES).default('worked out'),
  }),
  // The worked demand of a calcium reactor: 18.2 L/day or 12.6 mL/min, 7.1 g of media and 3.1 g of CO2 a day.
  example: {
    netVolumeL: 400,
    demandPerDay: '1 dKH/day',
    effluentAlkalinity: '30 dKH',
    tankAlkalinity: '8 dKH',
  },
  run: (input) => {
    const { netVolumeL, demandPerDay, demandSd, effluentAlkalinity, tankAlkalinity, carriedMmolPerDay, carriedBy } =
      input;
    const gain = effluentAlkalinity - tankAlkalinity;
    if (gain <= 0.1) {
      throw new Refusal({
        field: 'effluent alkalinity',
        value: `${effluentAlkalinity.toFixed(2)} mmol/L`,
        allowed: `above the tank’s ${tankAlkalinity.toFixed(2)} mmol/L`,
        hint: 'An effluent no stronger than the tank brings nothing at any flow: the chamber’s pH is too high, or the media are spent.',
      });
    }
    const mmolPerDay = Math.max(0, demandPerDay * netVolumeL - carriedMmolPerDay);
    const litresPerDay = mmolPerDay / gain;
    const mlPerMin = (litresPerDay * 1000) / 1440;
    const doubt = (((1.96 * demandSd * netVolumeL) / gain) * 1000) / 1440;
    const mediaGPerDay = (mmolPerDay * MG_CACO3_PER_MEQ) / 1000;
    const co2GPerDay = ((mmolPerDay / 2) * MOLAR_MASS.CO2) / 1000;
    const working: Step[] = [
      {
        label: 'Net volume',
        value: quantity('volume', netVolumeL),
        origin: 'setting',
        from: 'the tank’s own settings',
      },
      {
        label: 'Alkalinity consumption',
        value: quantity('alkalinityRate', demandPerDay),
        origin: basisOrigin(input.demandBasis),
        from: basisWords(input.demandBasis),
      },
      {
        label: 'In the whole tank',
        value: quantity('charge', demandPerDay * netVolumeL),
        origin: 'equation',
        from: 'consumption × net volume, a day',
      },
    ];
    if (carriedMmolPerDay > 0)
      working.push({
        label: `Already brought by ${carriedBy.length > 0 ? listed(carriedBy) : 'other sources'}`,
        value: quantity('charge', carriedMmolPerDay),
        origin: 'log',
        from: 'its standing rate × its strength, a day',
      });
    working.push(
      {
        label: 'Effluent alkalinity',
        value: quantity('alkalinity', effluentAlkalinity),
        origin: 'yours',
        from: 'measured at the effluent',
      },
      {
        label: 'Tank alkalinity',
        value: quantity('alkalinity', tankAlkalinity),
        origin: input.tankAlkalinityOrigin,
        from: 'tank water goes in, so it is taken off',
      },
      {
        label: 'Effluent a day',
        value: quantity('waterRate', litresPerDay),
        origin: 'equation',
        from: 'demand ÷ (effluent − tank alkalinity)',
      },
      { label: 'Flow', value: quantity('flow', mlPerMin), origin: 'equation', from: 'litres a day ÷ 1440 minutes' },
      {
        label: 'Media dissolved a day',
        value: quantity('mass', mediaGPerDay),
        origin: 'equation',
        from: '50.04 mg CaCO₃ for each milliequivalent',
      },
      {
        label: 'CO₂ a day, at least',
        value: quantity('mass', co2GPerDay),
        origin: 'equation',
        from: 'one CO₂ for each CaCO₃; what leaves as excess comes on top',
      },
    );
    const cautions: Caution[] = [
      {
        severity: 'care',
        says: [
          'Adjust one thing, wait a day or more, then test the effluent and the tank again: dialling in takes weeks.',
        ],
      },
      {
        severity: 'harm',
        says: [
          'CO₂ suffocates in closed rooms: ventilate, stand the cylinder upright and secured, with a regulator made for CO₂. Feed at 5 psi or less; above 10 psi a lid may fail.',
        ],
      },
      {
        severity: 'note',
        says: ['Excess CO₂ in the effluent lowers the tank’s pH; limewater or a second, CO₂-free chamber answers it.'],
      },
    ];
    if (input.replaces) {
      cautions.unshift({
        severity: 'care',
        says: [
          `This flow takes the place of ${input.replaces}, which still runs: turn it down as the reactor comes up.`,
        ],
      });
    }
    if (mlPerMin > MOST_ML_PER_MIN)
      cautions.unshift({
        severity: 'care',
        says: [
          'That is more than a steady feed usually gives. A stronger effluent (lower chamber pH) or a second source would be needed.',
        ],
      });
    return {
      answer:
        mmolPerDay > 0
          ? {
              says: [
                'Run the effluent at',
                quantity('flow', mlPerMin),
                ', which is',
                quantity('waterRate', litresPerDay),
                '.',
              ],
              certainty: input.certainty,
              because:
                doubt === 0
                  ? ['As good as the figures given.']
                  : [
                      'Between',
                      quantity('flow', Math.max(0, mlPerMin - doubt)),
                      'and',
                      quantity('flow', mlPerMin + doubt),
                      '(95 in 100).',
                    ],
            }
          : {
              says: ['Close the reactor’s feed: the tank takes no more than it is already given.'],
              certainty: input.certainty,
              because: [],
            },
      working,
      cautions,
      values: { litresPerDay, mlPerMin, mediaGPerDay, co2GPerDay },
    };
  },
});
