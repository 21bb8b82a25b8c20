import { describe, expect, it } from 'vitest';
import { answered, valuesOf } from '../testing/run-calculator';

const DAY = 86_400_000;
const now = Date.UTC(2026, 10, 24);
const asked = (inDays: number) => ({ now, changeL: '60 L', everyDays: 14, nextAt: now + inDays * DAY });

describe('the next change', () => {
  it('is told from two days before, as due and then as late', () => {
    const of = (inDays: number) => valuesOf<{ soon: boolean; late: boolean }>('change-due', asked(inDays));
    expect([3, 2, 0, -1, -3].map((inDays) => [of(inDays).soon, of(inDays).late])).toEqual([
      [false, false],
      [true, false],
      [true, false],
      [true, false],
      [true, true],
    ]);
    expect(answered('change-due', asked(1)).sentence).toBe('Change 60 L; it is due 2026-11-25 00:00 UTC.');
    expect(answered('change-due', asked(-4)).sentence).toBe('Change 60 L; it was due 2026-11-20 00:00 UTC.');
  });
});
