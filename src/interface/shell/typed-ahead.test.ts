import { describe, expect, it } from 'vitest';
import { expectTyping, keptAhead, takeTypedAhead } from './typed-ahead';

describe('what is typed while Find is on its way', () => {
  it('is kept for it, once, and only for a while', () => {
    expect(keptAhead('d', 0)).toBe(false);
    expectTyping(0);
    for (const key of ['d', 'i', 'x', 'Backspace', 'n']) expect(keptAhead(key, 10)).toBe(true);
    expect(keptAhead('Escape', 20)).toBe(false);
    expect(takeTypedAhead()).toBe('din');
    expect(takeTypedAhead()).toBe('');
    expectTyping(0);
    expect(keptAhead('d', 5000)).toBe(false);
  });
});
