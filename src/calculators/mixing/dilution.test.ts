import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { refusalOf, valuesOf } from '../testing/run-calculator';

describe('dilution', () => {
  it('four changes of 30 % leave 24 % of the old water', () => {
    // 0.7^4 = 0.2401; common practice counts it so.
    const values = valuesOf<{ litresEachTime: number; levels: number[] }>('dilution', {
      of: 'nitrate',
      litres: 100,
      has: 100,
      adds: 0,
      target: 24.01,
      changes: 4,
    });
    expect(values.litresEachTime).toBeCloseTo(30, 2);
    expect(values.levels).toHaveLength(4);
  });

  it('lands on its target through the tank model, whatever was asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (share, changes) => {
          const target = 30 - 25 * share;
          const values = valuesOf<{ litresEachTime: number; levels: number[] }>('dilution', {
            of: 'nitrate',
            litres: 200,
            has: 30,
            adds: 5,
            target,
            changes,
          });
          expect(values.levels.at(-1)).toBeCloseTo(target, 9);
        },
      ),
    );
  });

  it('refuses what mixing cannot reach', () => {
    expect(refusalOf('dilution', { of: 'salinity', litres: 50, has: 35, adds: 33, target: 36 })?.hint).toMatch(
      /nothing beyond/,
    );
    expect(refusalOf('dilution', { of: 'nitrate', litres: 50, has: 20, adds: 0, target: 0 })?.hint).toMatch(
      /Only exchanging all/,
    );
    expect(
      refusalOf('dilution', { of: 'salinity', litres: 50, has: 1.026, adds: 0, target: 33 })?.suggestion,
    ).toBeUndefined();
  });
});
