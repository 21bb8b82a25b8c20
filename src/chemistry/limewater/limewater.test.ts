import { describe, expect, it } from 'vitest';
import { sumOfSalts } from '../reagents/solution';
import { MMOL_PER_L_PER_DKH as DKH } from '../conversion';
import { limewaterAtOnce, limewaterRunning } from './accident';
import { EQUIVALENT_CONDUCTIVITY, gramsOfConductivity, limewaterConductivity } from './conductivity';
import { gramsOfAlkalinity, saturationGPerL, standingLimewater } from './saturation';

describe('saturation', () => {
  // CRC Handbook of Chemistry and Physics; from memory.
  it.each([
    [0, 1.89],
    [20, 1.73],
    [25, 1.6],
    [40, 1.41],
  ])('at %d °C is %d g/L', (celsius, grams) => expect(saturationGPerL(celsius)).toBeCloseTo(grams, 10));

  it('falls as the water warms, without a jump', () => {
    for (let celsius = 0; celsius < 40; celsius += 0.5) {
      const fall = saturationGPerL(celsius) - saturationGPerL(celsius + 0.5);
      expect(fall).toBeGreaterThan(0);
      expect(fall).toBeLessThan(0.02);
    }
  });

  it('is refused outside the table', () => {
    expect(() => saturationGPerL(41)).toThrow(/temperature of the limewater/);
    expect(() => saturationGPerL(-1)).toThrow(/0 to 40 °C/);
  });

  it('25 g put into 10 L at 25 °C leave 9 g lying', () => {
    expect(standingLimewater(25, 10, 25)).toEqual({ dissolvedGPerL: 1.6, lyingG: 9, saturated: true });
  });

  it('less than it takes all dissolves', () => {
    expect(standingLimewater(8, 10, 25)).toEqual({ dissolvedGPerL: 0.8, lyingG: 0, saturated: false });
  });

  it('1.6 g/L hold 43.2 meq and 865 mg of calcium a litre', () => {
    // Worked value: 2 × 1.6 ÷ 74.093; calcium by its molar mass.
    const strength = sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }]);
    expect(strength.alkalinityMmolPerL).toBeCloseTo(43.19, 2);
    expect(strength.ions.calcium).toBeCloseTo(865.5, 0);
    expect(gramsOfAlkalinity(strength.alkalinityMmolPerL)).toBeCloseTo(1.6, 10);
  });
});

describe('conductivity', () => {
  it('is the handbook’s at its rows', () => {
    // CRC Handbook, equivalent conductivity of ½ Ca(OH)2; from memory.
    for (const [eqPerL, each] of EQUIVALENT_CONDUCTIVITY)
      expect(limewaterConductivity(eqPerL)).toBeCloseTo(eqPerL * each, 10);
  });

  it('gives the grams back', () => {
    for (const mSPerCm of [0.5, 1.165, 4.28, 8]) {
      const grams = gramsOfConductivity(mSPerCm);
      expect(limewaterConductivity((grams * 2) / 74.092)).toBeCloseTo(mSPerCm, 4);
    }
  });

  it('of limewater saturated at 25 °C lies between 8 and 9 mS/cm', () => {
    // From memory: saturated calcium hydroxide at 25 °C, as tests of cements are begun with.
    expect(limewaterConductivity(0.0432)).toBeGreaterThan(8);
    expect(limewaterConductivity(0.0432)).toBeLessThan(9);
  });
});

describe('a pump that sticks', () => {
  const tank = { netVolumeL: 250, salinity: 35, temperatureC: 25.5, alkalinity: 8 * DKH, calcium: 420, pco2Uatm: 500 };
  const saturated = sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }]);

  // Independent evaluation of the equations of Dickson, Sabine and Christian 2007: pH ±0.03, saturation ±5 %.
  it.each([
    [1, 8.37, 6.1],
    [2, 8.52, 8.2],
    [10, 9.37, 26],
  ])('%d L at once make pH %d and aragonite saturation %d', (litres, ph, aragonite) => {
    const after = limewaterAtOnce(tank, saturated, litres);
    expect(Math.abs((after.phNbs ?? 0) - ph)).toBeLessThan(0.03);
    expect(Math.abs((after.aragonite ?? 0) / aragonite - 1)).toBeLessThan(0.05);
  });

  it('10 L take salinity to 33.65 ppt and what the lime weighs', () => {
    // 35 × 250 ÷ 260, and 16 g of lime in 260 L, each gram a litre and kilogram 1.00472⁻¹ ppt (Millero et al. 2008).
    const { salinity } = limewaterAtOnce(tank, saturated, 10);
    expect(salinity).toBeGreaterThan(33.65);
    expect(salinity).toBeCloseTo((35 * 250) / 260 + 16 / 260 / 1.023 / 1.00472, 2);
  });

  it('over hours ends where it ends at once, and lower where air comes in', () => {
    const end = limewaterRunning(tank, saturated, 10, 1).at(-1);
    const aired = limewaterRunning(tank, saturated, 10, 1, { exchangePerDay: 30 }).at(-1);
    expect(end?.phNbs).toBeCloseTo(limewaterAtOnce(tank, saturated, 10).phNbs ?? 0, 2);
    expect(aired?.phNbs).toBeLessThan((end?.phNbs ?? 0) - 0.05);
    expect(end?.hours).toBe(10);
  });

  it('a pump slower than evaporation lowers no salinity', () => {
    // 0.08 L an hour are 1.92 L a day where 2 evaporate: the top-off does the rest, and the lime itself adds a little.
    const end = limewaterRunning(tank, saturated, 10, 0.08, { evaporationLPerDay: 2, exchangePerDay: 30 }).at(-1);
    expect(end?.salinity).toBeGreaterThan(35);
    expect(end?.salinity).toBeLessThan(35.1);
    expect(end?.phNbs).toBeLessThan(8.7);
  });

  it('runs over where there is no room, and takes salt with it', () => {
    const after = limewaterAtOnce({ ...tank, spareL: 4 }, saturated, 10);
    expect(after.spiltL).toBeCloseTo(6, 10);
    expect(after.salinity).toBeLessThan(limewaterAtOnce(tank, saturated, 10).salinity);
  });
});
