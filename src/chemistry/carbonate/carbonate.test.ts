import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Refusal } from '../refusal';
import { beyondMeasured, carbonateConstants } from './constants';
import { carbonateOfWater } from './reef-water';
import { phTotalFromDic, phTotalFromNbs, solveCarbonate, type CarbonatePair } from './solve';

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
    ['ln KF', Math.log(k.kf), -6.09, 2],
    ['log10 Ksp aragonite', Math.log10(k.kspAragonite), -6.19, 2],
    ['log10 Ksp calcite', Math.log10(k.kspCalcite), -6.37, 2],
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
    const near = (state: ReturnType<typeof solveCarbonate>) => {
      expect(Math.abs(state.phTotal - phTotal)).toBeLessThan(0.0005);
      expect(Math.abs(state.phNbs - phNbs)).toBeLessThan(0.0005);
      expect(Math.abs(state.dic / dic - 1)).toBeLessThan(0.001);
      expect(Math.abs(state.aragonite / aragonite - 1)).toBeLessThan(0.001);
    };
    near(solveCarbonate({ alkalinity, pco2Uatm: pco2 }, k));
    near(solveCarbonate({ alkalinity, dic }, k));
    near(solveCarbonate({ dic, pco2Uatm: pco2 }, k));
    const { phTotal: exact } = solveCarbonate({ alkalinity, pco2Uatm: pco2 }, k);
    near(solveCarbonate({ alkalinity, phTotal: exact }, k));
    near(solveCarbonate({ dic, phTotal: exact }, k));
    near(solveCarbonate({ phTotal: exact, pco2Uatm: pco2 }, k));
  });
});

describe('any pair', () => {
  // What reef keepers meet, from new water to a reactor's effluent: alkalinity 0.2 to 60 mmol/kg, CO2 1 to 400 000 µatm.
  const waters = fc.record({
    s: fc.double({ min: 5, max: 45, noNaN: true }),
    t: fc.double({ min: 15, max: 35, noNaN: true }),
    alkalinity: fc
      .double({ min: Math.log(2e-4), max: Math.log(0.06), noNaN: true })
      .map((x) => Math.min(0.06, Math.max(2e-4, Math.exp(x)))),
    pco2Uatm: fc.double({ min: 0, max: Math.log(400_000), noNaN: true }).map((x) => Math.min(400_000, Math.exp(x))),
  });

  it('tells the same water, over the whole stated range', () => {
    fc.assert(
      fc.property(waters, ({ s, t, alkalinity, pco2Uatm }) => {
        const k = carbonateConstants(s, t);
        const first = solveCarbonate({ alkalinity, pco2Uatm }, k);
        expect(first.phTotal > 4 && first.phTotal < 12).toBe(true);
        if (first.dic > 0.1 || first.dic < 1e-5) return;
        const { dic, phTotal } = first;
        const pairs: CarbonatePair[] = [
          { alkalinity, dic },
          { dic, pco2Uatm },
          { dic, phTotal },
          { phTotal, pco2Uatm },
        ];
        // Alkalinity and pH cannot tell carbon that is a thousandth of the rest.
        if (dic > alkalinity / 1000) pairs.push({ alkalinity, phTotal });
        for (const pair of pairs) {
          const again = solveCarbonate(pair, k);
          expect(Math.abs(again.phTotal - phTotal)).toBeLessThan(1e-9);
          expect(Math.abs(again.alkalinity / alkalinity - 1)).toBeLessThan(1e-8);
          expect(Math.abs(again.dic / dic - 1)).toBeLessThan(1e-8);
          expect(Math.abs(again.pco2Uatm / pco2Uatm - 1)).toBeLessThan(1e-8);
        }
      }),
      { numRuns: 2000 },
    );
  });

  it('adds up: bicarbonate, twice carbonate, borate and the rest make the alkalinity', () => {
    fc.assert(
      fc.property(waters, ({ s, t, alkalinity, pco2Uatm }) => {
        const k = carbonateConstants(s, t);
        const state = solveCarbonate({ alkalinity, pco2Uatm }, k);
        const h = 10 ** -state.phTotal;
        const free = h / (1 + k.sulfate / k.ks);
        // The definition, term by term: Dickson, Sabine and Christian 2007, chapter 2, eq. 58 without nutrients.
        const sum =
          state.bicarbonate +
          2 * state.carbonate +
          state.borate +
          k.kw / h -
          free -
          k.sulfate / (1 + k.ks / free) -
          k.fluoride / (1 + k.kf / h);
        expect(Math.abs(sum / alkalinity - 1)).toBeLessThan(1e-9);
      }),
    );
  });

  it('finds the root a slow bisection finds, from any start', () => {
    const k = carbonateConstants(35, 25);
    fc.assert(
      fc.property(
        fc.double({ min: 2e-4, max: 0.06, noNaN: true }),
        fc.double({ min: 1e-5, max: 0.1, noNaN: true }),
        (alkalinity, dic) => {
          let low = 2;
          let high = 13;
          while (high - low > 1e-12) {
            const ph = (low + high) / 2;
            const state = solveCarbonate({ dic, phTotal: Math.min(12, Math.max(3, ph)) }, k);
            if (state.alkalinity > alkalinity) high = ph;
            else low = ph;
          }
          const found = phTotalFromDic(alkalinity, dic, k);
          if (found > 3.1 && found < 11.9) expect(Math.abs(found - low)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('refuses pairs no water can have', () => {
    const k = carbonateConstants(35, 25);
    expect(() => solveCarbonate({ dic: 1e-5, pco2Uatm: 400_000 }, k)).toThrow(Refusal);
    expect(() => solveCarbonate({ alkalinity: 5e-4, phTotal: 11 }, k)).toThrow(Refusal);
    expect(() => solveCarbonate({ alkalinity: 0.07, dic: 0.002 }, k)).toThrow(/0.0002 to 0.06/);
    expect(() => solveCarbonate({ alkalinity: 0.0023, dic: Number.NaN }, k)).toThrow(Refusal);
    expect(() => carbonateConstants(46, 25)).toThrow(Refusal);
  });

  it('says where the constants are carried beyond what was measured', () => {
    expect(beyondMeasured(35, 25)).toEqual([]);
    expect(beyondMeasured(10, 36)).toHaveLength(2);
  });
});

describe('reef water in a keeper’s units', () => {
  const known = { alkalinityMmolPerL: 2.853, pco2Uatm: 600 };
  it('is the same water by the litre, on either pH scale', () => {
    const water = carbonateOfWater(known, 35, 25.5, 420);
    const k = carbonateConstants(35, 25.5);
    expect(phTotalFromNbs(water.phNbs, k)).toBeCloseTo(water.phTotal, 12);
    for (const other of [
      { alkalinityMmolPerL: 2.853, phNbs: water.phNbs },
      { alkalinityMmolPerL: 2.853, dicMmolPerL: water.dicMmolPerL },
      { phTotal: water.phTotal, dicMmolPerL: water.dicMmolPerL },
    ]) {
      const again = carbonateOfWater(other, 35, 25.5, 420);
      expect(again.pco2Uatm).toBeCloseTo(600, 5);
      expect(again.aragonite).toBeCloseTo(water.aragonite, 8);
    }
    expect(carbonateOfWater(known, 35, 25.5, 210).aragonite).toBeCloseTo(water.aragonite / 2, 9);
  });

  it('wants two figures, no more and no fewer', () => {
    expect(() => carbonateOfWater({ alkalinityMmolPerL: 2.9 }, 35, 25)).toThrow(/exactly two/);
    expect(() => carbonateOfWater({ ...known, phNbs: 8 }, 35, 25)).toThrow(/exactly two/);
    expect(() => carbonateOfWater({ phNbs: 8, phTotal: 7.9 }, 35, 25)).toThrow(/exactly two/);
  });
});
