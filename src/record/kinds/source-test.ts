import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { id, within } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_THE_HOUSE, told } from './entry-kind';

/** What may be read of the supply and the RO/DI unit, wherever it is typed. */
export const SOURCE_FIGURES = [
  ['tdsSupply', 'TDS before the membrane', AMOUNTS.tdsSupply],
  ['tdsMembrane', 'TDS after the membrane', AMOUNTS.tdsMembrane],
  ['tdsProduct', 'TDS after the resin', AMOUNTS.tdsProduct],
  ['totalChlorine', 'Total chlorine', { ...AMOUNTS.chlorine, field: 'total chlorine' }],
  ['freeChlorine', 'Free chlorine', { ...AMOUNTS.chlorine, field: 'free chlorine' }],
  ['afterCarbon', 'Total chlorine after the carbon', { ...AMOUNTS.chlorine, field: 'total chlorine after the carbon' }],
  ['temperatureC', 'Supply temperature', AMOUNTS.supplyTemperature],
  ['pressureKPa', 'Supply pressure', AMOUNTS.feedPressure],
  ['litresPerDay', 'Makes in a day', AMOUNTS.waterMade],
] as const satisfies readonly (readonly [key: string, label: string, expected: Expectation])[];

/** The supply and the RO/DI unit, read on one day. */
export const sourceTest = defineKind({
  kind: 'source-test',
  title: 'Source read',
  tankId: OF_THE_HOUSE,
  shape: {
    sourceId: id,
    tdsSupply: within(AMOUNTS.tdsSupply).optional(),
    tdsMembrane: within(AMOUNTS.tdsMembrane).optional(),
    tdsProduct: within(AMOUNTS.tdsProduct).optional(),
    totalChlorine: within(AMOUNTS.chlorine).optional(),
    freeChlorine: within(AMOUNTS.chlorine).optional(),
    afterCarbon: within(AMOUNTS.chlorine).optional(),
    temperatureC: within(AMOUNTS.supplyTemperature).optional(),
    pressureKPa: within(AMOUNTS.feedPressure).optional(),
    /** What ran into a jug in the time it took, as litres a day. */
    litresPerDay: within(AMOUNTS.waterMade).optional(),
  },
  describe: (row, { settings: { units } }) =>
    [
      ...ifThere(row.tdsSupply, (mg) => `TDS ${mg.toFixed(0)} before the membrane`),
      ...ifThere(row.tdsMembrane, (mg) => `${mg.toFixed(0)} after it`),
      ...ifThere(row.tdsProduct, (mg) => `${mg.toFixed(0)} mg/L after the resin`),
      ...ifThere(row.totalChlorine, (mg) => `total chlorine ${told('chlorine', mg, units)}`),
      ...ifThere(row.freeChlorine, (mg) => `free ${told('chlorine', mg, units)}`),
      ...ifThere(row.afterCarbon, (mg) => `${told('chlorine', mg, units)} after the carbon`),
      ...ifThere(row.litresPerDay, (l) => `makes ${told('waterRate', l, units)}`),
      ...ifThere(row.temperatureC, (c) => `supply at ${told('temperature', c, units)}`),
      ...ifThere(row.pressureKPa, (kPa) => `at ${told('pressure', kPa, units)}`),
    ].join(' · '),
  figures: (row) =>
    figuresAt(row, [
      ['tdsSupply', 'TDS of the supply', 'mg/L'],
      ['tdsMembrane', 'TDS after the membrane', 'mg/L'],
      ['tdsProduct', 'TDS after the resin', 'mg/L'],
      ['totalChlorine', 'total chlorine', 'mg/L'],
      ['freeChlorine', 'free chlorine', 'mg/L'],
      ['afterCarbon', 'total chlorine after the carbon', 'mg/L'],
      ['temperatureC', 'temperature', '°C'],
      ['pressureKPa', 'pressure', 'kPa'],
      ['litresPerDay', 'water made', 'L/day'],
    ]),
});
