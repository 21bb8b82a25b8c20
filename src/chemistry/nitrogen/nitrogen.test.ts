import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carbonateConstants } from '../carbonate/constants';
import { referenceRows, remade } from '@/testing/reference-table';
import { readFileSync } from 'node:fs';
import { ammoniumPk, asNitrogen, freeAmmoniaShare, ofNitrogen } from './free-ammonia';

const CHECK = new URL('ammonium-check.csv', import.meta.url);

describe('un-ionised ammonia', () => {
  it('is what an independent evaluation of Clegg and Whitfield 1995 gives (total scale; NBS by Takahashi et al. 1982)', () => {
    const rows = referenceRows(CHECK);
    expect(rows.length).toBe(36);
    for (const [salinity = 0, temperature = 0, ph = 0, pk = 0, share = 0] of rows) {
      expect(Math.abs(ammoniumPk(salinity, temperature) - pk)).toBeLessThan(1e-5);
      expect(Math.abs(freeAmmoniaShare(ph, salinity, temperature) / share - 1)).toBeLessThan(1e-3);
    }
    const made = remade('ammonium.py', 'math');
    if (made !== undefined) expect(made.trim()).toBe(readFileSync(CHECK, 'utf8').trim());
  });

  it('at no salinity is fresh water’s, as Emerson et al. 1975 print it: 0.09018 + 2729.92 ÷ T (from memory)', () => {
    for (const t of [5, 10, 15, 20, 25, 30])
      expect(Math.abs(ammoniumPk(0, t) - (0.09018 + 2729.92 / (t + 273.15)))).toBeLessThan(0.003);
  });

  it('in sea water lies within 0.03 of Yao and Millero 1995, another measurement (seawater scale, from memory)', () => {
    for (const t of [15, 20, 25, 30])
      for (const s of [20, 30, 35, 40]) {
        const k = t + 273.15;
        const ln =
          -6285.33 / k + 0.0001635 * k - 0.25444 + (0.46532 - 123.7184 / k) * s ** 0.5 + (-0.01992 + 3.17556 / k) * s;
        // The seawater scale stands about 0.01 below the total one here.
        expect(Math.abs(ammoniumPk(s, t) - (-ln / Math.LN10 + 0.01))).toBeLessThan(0.03);
      }
  });

  it('on the NBS scale comes to Bell et al. 2007: 10.0423 − 0.0315536 t + 0.003071 S, within 0.05 (from memory)', () => {
    for (const t of [18, 22, 25, 28])
      for (const s of [30, 35]) {
        const onNbs = ammoniumPk(s, t) + carbonateConstants(s, t).nbsOffset;
        expect(Math.abs(onNbs - (10.0423 - 0.0315536 * t + 0.003071 * s))).toBeLessThan(0.05);
      }
  });

  it('grows with pH and warmth, falls with salinity, and stays a share', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 7, max: 8.8, noNaN: true }),
        fc.double({ min: 25, max: 39, noNaN: true }),
        fc.double({ min: 10, max: 33, noNaN: true }),
        (ph, salinity, temperature) => {
          const share = freeAmmoniaShare(ph, salinity, temperature);
          expect(share).toBeGreaterThan(0);
          expect(share).toBeLessThan(1);
          expect(freeAmmoniaShare(ph + 0.1, salinity, temperature)).toBeGreaterThan(share);
          expect(freeAmmoniaShare(ph, salinity, temperature + 1)).toBeGreaterThan(share);
          expect(freeAmmoniaShare(ph, salinity + 1, temperature)).toBeLessThan(share);
        },
      ),
    );
  });

  it('is told as nitrogen and back', () => {
    expect(ofNitrogen(asNitrogen(1.7))).toBeCloseTo(1.7, 12);
    expect(asNitrogen(17.031)).toBeCloseTo(14.007, 9);
  });
});
