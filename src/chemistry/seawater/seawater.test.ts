import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { naturalSeawater } from './composition';
import { pureWaterDensityKgPerM3, seawaterDensityKgPerM3 } from './density';
import {
  GRAVITY_20_4,
  GRAVITY_25_25,
  GRAVITY_60_60F,
  salinityFromSpecificGravity,
  specificGravity,
} from './specific-gravity';

describe('density of water and seawater', () => {
  // UNESCO Technical Papers in Marine Science 44 (1983), check values for EOS-80 at one atmosphere, on IPTS-68.
  it.each([
    [0, 5, 999.96675],
    [0, 25, 997.04796],
    [35, 5, 1027.67547],
    [35, 25, 1023.34306],
  ])('at salinity %d and %d °C (IPTS-68) is the printed check value', (salinity, t68, expected) => {
    expect(seawaterDensityKgPerM3(salinity, t68 / 1.00024)).toBeCloseTo(expected, 4);
  });

  it('refuses what lies outside the equation', () => {
    expect(() => seawaterDensityKgPerM3(43, 25)).toThrow(Refusal);
    expect(() => pureWaterDensityKgPerM3(41)).toThrow(Refusal);
    expect(() => seawaterDensityKgPerM3(Number.NaN, 25)).toThrow(Refusal);
  });
});

describe('specific gravity', () => {
  // Independent evaluation of EOS-80, 25/25 °C, five decimals.
  it.each([
    [30, 1.02259],
    [32, 1.0241],
    [33, 1.02486],
    [35, 1.02637],
    [36, 1.02713],
  ])('of salinity %d on the 25/25 scale is %d', (salinity, expected) => {
    expect(specificGravity(salinity)).toBeCloseTo(expected, 5);
  });

  it('comes back as the salinity it was made from, on every scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 42, noNaN: true }),
        fc.constantFrom(GRAVITY_25_25, GRAVITY_60_60F, GRAVITY_20_4),
        (salinity, reference) => {
          expect(salinityFromSpecificGravity(specificGravity(salinity, reference), reference)).toBeCloseTo(salinity, 8);
        },
      ),
    );
  });

  it('tells 1.026 from 35 ppt: 1.026 is 34.5', () => {
    expect(salinityFromSpecificGravity(1.026)).toBeCloseTo(34.5, 1);
  });

  it('refuses 35 and 0', () => {
    expect(() => salinityFromSpecificGravity(35)).toThrow(Refusal);
    expect(() => salinityFromSpecificGravity(0)).toThrow(Refusal);
  });
});

describe('natural seawater', () => {
  it('holds 422 mg/L calcium and 1314 mg/L magnesium at 35, 25 °C', () => {
    // Millero et al. 2008: 0.4121 and 1.284 g/kg, times EOS-80 density 1.02334 kg/L.
    const ions = naturalSeawater(35);
    expect(ions.calciumMgPerL).toBeCloseTo(412.1 * 1.02334, 1);
    expect(ions.magnesiumMgPerL).toBeCloseTo(1284 * 1.02334, 0);
  });
});
