import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { weightedQuantile } from './weighted-quantile';

describe('quantiles by weight', () => {
  it('are those of a list in which each value stands as often as it weighs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: -5, max: 5, noNaN: true }), fc.integer({ min: 1, max: 4 })), {
          minLength: 1,
          maxLength: 20,
        }),
        (pairs) => {
          const spelt = pairs
            .flatMap(([value, times]) => Array.from({ length: times }, () => value))
            .toSorted((a, b) => a - b);
          const [middle, low] = weightedQuantile(
            pairs.map(([value]) => value),
            pairs.map(([, times]) => times),
            [0.5, 0],
          );
          expect(middle).toBe(spelt[Math.ceil(spelt.length / 2) - 1]);
          expect(low).toBe(spelt[0]);
        },
      ),
    );
  });
});
