import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { DEFAULT_UNITS, preferredUnit } from '@/quantities/quantity';
import type { TankObservation } from '@/derived/observations/observations';
import { levelsOf, seriesPoints } from './series-points';

const dkh = preferredUnit('alkalinity', DEFAULT_UNITS);
const day = (n: number) => n * DAY_MS;
const reading = (n: number, value: number, more: Partial<TankObservation> = {}) =>
  ({ at: day(n), value, sd: 0.05, ...more }) as TankObservation;
const drawn = (more: Partial<Parameters<typeof seriesPoints>[0]>) =>
  seriesPoints({ readings: [], ahead: [], planned: [], from: 0, to: day(30), unit: dkh, ...more });

describe('the points of a chart', () => {
  it('are in the keeper’s unit, in order of time, with their error', () => {
    const points = drawn({ readings: [reading(1, 2.8), reading(2, 2.9)] });
    // 2.8 meq/L: 1 dKH is 10 mg/L CaO, which is 0.35663 meq/L (CIAAW masses), so 7.851 dKH; 0.05 meq/L are 0.14 dKH.
    expect(points.map(({ value }) => value)).toEqual([expect.closeTo(7.851, 2), expect.closeTo(8.132, 2)]);
    expect(points[0]?.error).toEqual([expect.closeTo(0.14, 2), expect.closeTo(0.14, 2)]);
    expect(levelsOf(points)).toHaveLength(4);
  });

  it('no figure of a trend, an outlook or a plan is none', () => {
    const points = drawn({
      readings: [reading(1, 2.8)],
      ahead: [{ at: day(31), value: 2.7, low: 2.6, high: 2.8 }],
      planned: [{ at: day(31), value: 2.9, low: 2.9, high: 2.9 }],
      trend: { points: [{ at: day(1), level: 2.8, levelSd: 0.1 }] as never, doubted: [] },
    });
    const numbers = points.flatMap((point) => Object.values(point).flat()).filter((each) => typeof each === 'number');
    expect(numbers.length).toBeGreaterThan(8);
    expect(numbers.every(Number.isFinite)).toBe(true);
    // 0.1 × 1.96 on either side.
    const [low = 0, high = 0] = points.find(({ trendRange }) => trendRange)?.trendRange ?? [];
    expect(high - low).toBeCloseTo(dkh.fromCanonical(2 * 1.96 * 0.1), 9);
  });

  it('break where nobody tested for more than sixteen days, and show both readings of one moment', () => {
    expect(drawn({ readings: [reading(1, 2.8), reading(18, 2.8)] }).map(({ value }) => value)).toContain(null);
    expect(drawn({ readings: [reading(1, 2.8), reading(17, 2.8)] }).map(({ value }) => value)).not.toContain(null);
    expect(drawn({ readings: [reading(1, 2.8), reading(1, 2.9)] })).toHaveLength(2);
  });

  it('a bound leaves all below it open, and has no end above it', () => {
    const [below] = drawn({ readings: [reading(1, 2.8, { bound: 'below' })] });
    expect(below?.error).toEqual([below?.value, 0]);
    const [above] = drawn({ readings: [reading(1, 2.8, { bound: 'above' })] });
    expect(above?.error).toEqual([0, 0]);
  });

  it('outside the stretch lead a line into it, without a whisker', () => {
    const points = drawn({ readings: [reading(-50, 2.8), reading(-10, 2.8), reading(1, 2.8)] });
    expect(
      points.filter(({ value }) => value !== null).map(({ at, error }) => [at / DAY_MS, error !== undefined]),
    ).toEqual([
      [-10, false],
      [1, true],
    ]);
  });
});
