import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH } from '../conversion';
import { carbonateConstants } from './constants';
import { phTotalFromNbs, solveCarbonate } from './solve';

/**
 * Salinity 35, 25.5 °C, 1.0233 kg/L: NBS pH by alkalinity and CO2. Independent evaluation of the equations of Dickson,
 * Sabine and Christian 2007 with f_H of Takahashi et al. 1982; tolerance 0.002.
 */
const TABLE = [
  [7, { 420: 8.184, 700: 7.998, 1000: 7.863, 2000: 7.588 }],
  [8, { 420: 8.233, 700: 8.049, 1000: 7.915, 2000: 7.642 }],
  [9, { 420: 8.275, 700: 8.094, 1000: 7.961, 2000: 7.69 }],
  [11, { 420: 8.346, 700: 8.168, 1000: 8.038, 2000: 7.771 }],
] as const;

const k = carbonateConstants(35, 25.5);
const fromAlkalinityAndPco2 = (alkalinity: number, pco2Uatm: number) => solveCarbonate({ alkalinity, pco2Uatm }, k);
const fromAlkalinityAndPh = (alkalinity: number, phNbs: number) =>
  solveCarbonate({ alkalinity, phTotal: phTotalFromNbs(phNbs, k) }, k);
const molPerKg = (dkh: number) => (dkh * MMOL_PER_L_PER_DKH) / 1000 / 1.0233;

describe('pH from alkalinity and room CO2', () => {
  for (const [dkh, row] of TABLE) {
    it.each(Object.entries(row))(`at ${dkh} dKH and %s µatm`, (pco2, expected) => {
      expect(Math.abs(fromAlkalinityAndPco2(molPerKg(dkh), Number(pco2)).phNbs - expected)).toBeLessThan(0.002);
    });
  }

  it.each([
    [420, 4.58],
    [700, 3.28],
    [1000, 2.53],
    [2000, 1.44],
  ])('aragonite saturation at 8 dKH and %d µatm is %d', (pco2, expected) => {
    // The same independent evaluation, two decimals.
    expect(Math.abs(fromAlkalinityAndPco2(molPerKg(8), pco2).aragonite - expected)).toBeLessThan(0.01);
  });

  it('falls with CO2 and rises with alkalinity, always', () => {
    const ph = (dkh: number, pco2: number) => fromAlkalinityAndPco2(molPerKg(dkh), pco2).phNbs;
    for (let pco2 = 200; pco2 < 4000; pco2 += 100) {
      expect(ph(8, pco2 + 100)).toBeLessThan(ph(8, pco2));
      expect(ph(8.5, pco2)).toBeGreaterThan(ph(8, pco2));
    }
  });

  it('is undone by reading the CO2 back from pH', () => {
    for (const pco2 of [150, 420, 1500, 10_000]) {
      const state = fromAlkalinityAndPco2(molPerKg(8), pco2);
      expect(fromAlkalinityAndPh(molPerKg(8), state.phNbs).pco2Uatm / pco2).toBeCloseTo(1, 6);
    }
  });

  it('keeps the NBS scale about 0.14 above the total scale, where ignoring it would turn 420 ppm into 600', () => {
    expect(k.nbsOffset).toBeGreaterThan(0.13);
    expect(k.nbsOffset).toBeLessThan(0.15);
    const state = fromAlkalinityAndPco2(molPerKg(8), 420);
    const misread = fromAlkalinityAndPh(molPerKg(8), state.phNbs - k.nbsOffset);
    expect(Math.abs(misread.pco2Uatm - 600)).toBeLessThan(30);
  });
});
