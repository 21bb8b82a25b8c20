import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { carbonateConstants } from './constants';
import { fromAlkalinityAndPco2, fromAlkalinityAndPh } from './solve';

describe('carbonate constants at salinity 35 and 25 °C', () => {
  // Dickson, Sabine and Christian 2007, chapter 5, check values, to the printed digits (recalled from memory,
  // then reproduced by independent evaluation of the printed equations).
  const k = carbonateConstants(35, 25);
  it.each([
    ['ln K0', Math.log(k.k0), -3.5617, 4],
    ['log10 K1', Math.log10(k.k1), -5.8472, 4],
    ['log10 K2', Math.log10(k.k2), -8.966, 4],
    ['ln KB', Math.log(k.kb), -19.7964, 4],
    ['ln KW', Math.log(k.kw), -30.434, 3],
    ['ln KSO4', Math.log(k.ks), -2.3, 2],
    ['log10 Ksp aragonite', Math.log10(k.kspAragonite), -6.19, 2],
  ])('%s is %d', (_name, value, expected, digits) => {
    expect(value).toBeCloseTo(expected, digits);
  });
});

describe('alkalinity and CO2 to pH', () => {
  // Independent evaluation of the same published equations over a random grid; tolerances 0.0005 pH, 0.1 %.
  const rows = readFileSync(new URL('./carbonate-check.csv', import.meta.url), 'utf8')
    .trim()
    .split('\n')
    .slice(1);
  it.each(rows)('%s', (row) => {
    const [s, t, alkalinity, pco2, phTotal, phNbs, dic, aragonite] = row.split(',').map(Number) as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const k = carbonateConstants(s, t);
    const state = fromAlkalinityAndPco2(alkalinity, pco2, k);
    expect(Math.abs(state.phTotal - phTotal)).toBeLessThan(0.0005);
    expect(Math.abs(state.phNbs - phNbs)).toBeLessThan(0.0005);
    expect(Math.abs(state.dic / dic - 1)).toBeLessThan(0.001);
    expect(Math.abs(state.aragonite / aragonite - 1)).toBeLessThan(0.001);
    expect(Math.abs(fromAlkalinityAndPh(alkalinity, state.phNbs, k).pco2Uatm / pco2 - 1)).toBeLessThan(1e-6);
  });

  it('answers over the whole stated range', () => {
    const k = carbonateConstants(35, 25);
    for (const alkalinity of [2e-4, 0.002, 0.06])
      for (const pco2 of [1, 420, 400_000]) {
        const state = fromAlkalinityAndPco2(alkalinity, pco2, k);
        expect(Number.isFinite(state.phNbs) && state.dic > 0).toBe(true);
      }
  });
});
