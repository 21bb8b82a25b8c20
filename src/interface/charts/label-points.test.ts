import { describe, expect, it } from 'vitest';
import { axisFor, whisker } from './axis';
import { labelPoints } from './label-points';

describe('where lines are named', () => {
  const rows = (...lines: ((days: number) => number)[]): Readonly<Record<string, number>>[] =>
    [0, 5, 10, 15, 20].map((days) => ({
      days,
      ...Object.fromEntries(lines.map((line, i) => [`line${i}`, line(days)])),
    }));

  it('at their ends, where those lie apart', () => {
    expect(
      labelPoints(
        rows(
          (d) => d,
          (d) => 20 - d,
        ),
        2,
      ),
    ).toEqual([4, 4]);
  });

  it('where they stand farthest apart, where their ends meet, and not at the left edge', () => {
    const meeting = rows(
      (d) => 10 + Math.max(0, 10 - Math.abs(d - 10)),
      () => 10,
    );
    const [first = -1, second = -1] = labelPoints(meeting, 2);
    expect(meeting[first]?.['days']).toBe(10);
    expect(second).not.toBe(0);
    expect(Math.abs((meeting[first]?.['line0'] ?? 0) - (meeting[second]?.['line1'] ?? 0))).toBeGreaterThan(0);
  });

  it('nowhere, where a line has no point', () => {
    expect(labelPoints([{ days: 0, line0: 1 }], 2)[1]).toBe(-1);
  });
});

describe('an axis of levels', () => {
  it('stands a little outside the levels, in round steps, and not below zero for what is not', () => {
    const [low, high, ticks] = axisFor(7.9, 8.4);
    expect(low).toBeLessThan(7.9);
    expect(high).toBeGreaterThan(8.4);
    expect(ticks.length).toBeGreaterThanOrEqual(3);
    for (const tick of ticks) expect(tick).toBeCloseTo(Number(tick.toFixed(1)), 9);
    expect(axisFor(0, 0.04)[0]).toBe(0);
    // One level alone has an axis too.
    expect(axisFor(8, 8)[1]).toBeGreaterThan(8);
  });

  it('has no whisker that reaches below zero', () => {
    expect(whisker(0.02, 0.05)).toEqual([0.02, 0.05]);
    expect(whisker(8, 0.1)).toEqual([0.1, 0.1]);
  });
});
