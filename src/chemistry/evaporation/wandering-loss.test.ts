import { describe, expect, it } from 'vitest';
import { WHOLE } from '@/testing/tier';
import { DAY_MS } from '../tank-model/time';
import { oddAmong } from './from-refills';
import { refillAccount } from './refill-account';
import { LOSSES, lossScore } from './testing/loss-score';
import { wanderingLoss } from './wandering-loss';

const TANKS = WHOLE ? 120 : 60;

describe('what a tank will lose', () => {
  // Tanks of `testing/outside-loss.ts`: three months of refills. Of sixty tanks: about six in a hundred either way.
  it.each(Object.entries(LOSSES))('%s: next week is held, and no wider than that takes', (_, tank) => {
    const { week, fortnight, lasted, half, needed } = lossScore(tank, TANKS, 5000);
    expect(week).toBeGreaterThan(88);
    expect(fortnight).toBeGreaterThan(84);
    expect(lasted).toBeGreaterThan(88);
    expect(half).toBeLessThan(1.6 * needed);
  });

  const gap = (from: number, to: number, litres: number, ranDry = false) => ({
    from: from * DAY_MS,
    to: to * DAY_MS,
    days: to - from,
    litres,
    ranDry,
    against: 1,
  });

  it('of an even loss is that loss, by hand', () => {
    const told = wanderingLoss(
      Array.from({ length: 12 }, (_, i) => gap(7 * i, 7 * i + 7, 21)),
      4,
      0.2,
      84 * DAY_MS,
    )?.(7);
    expect(told?.litresPerDay).toBeCloseTo(3, 1);
    expect(told?.low).toBeLessThan(3);
    expect(told?.high).toBeGreaterThan(3);
  });

  it('follows the room: the same tank in air that asks for half as much again', () => {
    const gaps = Array.from({ length: 8 }, (_, i) => ({ ...gap(7 * i, 7 * i + 7, 14), against: 2 / 3 }));
    expect(wanderingLoss(gaps, 4, 0.2, 56 * DAY_MS)?.(7).litresPerDay).toBeCloseTo(3, 1);
  });

  it('a gap that ran dry is a bound: more is believed, and never less', () => {
    const whole = Array.from({ length: 4 }, (_, i) => gap(7 * i, 7 * i + 7, 21));
    const dry = (litres: number) =>
      wanderingLoss([...whole, gap(28, 35, litres, true)], 4, 0.2, 35 * DAY_MS)?.(7).litresPerDay ?? NaN;
    const without = wanderingLoss(whole, 4, 0.2, 35 * DAY_MS)?.(7).litresPerDay ?? NaN;
    expect(dry(5)).toBeCloseTo(without, 2);
    expect(dry(30)).toBeGreaterThan(without + 0.2);
  });

  it('refills logged twice, forgotten, or in gallons are asked about, and tell nothing of the week to come', () => {
    const refills = Array.from({ length: 12 }, (_, i) => ({ at: 7 * (i + 1) * DAY_MS, litres: 21 }));
    const told = (given: typeof refills) => {
      const { gaps } = refillAccount(given, [], { reservoirL: 40, netVolumeL: 400 });
      return wanderingLoss(
        gaps.map((each) => ({ ...each, against: 1 })),
        4,
        0.6,
        84 * DAY_MS,
      )?.(7);
    };
    const twice = [...refills, { at: 42 * DAY_MS + 600_000, litres: 21 }].toSorted((a, b) => a.at - b.at);
    expect(told(twice)?.litresPerDay).toBeCloseTo(told(refills)?.litresPerDay ?? NaN, 3);
    // Every fourth by a second keeper, in US gallons: 5.55 where 21 L went in. Those gaps are odd ones.
    const gallons = refills.map((each, i) => (i % 4 === 3 ? { ...each, litres: 21 / 3.785 } : each));
    const { gaps } = refillAccount(gallons, [], { reservoirL: 40, netVolumeL: 400 });
    const odd = oddAmong(gaps, 0.6);
    expect(odd).toHaveLength(3);
    const kept = gaps.filter(({ from }) => !odd.some((each) => each.from === from));
    const week = wanderingLoss(
      kept.map((each) => ({ ...each, against: 1 })),
      4,
      0.6,
      84 * DAY_MS,
    )?.(7);
    expect(week?.litresPerDay).toBeCloseTo(3, 1);
    // One forgotten is a gap of a fortnight with a week's litres.
    const missing = refillAccount(
      refills.filter((_, i) => i !== 6),
      [],
      { reservoirL: 40, netVolumeL: 400 },
    );
    expect(oddAmong(missing.gaps, 0.6)).toHaveLength(1);
    expect(wanderingLoss([], 4, 0.2, 0)).toBeUndefined();
    expect(wanderingLoss([gap(0, 7, 21)], 0, 0.2, 7 * DAY_MS)).toBeUndefined();
  });
});
