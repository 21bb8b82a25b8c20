import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltGIn } from './saltwater';
import { learnSalt, type MeasuredBatch } from './learn-salt';

/** A batch as it would read, were the salt and the vessel exactly these. */
function batchOf(gramsPerL: number, factor: number, salinity: number, vessel?: string): MeasuredBatch {
  return { volumeL: 40, saltG: saltGIn(40 * factor, salinity, gramsPerL), salinity, vessel };
}

describe('what batches teach', () => {
  it('batches without a vessel give back the salt they were made with', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 35, max: 42, noNaN: true }),
        fc.array(fc.double({ min: 28, max: 38, noNaN: true }), { minLength: 1, maxLength: 12 }),
        (grams, salinities) => {
          const learnt = learnSalt(salinities.map((salinity) => batchOf(grams, 1, salinity)));
          // The faint prior of "somewhere between 33 and 50" pulls one batch by a thousandth of the way.
          expect(learnt?.salt.gramsPerLAt35).toBeCloseTo(grams, 1);
          expect(learnt?.salt.batches).toBe(salinities.length);
        },
      ),
    );
  });

  it('the error shrinks as one over the root of the batches', () => {
    const error = (count: number) =>
      learnSalt(Array.from({ length: count }, () => batchOf(38.5, 1, 35)))?.salt.error ?? NaN;
    expect(error(1)).toBeCloseTo(0.012, 3);
    expect(error(1) / error(16)).toBeCloseTo(4, 1);
  });

  it('batches that scatter more than the instrument does are believed less', () => {
    const calm = learnSalt([38.4, 38.5, 38.6].map((grams) => batchOf(grams, 1, 35)));
    const wild = learnSalt([35, 38.5, 42].map((grams) => batchOf(grams, 1, 35)));
    expect(wild?.salt.error).toBeGreaterThan(4 * (calm?.salt.error ?? Infinity));
  });

  it('a drum whose mark is 6 % short shows beside one that is right', () => {
    const batches = [1, 2, 3, 4].flatMap(() => [batchOf(38.5, 1, 35, 'bucket'), batchOf(38.5, 0.94, 35, 'drum')]);
    const learnt = learnSalt(batches);
    const [bucket, drum] = [learnt?.vessels.get('bucket'), learnt?.vessels.get('drum')];
    expect((drum?.factor ?? 0) / (bucket?.factor ?? 0)).toBeCloseTo(0.94, 2);
    // Of two that disagree no one can say which mark is right, so each takes half of the blame.
    expect(drum?.factor).toBeLessThan(0.98);
    expect(drum?.error).toBeGreaterThan(0.01);
    expect(drum?.batches).toBe(4);
  });

  it('one vessel alone leaves its mark as it is and says how sure that is', () => {
    const learnt = learnSalt([1, 2, 3, 4, 5, 6].map(() => batchOf(38.5, 1, 35, 'drum')));
    expect(learnt?.vessels.get('drum')?.factor).toBeCloseTo(1, 3);
    expect(learnt?.vessels.get('drum')?.error).toBeCloseTo(0.02, 2);
    expect(learnt?.salt.error).toBeGreaterThan(0.015);
  });

  it('nothing is learnt from nothing, nor from figures that cannot be', () => {
    expect(learnSalt([])).toBeUndefined();
    expect(learnSalt([{ volumeL: 0, saltG: 100, salinity: 35 }])).toBeUndefined();
  });
});
