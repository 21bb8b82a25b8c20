import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../tank-model/simulate';
import { freshWaterIn, hoursUntil, largestReservoirL, toppedOffNoMore, type TopOffTank } from './accident';
import { daysLeft, leftAfter, refillsAhead, reservoirFor } from './reservoir';
import { siphonOf } from './siphon';

const tank: TopOffTank = { netVolumeL: 310, salinity: 35, evaporationLPerDay: 3.4, spareL: 33 };

/**
 * Mass balance worked by hand: S·V ÷ (V + R) while it fills; from the rim on as much runs over as comes in, so S falls as
 * exp(−(R − C) ÷ (V + C)).
 */
function closedForm({ netVolumeL: v, salinity: s, spareL: c = Infinity }: TopOffTank, r: number): number {
  return r <= c ? (s * v) / (v + r) : ((s * v) / (v + c)) * Math.exp(-(r - c) / (v + c));
}

const someTank = fc.record({
  netVolumeL: fc.double({ min: 20, max: 2000, noNaN: true }),
  salinity: fc.double({ min: 28, max: 38, noNaN: true }),
  evaporationLPerDay: fc.double({ min: 0, max: 10, noNaN: true }),
  spareL: fc.double({ min: 0, max: 200, noNaN: true }),
});

describe('the whole reservoir in the tank', () => {
  it('is the closed form, at once and through a pump', () => {
    fc.assert(
      fc.property(someTank, fc.double({ min: 0.5, max: 400, noNaN: true }), (any, litres) => {
        const still = { ...any, evaporationLPerDay: 0 };
        expect(freshWaterIn(still, litres).end.salinity).toBeCloseTo(closedForm(any, litres), 9);
        expect(freshWaterIn(still, litres, 60).end.salinity).toBeCloseTo(closedForm(any, litres), 9);
      }),
    );
  });
  it('spills what does not fit, and loses no salt', () => {
    fc.assert(
      fc.property(someTank, fc.double({ min: 0.5, max: 400, noNaN: true }), (any, litres) => {
        const { end } = freshWaterIn(any, litres);
        expect(end.spiltL).toBeCloseTo(Math.max(0, litres - any.spareL), 9);
        expect(end.volumeL).toBeCloseTo(any.netVolumeL + Math.min(litres, any.spareL), 9);
        expect(end.salinity * end.volumeL).toBeLessThanOrEqual(any.salinity * any.netVolumeL + 1e-6);
      }),
    );
  });
  it('is drawn through the moment it reaches the rim', () => {
    const { course, end } = freshWaterIn(tank, 45, 45);
    expect(end.hours).toBeCloseTo(1, 12);
    const rim = course.find(({ hours }) => Math.abs(hours - 33 / 45) < 1e-9);
    expect(rim?.spiltL).toBeCloseTo(0, 9);
    // What evaporates in the hour is all that the closed form leaves out.
    expect(Math.abs(end.salinity - closedForm(tank, 45))).toBeLessThan(0.02);
  });
  it('crosses a mark when the closed form does', () => {
    // By hand: 33 ppt at R = 310 × (35 ÷ 33 − 1) = 18.788 L, 0.4175 h at 45 L/h.
    const still = { ...tank, evaporationLPerDay: 0 };
    expect(hoursUntil(freshWaterIn(still, 45, 45), 33)).toBeCloseTo(18.7879 / 45, 5);
    expect(hoursUntil(freshWaterIn(still, 45, 45), 20)).toBeUndefined();
    expect(hoursUntil(freshWaterIn(still, 45, 45), 36)).toBe(0);
  });
});

describe('no top-off at all', () => {
  it('raises salinity as S·V ÷ (V − E·t)', () => {
    // By hand: 36 ppt when 310 × (1 − 35 ÷ 36) = 8.611 L are gone, after 2.5327 days.
    const hours = hoursUntil(toppedOffNoMore(tank), 36);
    expect(hours).toBeCloseTo((310 * (1 - 35 / 36) * 24) / 3.4, 6);
    for (const { hours: at, salinity } of toppedOffNoMore(tank).course)
      expect(salinity).toBeCloseTo((35 * 310) / (310 - (3.4 * at) / 24), 9);
  });
  it('never comes to an end where nothing evaporates', () => {
    expect(hoursUntil(toppedOffNoMore({ ...tank, evaporationLPerDay: 0 }), 36)).toBeUndefined();
  });
});

describe('the largest reservoir', () => {
  it('is the closed form turned about', () => {
    fc.assert(
      fc.property(someTank, fc.double({ min: 0.5, max: 8, noNaN: true }), (any, down) => {
        const floor = any.salinity - down;
        const { netVolumeL: v, salinity: s, spareL: c } = any;
        const filling = v * (s / floor - 1);
        const byHand = filling <= c ? filling : c + (v + c) * Math.log((s * v) / ((v + c) * floor));
        expect(largestReservoirL(any, floor, 5000)).toBeCloseTo(byHand, 5);
      }),
      { numRuns: 60 },
    );
  });
  it('is nought below the floor, and as large as asked where nothing hurts', () => {
    expect(largestReservoirL(tank, 36, 500)).toBeCloseTo(0, 6);
    expect(largestReservoirL(tank, 5, 40)).toBe(40);
  });
});

describe('a siphon', () => {
  const heights = { fullCm: 80, bottomCm: 40, outletCm: 50, broken: false };
  it('takes what stands above the hose’s end', () => {
    // By hand: 30 of 40 cm stand above it, three quarters of 40 L.
    expect(siphonOf(heights, 40)).toEqual({ runs: true, litres: 30, headCm: 30, runsBack: false });
  });
  it('stops at the sump’s water where the hose ends in it', () => {
    expect(siphonOf({ ...heights, sumpWaterCm: 60 }, 40).litres).toBe(20);
  });
  it('runs back where the hose ends under the sump’s water and the reservoir stands lower', () => {
    const under = { fullCm: 45, bottomCm: 5, outletCm: 30, broken: false, sumpWaterCm: 38 };
    expect(siphonOf(under, 40).runsBack).toBe(true);
    expect(siphonOf({ ...under, outletCm: 42 }, 40).runsBack).toBe(false);
    expect(siphonOf({ ...under, bottomCm: 40, fullCm: 80 }, 40).runsBack).toBe(false);
  });
  it('does not run uphill, nor past a hole that lets air in', () => {
    expect(siphonOf({ ...heights, outletCm: 85 }, 40)).toMatchObject({ runs: false, litres: 0 });
    expect(siphonOf({ ...heights, broken: true }, 40)).toMatchObject({ runs: false, litres: 0 });
  });
});

describe('the reservoir’s days', () => {
  const draw = { litresPerDay: 4, low: 3.2, high: 5 };
  it('are what is left by what is drawn', () => {
    expect(daysLeft(20, draw)).toEqual({ days: 5, soonest: 4, latest: 6.25 });
    expect(daysLeft(20, { litresPerDay: 0, low: 0, high: 0 })).toBeUndefined();
    expect(reservoirFor(14, draw)).toBe(70);
  });
  it('leave what the tank model leaves, and never less than nothing', () => {
    // By hand: 40 − 3.5 × 4 = 26 L.
    expect(leftAfter(40, 3.5, 4)).toBeCloseTo(26, 9);
    expect(leftAfter(40, 3.5, 40)).toBe(0);
    expect(leftAfter(40, 0, 40)).toBe(40);
    expect(leftAfter(40, 3.5, -1)).toBe(40);
  });
  it('put each refill a day before it could be dry', () => {
    const ahead = refillsAhead(0, 20, 40, draw, 3);
    // By hand: dry after 4 days at the most, so day 3; then every 40 ÷ 5 − 1 = 7 days, with 28 L at the likely rate.
    expect(ahead.map(({ at }) => at / DAY_MS)).toEqual([3, 10, 17]);
    expect(ahead.map(({ litres }) => litres)).toEqual([32, 28, 28]);
    expect(refillsAhead(0, 3, 8, draw, 3)).toEqual([]);
  });
});
