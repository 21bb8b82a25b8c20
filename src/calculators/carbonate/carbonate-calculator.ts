import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';
import { quantity } from '@/quantities/quantity';
import { beyondMeasured } from '@/chemistry/carbonate/constants';
import { carbonateOfWater, OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';

export const SALINITY_OF_CARBONATE = { ...readingExpectation('salinity'), low: 5, high: 42 };
export const TEMPERATURE_OF_CARBONATE = { ...readingExpectation('temperature'), low: 2, high: 40 };
export const CO2_OF_AIR = { field: 'CO2', kind: 'co2', low: 1, high: 400_000, usual: [300, 5000] } as const;

export const carbonate = defineCalculator({
  name: 'carbonate',
  asks: 'What are pH, CO2, carbon and saturation, from any two of them?',
  input: z.strictObject({
    alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.21, high: 60 }).optional(),
    dic: amount({ field: 'dissolved inorganic carbon', kind: 'carbon', low: 0.011, high: 100 }).optional(),
    /** As a probe set with NBS buffers reads. */
    phNbs: amount({ ...readingExpectation('ph'), low: 3, high: 12 }).optional(),
    phTotal: amount({ ...readingExpectation('ph'), field: 'pH on the total scale', low: 3, high: 12 }).optional(),
    pco2Uatm: amount(CO2_OF_AIR).optional(),
    salinity: amount(SALINITY_OF_CARBONATE).default(35),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25),
    /** For the saturation; seawater's proportion when left out. */
    calcium: amount(readingExpectation('calcium')).optional(),
  }),
  example: { alkalinity: '8 dKH', pco2Uatm: '420 ppm', salinity: 35, temperatureC: 25.5, calcium: 420 },
  run: ({ salinity, temperatureC, calcium, alkalinity, dic, ...rest }) => {
    const known = { alkalinityMmolPerL: alkalinity, dicMmolPerL: dic, ...rest };
    const water = carbonateOfWater(known, salinity, temperatureC, calcium);
    const source = 'Dickson, Sabine and Christian 2007';
    const line = (label: string, value: Step['value'], given: boolean, from: string): Step => ({
      label,
      value,
      origin: given ? 'yours' : 'equation',
      from: given ? 'as given' : from,
    });
    const working: Step[] = [
      line('Alkalinity', quantity('alkalinity', water.alkalinityMmolPerL), alkalinity !== undefined, source),
      line('Dissolved inorganic carbon', quantity('carbon', water.dicMmolPerL), dic !== undefined, source),
      line('CO₂ it is at rest with', quantity('co2', water.pco2Uatm), known.pco2Uatm !== undefined, source),
      line(
        'pH, NBS scale',
        quantity('ph', water.phNbs),
        known.phNbs !== undefined,
        'total scale, then Takahashi et al. 1982',
      ),
      line('pH, total scale', quantity('ph', water.phTotal), known.phTotal !== undefined, source),
      line(
        'Borate, of the alkalinity',
        quantity('alkalinity', water.borateMmolPerL),
        false,
        'Uppström 1974; Dickson 1990',
      ),
      line('Calcite saturation', quantity('ratio', water.calcite), false, 'Mucci 1983'),
    ];
    return {
      answer: {
        says: [
          'pH is at',
          quantity('ph', water.phNbs),
          ', with',
          quantity('alkalinity', water.alkalinityMmolPerL),
          'of alkalinity and',
          quantity('co2', water.pco2Uatm),
          'of CO₂; aragonite saturation is',
          quantity('ratio', water.aragonite),
          '.',
        ],
        certainty: beyondMeasured(salinity, temperatureC).length > 0 ? 'rough' : 'worked out',
        because: [
          `pH is on the NBS scale, as hobby probes read; on the total scale it is ${water.phTotal.toFixed(3)}.`,
        ],
      },
      working,
      cautions: cautionsFor(water.phNbs, water.pco2Uatm, water.aragonite, salinity, temperatureC),
      values: water,
    };
  },
});

function cautionsFor(ph: number, pco2: number, aragonite: number, salinity: number, temperatureC: number): Caution[] {
  const cautions: Caution[] = beyondMeasured(salinity, temperatureC).map((beyond) => ({
    severity: 'note',
    says: [
      beyond.what === 'salinity'
        ? `Salinity is outside ${beyond.from} to ${beyond.to}, over which the carbonate constants were measured.`
        : `Temperature is above ${beyond.toC} °C, to which the carbonate constants were measured.`,
    ],
  }));
  const [low, high] = PARAMETERS.ph.band;
  if (aragonite < 1) cautions.push({ severity: 'danger', says: ['Below a saturation of 1 skeletons dissolve.'] });
  if (ph > high + 0.1)
    cautions.push({
      severity: 'caution',
      says: ['Above pH 8.4 calcium carbonate may fall out of the water onto pumps and heaters.'],
    });
  if (ph < low && pco2 > 2 * OUTDOOR_CO2_UATM)
    cautions.push({
      severity: 'caution',
      says: ['It is CO₂ that holds this pH down. Fresh air lifts it; a buffer raises alkalinity instead.'],
    });
  return cautions;
}
