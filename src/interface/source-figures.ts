import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/chemistry/units/parse-quantity';

/** What may be read of the supply and the filter line, wherever it is typed. */
export const SOURCE_FIGURES = [
  ['tdsSupply', 'TDS before the membrane', AMOUNTS.tdsSupply, true],
  ['tdsMembrane', 'TDS after the membrane', AMOUNTS.tdsMembrane, true],
  ['tdsProduct', 'TDS after the resin', AMOUNTS.tdsProduct, true],
  ['totalChlorine', 'Total chlorine', { ...AMOUNTS.chlorine, field: 'total chlorine' }, true],
  ['freeChlorine', 'Free chlorine', { ...AMOUNTS.chlorine, field: 'free chlorine' }, true],
  [
    'afterCarbon',
    'Total chlorine after the carbon',
    { ...AMOUNTS.chlorine, field: 'total chlorine after the carbon' },
    true,
  ],
  ['temperatureC', 'Supply temperature', AMOUNTS.supplyTemperature, true],
  ['pressureKPa', 'Supply pressure', AMOUNTS.feedPressure, true],
  ['litresPerDay', 'Makes in a day', AMOUNTS.waterMade, true],
] as const satisfies readonly (readonly [key: string, label: string, expected: Expectation, optional: true])[];
