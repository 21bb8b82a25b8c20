import fc from 'fast-check';
import { labelPoints } from './label-points';
import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { DEFAULT_UNITS, preferredUnit } from '@/quantities/quantity';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { axisFor, whisker } from './axis';
import { levelsOf, seriesPoints } from './series-points';

const unit = preferredUnit('alkalinity', DEFAULT_UNITS);
const reading = (day: number, dkh: number) => ({
  at: day * DAY_MS,
  value: dkh * DKH,
  sd: 0.12 * DKH,
  raw: dkh * DKH,
  correction: 0,
  entryId: String(day),
});
const base = { ahead: [], planned: [], from: 0, to: 40 * DAY_MS, unit };

describe('the points of a chart', () => {
  it('are in the keeper’s unit, with the test’s own error as a whisker', () => {
    const [point] = seriesPoints({ ...base, readings: [reading(3, 8.3)] });
    expect(point?.value).toBeCloseTo(8.3, 9);
    expect(point?.error?.[0]).toBeCloseTo(0.12, 9);
  });

  it('of a bound reach from what it is down to none, and are marked as no level', () => {
    const [point] = seriesPoints({ ...base, readings: [{ ...reading(3, 2), bound: 'below' }] });
    expect(point?.bound).toBe('below');
    expect(point?.error).toEqual([point?.value, 0]);
    expect(seriesPoints({ ...base, readings: [{ ...reading(3, 2), bound: 'above' }] })[0]?.error).toEqual([0, 0]);
  });

  it('need room for their whiskers, and for what lies ahead', () => {
    const points = seriesPoints({
      ...base,
      readings: [reading(3, 8.3), reading(5, 8.1)],
      ahead: [{ at: 9 * DAY_MS, value: 7.5 * DKH, low: 7 * DKH, high: 8 * DKH }],
    });
    const levels = levelsOf(points);
    expect(Math.max(...levels)).toBeCloseTo(8.42, 9);
    expect(Math.min(...levels)).toBeCloseTo(7.5, 9);
    expect(levelsOf([{ at: 1, value: null }])).toEqual([]);
  });

  it('of one moment stand beside each other: neither hides the other, and a doubt is its own', () => {
    const trend = { points: [], t95: 1.96, doubted: [3 * DAY_MS] };
    const points = seriesPoints({ ...base, trend, readings: [reading(3, 8.3), reading(3, 7.7), reading(5, 8)] });
    const shown = points.map(({ value }) => Math.round((value ?? 0) * 10) / 10);
    expect(shown).toEqual([8.3, 7.7, 8]);
    expect(points.map(({ doubted }) => doubted)).toEqual([true, true, undefined]);
  });

  it('break the line where too long a gap was not seen', () => {
    const points = seriesPoints({ ...base, readings: [reading(1, 8), reading(9, 8.1), reading(30, 8.2)] });
    expect(points.map(({ value }) => value === null)).toEqual([false, false, true, false]);
  });

  it('keep a lead-in before the stretch, without a whisker that would lie on the axis', () => {
    const points = seriesPoints({ ...base, readings: [reading(-50, 8), reading(-5, 8), reading(3, 8)] });
    expect(points.filter(({ value }) => typeof value === 'number')).toHaveLength(2);
    expect(points.find(({ at }) => at === -5 * DAY_MS)?.error).toBeUndefined();
  });

  it('join reading and outlook of one moment', () => {
    const points = seriesPoints({
      ...base,
      readings: [reading(3, 8)],
      ahead: [
        { at: 3 * DAY_MS, value: 8.1 * DKH, low: 8 * DKH, high: 8.2 * DKH },
        { at: 4 * DAY_MS, value: 8 * DKH, low: 7.8 * DKH, high: 8.2 * DKH },
      ],
      planned: [{ at: 4 * DAY_MS, value: 8.05 * DKH, low: 8 * DKH, high: 8.1 * DKH }],
    });
    expect(points).toHaveLength(2);
    expect(points[0]).toMatchObject({ value: 8, doubt: [expect.closeTo(8, 9), expect.closeTo(8.2, 9)] });
    expect(points[1]?.planned).toBeCloseTo(8.05, 9);
  });
});

describe('an axis', () => {
  it('holds every level, on round ticks in even steps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 2000, noNaN: true }),
        fc.double({ min: 1e-3, max: 500, noNaN: true }),
        (low, span) => {
          const [from, to, ticks] = axisFor(low, low + span);
          expect(from).toBeLessThanOrEqual(low);
          expect(to).toBeGreaterThanOrEqual(low + span);
          expect(ticks.length).toBeGreaterThanOrEqual(3);
          expect(ticks.length).toBeLessThanOrEqual(8);
          const steps = ticks.slice(1).map((tick, i) => tick - (ticks[i] ?? 0));
          expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(1e-6 * span + 1e-9);
        },
      ),
    );
  });

  it('never starts negative for what cannot be negative, and stands for a flat line too', () => {
    expect(axisFor(0.01, 0.4)[0]).toBe(0);
    const [from, to] = axisFor(35, 35);
    expect(from).toBeLessThan(35);
    expect(to).toBeGreaterThan(35);
  });

  it('a whisker stops at nought', () => {
    expect(whisker(0.005, 0.01)).toEqual([0.005, 0.01]);
    expect(whisker(0.5, 0.01)).toEqual([0.01, 0.01]);
  });
});

describe('names of lines', () => {
  const row = (days: number, ...levels: number[]) => ({
    days,
    ...Object.fromEntries(levels.map((level, i) => [`line${i}`, level])),
  });

  it('stand at the ends where those lie apart', () => {
    expect(labelPoints([row(0, 1, 1), row(1, 1, 2), row(2, 1, 3)], 2)).toEqual([2, 2]);
  });

  it('stand where lines that end together are apart, and not over each other', () => {
    const points = Array.from({ length: 25 }, (_, i) => row(i, Math.sin(i / 3.9), Math.sin(i / 3.9) / 2, 0));
    const at = labelPoints(points, 3);
    const levels = at.map((i, line) => (points[i] as Record<string, number>)[`line${line}`] ?? 0);
    expect(at.every((i) => i >= 0)).toBe(true);
    for (const [a, b] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const)
      expect(Math.abs((levels[a] ?? 0) - (levels[b] ?? 0))).toBeGreaterThan(0.18);
  });

  it('of a line that is nowhere has no place', () => {
    expect(labelPoints([row(0, 1), row(1, 1)], 2)).toEqual([1, -1]);
  });
});
