import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { entriesBetween } from './entries-of';

const times = fc
  .array(fc.integer({ min: 0, max: 40 }), { maxLength: 30 })
  .map((list) => list.toSorted((a, b) => a - b));

describe('what lies within a stretch of a list in order of time', () => {
  it('is what looking through all of it finds', () => {
    fc.assert(
      fc.property(times, fc.integer({ min: -2, max: 42 }), fc.integer({ min: -2, max: 42 }), (list, a, b) => {
        const timed = list.map((at) => ({ at }));
        const [after, upTo] = [Math.min(a, b), Math.max(a, b)];
        expect(entriesBetween(timed, after, upTo)).toEqual(timed.filter(({ at }) => at > after && at <= upTo));
      }),
    );
  });

  it('of an empty list, and of all time, is all there is', () => {
    expect(entriesBetween([], 0, 10)).toEqual([]);
    expect(entriesBetween([{ at: 1 }, { at: 5 }], -Infinity, Infinity)).toEqual([{ at: 1 }, { at: 5 }]);
  });
});
