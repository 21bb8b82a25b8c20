import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { answered, valuesOf } from '../testing/run-calculator';

const now = 400 * DAY_MS;
const read = (...pairs: readonly (readonly [daysAgo: number, value: number])[]) =>
  pairs.map(([daysAgo, value]) => ({ at: now - daysAgo * DAY_MS, value }));
const asked = (nitrate: ReturnType<typeof read>, phosphate: ReturnType<typeof read>) => ({ now, nitrate, phosphate });
const warns = (...[nitrate, phosphate]: Parameters<typeof asked>) =>
  valuesOf<{ warns: boolean }>('zero-nutrients', asked(nitrate, phosphate)).warns;

// Common practice: zero nitrate and zero phosphate for weeks is a warning, not a success, in every school.
describe('nitrate and phosphate at zero', () => {
  const weeks = read([28, 0], [21, 0], [14, 0.1], [7, 0], [1, 0]);

  it('for weeks, both of them, is a warning with how long and what is done', () => {
    const { sentence, cautions } = answered('zero-nutrients', asked(weeks, read([27, 0], [13, 0.005], [1, 0])));
    expect(sentence).toBe('Feed more: nitrate and phosphate have both read zero for 26 days.');
    expect(cautions[0]?.says.join(' ')).toMatch(/skimmer half the day only.*alkalinity near 8 dKH/);
  });

  it('is counted from the later of the two, and to the earlier last reading', () => {
    const { zeroForDays } = valuesOf<{ zeroForDays: number }>(
      'zero-nutrients',
      asked(weeks, read([28, 0.06], [20, 0], [4, 0])),
    );
    expect(zeroForDays).toBeCloseTo(16, 9);
  });

  it('is none where one of them shows, where it is young, or where the readings are old', () => {
    expect(warns(weeks, read([21, 0], [7, 0.03]))).toBe(false);
    expect(warns(read([21, 0], [7, 0.5], [1, 0]), read([21, 0], [1, 0]))).toBe(false);
    expect(warns(read([8, 0], [1, 0]), read([8, 0], [1, 0]))).toBe(false);
    expect(warns(read([90, 0], [60, 0]), read([90, 0], [60, 0]))).toBe(false);
    expect(warns([], read([20, 0], [1, 0]))).toBe(false);
  });
});
