import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { MMOL_PER_L_PER_DKH } from '../conversion';
import { solutionStrength } from '../reagents/solution';
import type { TankEvent } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { eachSpecies } from '../tank-model/water';
import { fitTrend } from './trend';

const DKH = MMOL_PER_L_PER_DKH;
const carbonate = solutionStrength([{ reagent: 'sodium-carbonate', gramsPerL: 80 }]);
const twentyMlADay: TankEvent = {
  kind: 'rate',
  at: -DAY_MS,
  source: 'carbonate',
  perDay: { alkalinity: 0.02 * carbonate.alkalinityMmolPerL },
};

describe('a trend through readings', () => {
  it('is 0.473 dKH/day in the worked case', () => {
    // Worked by hand: 310 L, 80 g/L Na2CO3 at 20 mL/day gives 0.273 dKH/day; 8.6 falls to 7.8 in 4 days, 0.2 a day more.
    const estimate = fitTrend({
      species: 'alkalinity',
      volumeL: 310,
      events: [twentyMlADay],
      observations: [
        { at: 0, value: 8.6 * DKH, sd: 0.12 * DKH },
        { at: 4 * DAY_MS, value: 7.8 * DKH, sd: 0.12 * DKH },
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
          sd: 0.12 * DKH,
        }));
        const estimate = fitTrend({ species: 'alkalinity', volumeL: 310, events, observations: readings });
        expect(estimate?.perDay).toBeCloseTo(perDay, 9);
        expect(estimate?.outliers).toEqual([]);
      }),
    );
  });

  it('says nothing from one reading, or from two on one evening', () => {
    const of = (readings: { at: number; value: number }[]) =>
      fitTrend({
        species: 'calcium',
        volumeL: 100,
        events: [],
        observations: readings.map((each) => ({ ...each, sd: 8 })),
      });
    expect(of([{ at: 0, value: 430 }])).toBeUndefined();
    expect(
      of([
        { at: 0, value: 430 },
        { at: DAY_MS / 8, value: 420 },
      ]),
    ).toBeUndefined();
  });

  it('says nothing across a change of all the water, with a single reading on its other side', () => {
    const water = eachSpecies(() => 3);
    const events: TankEvent[] = [{ kind: 'exchange', at: 3.5 * DAY_MS, volumeL: 60, water }];
    for (const volumeL of [60, 50, 1, 0.1])
      for (const days of [
        [0, 4],
        [0, 1, 2, 3, 4],
        [0, 4, 5],
        [1, 2, 3, 4, 5],
      ]) {
        const readings = days.map((day) => ({ at: day * DAY_MS, value: 2.9 - day * 0.1, sd: 0.04 }));
        const estimate = fitTrend({ species: 'alkalinity', volumeL, events, observations: readings });
        expect(Number.isFinite(estimate?.perDay ?? 0)).toBe(true);
      }
  });

  it('sets aside one reading beyond belief and says which', () => {
    const readings = [1300, 1292, 1500, 1275, 1268, 1262].map((value, i) => ({ at: i * 5 * DAY_MS, value, sd: 25 }));
    const estimate = fitTrend({ species: 'magnesium', volumeL: 500, events: [], observations: readings });
    expect(estimate?.outliers.map((reading) => reading.value)).toEqual([1500]);
    expect(estimate?.perDay).toBeCloseTo(1.55, 1);
  });
});
