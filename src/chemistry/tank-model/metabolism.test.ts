import { describe, expect, it } from 'vitest';
import { CALCIUM_MG_PER_MEQ, calcificationPerDay, nitrificationPerDay } from './metabolism';
import { DAY_MS, simulate } from './simulate';
import { FRESH_WATER } from './water';

describe('what life takes and gives', () => {
  it('calcification takes 20.04 mg of calcium and half a mmol of carbon with each meq', () => {
    // CaCO3: one mole is two equivalents, 40.078 g of calcium and one mole of carbon. Masses: CIAAW 2021.
    expect(CALCIUM_MG_PER_MEQ).toBeCloseTo(20.04, 2);
    const taken = calcificationPerDay(100);
    expect(taken).toMatchObject({ alkalinity: -100, dic: -50 });
    expect(taken.calcium).toBeCloseTo(-2003.9, 9);
    expect(taken.magnesium).toBeCloseTo(-200.39, 9); // a tenth of calcium by mass: common practice
  });

  it('lowers pH as it takes alkalinity: skeleton gives off CO2', () => {
    const start = {
      at: 0,
      volumeL: 100,
      water: { ...FRESH_WATER, salinity: 35, alkalinity: 2.9, dic: 2.5, calcium: 420 },
    };
    const closed = { kind: 'air', at: 0, co2Uatm: 420, exchangePerDay: 0 } as const;
    const [before, after] = simulate(
      start,
      [closed, { kind: 'rate', at: 0, source: 'growth', perDay: calcificationPerDay(30) }],
      [0, DAY_MS],
    );
    expect(after?.carbonate?.phNbs).toBeLessThan(before?.carbonate?.phNbs ?? 0);
    expect(after?.carbonate?.pco2Uatm).toBeGreaterThan(before?.carbonate?.pco2Uatm ?? 0);
  });

  it('nitrification of a mole of ammonium takes two equivalents, of the nitrogen of food one', () => {
    // NH4+ + 2 O2 → NO3- + 2 H+ + H2O; M(NO3) = 62.004 g/mol, CIAAW 2021.
    expect(nitrificationPerDay(62.004)).toEqual({ nitrate: 62.004, alkalinity: expect.closeTo(-2, 6) as number });
    expect(nitrificationPerDay(62.004, 'food').alkalinity).toBeCloseTo(-1, 6);
    expect(nitrificationPerDay(-62.004).alkalinity).toBeCloseTo(2, 6);
  });
});
