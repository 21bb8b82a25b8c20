import { describe, expect, it } from 'vitest';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from './sentence';

describe('a sentence', () => {
  it('a moment is told with its hour, or as a day where only that is known', () => {
    const moment = Date.UTC(2026, 10, 28, 9);
    expect(plainSentence(['By', { moment }, '.'], DEFAULT_UNITS)).toBe('By 2026-11-28 09:00 UTC.');
    expect(plainSentence(['By', { moment, day: true }, '.'], DEFAULT_UNITS)).toBe('By 2026-11-28.');
    expect(plainSentence([{ moment, day: true }], DEFAULT_UNITS, (_, day) => (day ? 'a day' : 'an hour'))).toBe(
      'a day',
    );
  });
});
