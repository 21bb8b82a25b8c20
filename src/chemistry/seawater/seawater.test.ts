import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { MOLAR_MASS } from '../molar-mass';
import { referenceRows, remade } from '@/testing/reference-table';
import { atSalinity, naturalSeawater, SEAWATER_35_PER_KG } from './composition';
import { conductivityFromSalinity, salinityFromConductivity } from './conductivity';
import { pureWaterDensityKgPerM3, seawaterDensityKgPerM3 } from './density';
import { salinityFromHydrometer } from './hydrometer';
import { refractiveIndex, refractometerShows, salinityFromRefractometer } from './refractometer';
import {
  GRAVITY_20_4,
  GRAVITY_25_25,
  GRAVITY_60_60F,
  salinityFromDensity,
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

describe('practical salinity and conductivity', () => {
  // UNESCO Technical Papers in Marine Science 44 (1983), check values of algorithm 1, on IPTS-68.
  it.each([
    [1, 15, 0, 35],
    [1.2, 20, 2000, 37.245628],
    [0.65, 5, 1500, 27.995347],
  ])('ratio %d at %d °C (IPTS-68) and %d dbar is %d', (ratio, t68, pressure, expected) => {
    expect(salinityFromConductivity(ratio * 42.914, t68 / 1.00024, pressure)).toBeCloseTo(expected, 5);
  });

  it('is 42.9140 mS/cm at 35 and 15 °C on IPTS-68, 42.9175 on ITS-90, 53.0710 at 25 °C', () => {
    expect(conductivityFromSalinity(35, 15 / 1.00024)).toBeCloseTo(42.914, 4);
    expect(conductivityFromSalinity(35, 15)).toBeCloseTo(42.9175, 4);
    expect(conductivityFromSalinity(35, 25)).toBeCloseTo(53.071, 4);
  });

  it('comes back as it went, to 1e-12', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2.0001, max: 41.9999, noNaN: true }),
        fc.double({ min: -2, max: 40, noNaN: true }),
        (s, t) => {
          expect(Math.abs(salinityFromConductivity(conductivityFromSalinity(s, t), t) / s - 1)).toBeLessThan(1e-12);
        },
      ),
    );
  });

  it('refuses what the scale does not reach, such as µS/cm for mS/cm', () => {
    expect(() => salinityFromConductivity(53_071, 25)).toThrow(Refusal);
    expect(() => salinityFromConductivity(1, 25)).toThrow(/practical salinity scale within","from":2,"to":42/);
    expect(() => conductivityFromSalinity(1, 25)).toThrow(Refusal);
  });
});

describe('against TEOS-10’s own library, salinity 2 to 42 and 5 to 40 °C', () => {
  // Debian's python3-gsw; scripts/references/seawater.py makes the table.
  const table = new URL('./seawater-check.csv', import.meta.url);
  const rows = referenceRows(table) as [number, number, number, number, number][];

  it('practical salinity agrees to 1e-4', () => {
    expect(rows.length).toBeGreaterThan(250);
    for (const [s, t, conductivity] of rows)
      expect(Math.abs(salinityFromConductivity(conductivity, t) - s)).toBeLessThan(1e-4);
  });

  it('specific gravity agrees to 1e-5, density to 0.015 kg/m³', () => {
    const at25 = rows.find(([, t]) => t === 25)?.[4] ?? Number.NaN;
    for (const [s, t, , density, water] of rows) {
      expect(Math.abs(specificGravity(s, { sampleC: t, waterC: t }) - density / water)).toBeLessThan(1e-5);
      expect(Math.abs(specificGravity(s, { sampleC: t, waterC: 25 }) - density / at25)).toBeLessThan(1.2e-5);
      expect(Math.abs(seawaterDensityKgPerM3(s, t) - density)).toBeLessThan(0.015);
      // 1e-5 of gravity is 0.013 of salinity: what a density tells of salinity is good to that.
      expect(Math.abs(salinityFromDensity(density, t) - s)).toBeLessThan(0.02);
    }
  });

  it('is the table the library makes, where it is on this machine', ({ skip }) => {
    const fresh = remade('seawater.py', 'gsw');
    if (fresh === undefined) return skip('python3-gsw is not installed');
    const again = fresh.trim().split('\n').slice(1);
    expect(again).toHaveLength(rows.length);
    again.forEach((line, i) =>
      line.split(',').forEach((value, column) => expect(Number(value)).toBeCloseTo(rows[i]?.[column] ?? NaN, 4)),
    );
  });
});

describe('instruments', () => {
  it('pure water has a refractive index of 1.3330 at 20 °C, seawater of 35 about 1.3394', () => {
    // CRC Handbook of Chemistry and Physics: water at 589 nm, 1.33299 at 20 °C, 1.33250 at 25 °C (from memory).
    expect(refractiveIndex(0, 20)).toBeCloseTo(1.33299, 4);
    expect(refractiveIndex(0, 25)).toBeCloseTo(1.3325, 4);
    expect(refractiveIndex(35, 20)).toBeCloseTo(1.3394, 4);
  });

  it('a brine scale shows about 36.5 in seawater of 35', () => {
    expect(Math.abs(refractometerShows(35, 'brine') - 36.5)).toBeLessThan(0.3); // from memory
    expect(salinityFromRefractometer({ shown: 36.4, scale: 'brine' })).toBeCloseTo(35, 0);
  });

  it('a standard of known salinity takes out what the scale is off by', () => {
    for (const scale of ['seawater', 'brine'] as const) {
      const shown = refractometerShows(33, scale) + 1.4;
      const standard = { trueSalinity: 35, shown: refractometerShows(35, scale) + 1.4 };
      expect(salinityFromRefractometer({ shown, scale, standard })).toBeCloseTo(33, 9);
    }
    expect(() =>
      salinityFromRefractometer({ shown: 35, scale: 'seawater', standard: { trueSalinity: 35, shown: 5 } }),
    ).toThrow(/refractometer far out/);
    expect(() => salinityFromRefractometer({ shown: 1.026e3, scale: 'seawater' })).toThrow(Refusal);
  });

  it('a 60/60 °F float reads low in warm water: 1.0236 at 25 °C is 34 ppt, not 31', () => {
    // By hand: ρ(34, 25 °C) = 1022.59 (EOS-80); glass 25e-6 × 9.44 adds 0.024 %; over 999.02 (water at 60 °F) = 1.02384.
    const shown = (seawaterDensityKgPerM3(34, 25) * (1 + 25e-6 * (25 - 15.5556))) / 999.02;
    expect(shown).toBeCloseTo(1.02384, 4);
    expect(salinityFromHydrometer(shown, GRAVITY_60_60F, 25)).toBeCloseTo(34, 1);
    expect(salinityFromSpecificGravity(shown, GRAVITY_60_60F)).toBeLessThan(32);
  });

  it('a float read at its own temperature needs no correction', () => {
    expect(salinityFromHydrometer(specificGravity(35), GRAVITY_25_25, 25)).toBeCloseTo(35, 9);
    expect(() => salinityFromHydrometer(35, GRAVITY_25_25, 25)).toThrow(Refusal);
  });
});

describe('the composition of seawater', () => {
  it('is electrically neutral to 0.1 %', () => {
    const s = SEAWATER_35_PER_KG;
    const m = MOLAR_MASS;
    const plus =
      s.sodiumMg / m.Na +
      (2 * s.magnesiumMg) / m.Mg +
      (2 * s.calciumMg) / m.Ca +
      s.potassiumMg / m.K +
      (2 * s.strontiumMg) / m.Sr;
    const minus =
      s.chlorideMg / m.Cl + (2 * s.sulfateMg) / m.SO4 + s.bromideMg / m.Br + s.fluorideMg / m.F + s.alkalinityMmol;
    expect(Math.abs(plus / minus - 1)).toBeLessThan(1e-3);
  });

  it('440 mg/L calcium at 33 ppt is 467 at 35', () => {
    expect(atSalinity(440, 33, 35)).toBeCloseTo(467, 0); // arithmetic by hand: 440 × 35 ÷ 33, and the density's share
  });

  it('scales every ion alike', () => {
    const [full, half] = [naturalSeawater(36), naturalSeawater(18)];
    const ratios = Object.keys(full).map((ion) => full[ion as keyof typeof full] / half[ion as keyof typeof half]);
    for (const ratio of ratios) expect(ratio).toBeCloseTo(ratios[0] ?? 0, 12);
  });
});
