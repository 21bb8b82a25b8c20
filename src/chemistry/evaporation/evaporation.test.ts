import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../tank-model/simulate';
import { rateFromRefills } from './from-refills';
import { poolEvaporationLPerDay } from './pool';
import { topOff } from './top-off';

describe('evaporation by formula', () => {
  const room = { waterC: 25.5, airC: 21, humidity: 0.5, salinity: 35 };
  it('gives 1.15 L/day from 0.61 × 0.61 m', () => {
    // ASHRAE Handbook—HVAC Applications, natatoriums, evaluated independently; keepers see 1.2–1.5 (common practice).
    expect(poolEvaporationLPerDay({ ...room, openSurfaceM2: 0.61 * 0.61 })).toBeCloseTo(1.15, 1);
  });
  it('gives 3.3 L/day from 1.08 m²', () => {
    expect(Math.abs(poolEvaporationLPerDay({ ...room, openSurfaceM2: 1.08 }) - 3.3)).toBeLessThan(0.1);
  });
  it('is nought, not negative, in air wetter than the water', () => {
    expect(poolEvaporationLPerDay({ openSurfaceM2: 1, waterC: 10, airC: 30, humidity: 1, salinity: 35 })).toBe(0);
  });
});

describe('evaporation by refills', () => {
  it('divides what was put back by the time it replaced', () => {
    // By hand: 11.5 + 12.5 L over 7 days; the first refill only starts the count.
    const rate = rateFromRefills([
      { at: 0, litres: 30 },
      { at: 3 * DAY_MS, litres: 11.5 },
      { at: 7 * DAY_MS, litres: 12.5 },
    ]);
    expect(rate?.litresPerDay).toBeCloseTo(24 / 7, 12);
    expect(rateFromRefills([{ at: 0, litres: 30 }])).toBeUndefined();
  });
});

describe('top-off', () => {
  const input = {
    now: 10 * DAY_MS,
    netVolumeL: 378,
    salinity: 35,
    reservoirL: 40,
    refills: [
      { at: 0, litres: 20 },
      { at: 6 * DAY_MS, litres: 21 },
    ],
    surroundings: { openSurfaceM2: 1, waterC: 25.5, airC: 21, humidity: 0.5 },
  };
  it('tells litres a day and days left', () => {
    const { values } = topOff.run(input);
    expect(values.litresPerDay).toBeCloseTo(3.5, 12);
    expect(values.leftL).toBeCloseTo(40 - 4 * 3.5, 12);
    expect(values.daysLeft).toBeCloseTo(26 / 3.5, 12);
  });
  it('tells the worst case: S·V/(V + R)', () => {
    expect(topOff.run(input).values.worstSalinity).toBeCloseTo((35 * 378) / 418, 9);
  });
  it('falls back on the formula, and says it is rough', () => {
    const rough = topOff.run({ ...input, refills: [] });
    expect(rough.answer.certainty).toBe('rough');
    expect(rough.values.litresPerDay).toBe(rough.values.roughLPerDay);
  });
  it('says when it has run dry', () => {
    const dry = topOff.run({ ...input, now: 60 * DAY_MS });
    expect(dry.values.leftL).toBe(0);
    expect(dry.answer.says[0]).toMatch(/now/);
  });
});
