import { describe, expect, it } from 'vitest';
import { WHOLE } from '@/testing/tier';
import { stageByTests } from './stage-by-tests';
import { cycleScore } from './testing/cycle-score';
import { OUTSIDE_FORMS, outsideCycle } from './testing/outside-cycles';

/** Tanks that cycle by other books than the model's (`testing/outside-cycles.ts`); `npm run bench` asks more of them, on other seeds. */
describe('a cycle by another book', () => {
  it('is one: both rise and fall, the slow in weeks and the fast in one', () => {
    for (const form of OUTSIDE_FORMS) {
      const [slow, fast] = [outsideCycle(1, form, 0.2), outsideCycle(1, form, 1)];
      expect(Math.max(...slow.nitrite)).toBeGreaterThan(1);
      expect(slow.endDay ?? 0).toBeGreaterThan(14);
      expect(fast.endDay ?? 99).toBeLessThan(21);
    }
  });

  it.each(OUTSIDE_FORMS)(
    '%s: its end lies in the range, whenever it is asked, and none is called cycled too soon',
    (form) => {
      const { held, tooSoon, asked } = cycleScore(form, [0.2, 0.6, 1], WHOLE ? 3 : 2, 700);
      expect(asked).toBeGreaterThanOrEqual(24);
      // Of as many, of which 95 in 100 are meant: two and a half standard deviations.
      expect(held).toBeGreaterThan(85);
      expect(tooSoon).toBe(0);
    },
  );
});

describe('the stage by its tests', () => {
  const steps = { ammonia: 0.25, nitrite: 0.25 };
  const of = (ammonia: number[], nitrite: number[]) =>
    stageByTests(
      ammonia.map((a, i) => ({ ammonia: a, nitrite: nitrite[i] })),
      steps,
    );
  it('two that fall are falling: ammonia 0, 0, 0 and nitrite 3, 2, 0.25', () => {
    expect(of([0, 0, 0], [3, 2, 0.25])).toBe('nitrite falling');
    expect(of([4, 2, 1], [0, 0.5, 1])).toBe('ammonia falling');
    expect(of([2, 0, 0], [1, 0, 0])).toBe('waiting to confirm');
  });
  it('what rises, wavers or was read once is left to what tanks do', () => {
    expect(of([1, 2, 4], [0, 0, 0])).toBeUndefined();
    expect(of([0, 0, 0], [2, 1, 2])).toBeUndefined();
    expect(of([2], [1])).toBeUndefined();
    expect(of([0, 0], [0, 0])).toBeUndefined();
    expect(of([2, 1, 0], [5, 5, 5])).toBeUndefined();
  });
});
