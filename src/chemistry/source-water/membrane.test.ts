import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { referenceRows, remade } from '@/testing/reference-table';
import { drivingPressureKPa, litresMadePerDay, osmoticPressureKPa, temperatureFactor, type Feed } from './membrane';

const rows = referenceRows(new URL('osmotic-check.csv', import.meta.url));
const feed: Feed = { pressureKPa: 345, temperatureC: 25, tdsMgPerL: 250, wasteRatio: 4 };

describe('a membrane', () => {
  it('osmotic pressure agrees with van ’t Hoff’s law and the osmotic coefficient of sodium chloride', () => {
    // π = 2·φ·c·R·T; φ 0.967 at 0.01 and 0.932 at 0.1 mol/kg (Robinson and Stokes 1959, from memory). ASTM D4516's formula
    // is meant for natural waters, and runs some 5 % below that of the pure salt.
    for (const [mgPerL, phi] of [
      [584.4, 0.967],
      [5844, 0.932],
    ] as const) {
      const vantHoff = 2 * phi * (mgPerL / 58.44 / 1000) * 8.314 * 298.15;
      expect(osmoticPressureKPa(mgPerL, 25) / vantHoff).toBeGreaterThan(0.92);
      expect(osmoticPressureKPa(mgPerL, 25) / vantHoff).toBeLessThan(1.02);
    }
  });

  it('osmotic pressure agrees with TEOS-10: within 4 % for tap water, 13 % for a brackish well', () => {
    // From the chemical potential of water in sea-salt water, by TEOS-10's own library (scripts/references/osmotic.py). ASTM's
    // formula is one for all natural waters, and errs to the high side, which is the safe one: less water is promised.
    for (const [salinity = 0, temperature = 0, tds = 0, kPa = 1] of rows) {
      const ratio = osmoticPressureKPa(tds, temperature) / kPa;
      expect(ratio).toBeGreaterThan(1);
      expect(ratio).toBeLessThan(salinity <= 0.3 ? 1.04 : 1.13);
    }
  });

  it('that table is what its script prints', ({ skip }) => {
    const fresh = remade('osmotic.py', 'gsw');
    if (fresh === undefined) return skip('python3-gsw is not installed');
    const again = fresh.trim().split('\n').slice(1);
    expect(again).toHaveLength(rows.length);
    again.forEach((line, i) => expect(Number(line.split(',')[3])).toBeCloseTo(rows[i]?.[3] ?? NaN, 3));
  });

  it('passes less when cold, much as water thickens', () => {
    // Viscosity of water, mPa·s: 1.5182 at 5 °C, 1.1375 at 15 °C, 0.8900 at 25 °C, 0.7191 at 35 °C (CRC Handbook, from memory).
    for (const [temperatureC, viscosity] of [
      [5, 1.5182],
      [15, 1.1375],
      [25, 0.89],
      [35, 0.7191],
    ] as const)
      expect(Math.abs(temperatureFactor(temperatureC) / (0.89 / viscosity) - 1)).toBeLessThan(0.09);
  });

  it('gives its rating back under its rating', () => {
    expect(litresMadePerDay({ litresPerDay: 284, feed }, feed)).toBeCloseTo(284, 9);
  });

  it('makes more for every bar and every degree, and less for every salt', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 30, noNaN: true }),
        fc.double({ min: 200, max: 700, noNaN: true }),
        (temperatureC, pressureKPa) => {
          const made = (over: Partial<Feed>) =>
            litresMadePerDay({ litresPerDay: 284, feed }, { ...feed, temperatureC, pressureKPa, ...over });
          expect(made({ pressureKPa: pressureKPa + 50 })).toBeGreaterThan(made({}));
          expect(made({ temperatureC: temperatureC + 1 })).toBeGreaterThan(made({}));
          expect(made({ tdsMgPerL: 900 })).toBeLessThan(made({}));
        },
      ),
    );
  });

  it('refuses a pressure that the water’s own salt uses up', () => {
    expect(() => drivingPressureKPa({ ...feed, pressureKPa: 120, tdsMgPerL: 4000 })).toThrow(/no water passes/);
  });
});
