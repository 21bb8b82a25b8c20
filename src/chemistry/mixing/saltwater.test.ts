import { describe, expect, it } from 'vitest';
import { SEA_SALT_G_PER_KG_PER_PPT } from '../seawater/composition';
import { seawaterDensityKgPerM3 } from '../seawater/density';
import { referenceRows, remade } from '@/testing/reference-table';
import { saltGIn } from './saltwater';

const rows = referenceRows(new URL('dry-salt-check.csv', import.meta.url));
const DRY = (35 * SEA_SALT_G_PER_KG_PER_PPT * seawaterDensityKgPerM3(35, 25)) / 1000;

describe('salt in saltwater, against TEOS-10', () => {
  // Thermodynamic Equation of Seawater 2010, absolute salinity × density by its own library (scripts/references/dry_salt.py).
  it('dry salt weighs what absolute salinity and density make it, within 0.02 %', () => {
    for (const [salinity = 0, temperature, grams = 0] of rows)
      if (temperature === 25) expect(saltGIn(1, salinity, DRY) / grams).toBeCloseTo(1, 3.7);
  });

  it('a litre at 35 ppt and 25 °C holds 35.99 g', () => {
    expect(DRY).toBeCloseTo(35.986, 2);
    expect(saltGIn(160, 35, DRY)).toBeCloseTo(160 * 35.9859, 0);
  });

  it('the warmth of the litre moves that by less than 0.3 % from 15 to 28 °C, which no vessel shows', () => {
    for (const [salinity = 0, , grams = 0] of rows)
      expect(Math.abs(saltGIn(1, salinity, DRY) / grams - 1)).toBeLessThan(0.003);
  });

  it('the table is what its script prints', ({ skip }) => {
    const fresh = remade('dry_salt.py', 'gsw');
    if (fresh === undefined) return skip('python3-gsw is not installed');
    const again = fresh.trim().split('\n').slice(1);
    expect(again).toHaveLength(rows.length);
    again.forEach((line, i) => expect(Number(line.split(',')[2])).toBeCloseTo(rows[i]?.[2] ?? NaN, 4));
  });
});
