import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { id, bounded } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_THE_HOUSE, formatted } from './entry-kind';

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
    tdsSupply: bounded(AMOUNTS.tdsSupply).optional(),
    tdsMembrane: bounded(AMOUNTS.tdsMembrane).optional(),
    tdsProduct: bounded(AMOUNTS.tdsProduct).optional(),
    totalChlorine: bounded(AMOUNTS.chlorine).optional(),
    freeChlorine: bounded(AMOUNTS.chlorine).optional(),
    afterCarbon: bounded(AMOUNTS.chlorine).optional(),
    temperatureC: bounded(AMOUNTS.supplyTemperature).optional(),
    pressureKPa: bounded(AMOUNTS.feedPressure).optional(),
    /** What ran into a jug in the time it took, as litres a day. */
    litresPerDay: bounded(AMOUNTS.waterMade).optional(),
  },
  describe: (row, { settings: { units } }) =>
    [
      ...ifThere(row.tdsSupply, (mg) => `TDS ${mg.toFixed(0)} before the membrane`),
      ...ifThere(row.tdsMembrane, (mg) => `${mg.toFixed(0)} after it`),
      ...ifThere(row.tdsProduct, (mg) => `${mg.toFixed(0)} mg/L after the resin`),
      ...ifThere(row.totalChlorine, (mg) => `total chlorine ${formatted('chlorine', mg, units)}`),
      ...ifThere(row.freeChlorine, (mg) => `free ${formatted('chlorine', mg, units)}`),
      ...ifThere(row.afterCarbon, (mg) => `${formatted('chlorine', mg, units)} after the carbon`),
      ...ifThere(row.litresPerDay, (l) => `makes ${formatted('waterRate', l, units)}`),
      ...ifThere(row.temperatureC, (c) => `supply at ${formatted('temperature', c, units)}`),
      ...ifThere(row.pressureKPa, (kPa) => `at ${formatted('pressure', kPa, units)}`),
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
