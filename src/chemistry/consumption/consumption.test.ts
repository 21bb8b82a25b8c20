import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { MMOL_PER_L_PER_DKH } from '../units/kinds';
import { solutionStrength } from '../reagents/solution';
import type { TankEvent } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { eachSpecies } from '../tank-model/water';
import { estimateConsumption } from './estimate';
import { weightedFit } from './weighted-fit';

describe('the weighted fit', () => {
  it('reproduces NIST StRD Norris', () => {
    // NIST Statistical Reference Datasets, Norris: data and certified values (recalled from memory; the certified
    // digits come back only if every row is right).
    const y = [
      0.1, 338.8, 118.1, 888.0, 9.2, 228.1, 668.5, 998.5, 449.1, 778.9, 559.2, 0.3, 0.1, 778.1, 668.8, 339.3, 448.9,
      10.8, 557.7, 228.3, 998.0, 888.8, 119.6, 0.3, 0.6, 557.6, 339.3, 888.0, 998.5, 778.9, 10.2, 117.6, 228.9, 668.4,
      449.2, 0.2,
    ];
    const x = [
      0.2, 337.4, 118.2, 884.6, 10.1, 226.5, 666.3, 996.3, 448.6, 777.0, 558.2, 0.4, 0.6, 775.5, 666.9, 338.0, 447.5,
      11.6, 556.0, 228.1, 995.8, 887.6, 120.2, 0.3, 0.3, 556.8, 339.1, 887.2, 999.0, 779.0, 11.1, 118.3, 229.2, 669.1,
      448.9, 0.5,
    ];
    const result = weightedFit(x.map((v, i) => ({ u: 1, v, y: y[i] ?? Number.NaN, sd: 1 })));
    expect(result.a).toBeCloseTo(-0.262323073774029, 11);
    expect(result.b).toBeCloseTo(1.00211681802045, 13);
    // Certified standard deviations of the estimates: 0.232818234301152 and 0.000429796848199937.
    const residualSd = Math.sqrt(result.chiSquare / (y.length - 2));
    expect(result.aSd * residualSd).toBeCloseTo(0.232818234301152, 10);
    expect(result.bSd * residualSd).toBeCloseTo(0.000429796848199937, 13);
  });
});

const DKH = MMOL_PER_L_PER_DKH;
const carbonate = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]);
const twentyMlADay: TankEvent = {
  kind: 'rate',
  at: -DAY_MS,
  source: 'carbonate',
  perDay: { alkalinity: 0.02 * carbonate.alkalinityMmolPerL },
};

describe('consumption from readings', () => {
  it('is 0.473 dKH/day in the worked case', () => {
    // Worked by hand: 310 L, 80 g/L Na2CO3 at 20 mL/day gives 0.273 dKH/day; 8.6 falls to 7.8 in 4 days, 0.2 a day more.
    const estimate = estimateConsumption({
      species: 'alkalinity',
      volumeL: 310,
      events: [twentyMlADay],
      readings: [
        { at: 0, value: 8.6 * DKH },
        { at: 4 * DAY_MS, value: 7.8 * DKH },
      ],
    });
    expect((estimate?.perDay ?? 0) / DKH).toBeCloseTo(0.473, 3);
    // Two readings: √2 × test error over the days between.
    expect((estimate?.perDaySd ?? 0) / DKH).toBeCloseTo((Math.SQRT2 * 0.12) / 4, 6);
    expect((estimate?.driftPerDay ?? 0) / DKH).toBeCloseTo(-0.2, 9);
  });

  it('comes back from readings the model made, through doses, water changes and a reactor', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.4, noNaN: true }), fc.integer({ min: 2, max: 9 }), (perDay, count) => {
        const events: TankEvent[] = [
          twentyMlADay,
          {
            kind: 'exchange',
            at: 3.3 * DAY_MS,
            volumeL: 45,
            water: { salinity: 35, alkalinity: 3.6, dic: 3.1, calcium: 450, magnesium: 1380, nitrate: 0, phosphate: 0 },
          },
          { kind: 'addition', at: 5.1 * DAY_MS, amounts: { alkalinity: 40 } },
          { kind: 'loop', at: 6 * DAY_MS, source: 'reactor', litresPerDay: 3, returns: { alkalinity: 9 } },
        ];
        const at = Array.from({ length: count }, (_, i) => (i * 12 * DAY_MS) / (count - 1));
        const start = { at: 0, volumeL: 310, water: eachSpecies((s) => (s === 'alkalinity' ? 9 : 0)) };
        const life: TankEvent = { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -perDay * 310 } };
        const readings = simulate(start, [...events, life], at).map((state) => ({
          at: state.at,
          value: state.water.alkalinity,
        }));
        const estimate = estimateConsumption({ species: 'alkalinity', volumeL: 310, events, readings });
        expect(estimate?.perDay).toBeCloseTo(perDay, 9);
        expect(estimate?.setAside).toEqual([]);
      }),
    );
  });

  it('says nothing from one reading, or from two on one evening', () => {
    const of = (readings: { at: number; value: number }[]) =>
      estimateConsumption({ species: 'calcium', volumeL: 100, events: [], readings });
    expect(of([{ at: 0, value: 430 }])).toBeUndefined();
    expect(
      of([
        { at: 0, value: 430 },
        { at: DAY_MS / 8, value: 420 },
      ]),
    ).toBeUndefined();
  });

  it('sets aside one reading beyond belief and says which', () => {
    const readings = [1300, 1292, 1500, 1275, 1268, 1262].map((value, i) => ({ at: i * 5 * DAY_MS, value }));
    const estimate = estimateConsumption({ species: 'magnesium', volumeL: 500, events: [], readings });
    expect(estimate?.setAside.map((reading) => reading.value)).toEqual([1500]);
    expect(estimate?.perDay).toBeCloseTo(1.55, 1);
  });
});
