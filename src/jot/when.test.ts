import { TZDate } from '@date-fns/tz';
import { describe, expect, it } from 'vitest';
import { momentOf, readTimeWords } from './when';
import { nearestWord } from './nearest-word';

// Tuesday 24 November 2026, 18:30 in Lisbon.
const now = new TZDate(Date.UTC(2026, 10, 24, 18, 30), 'Europe/Lisbon');

/** The moment that words name, as "MM-DD HH:mm" in Lisbon. */
function read(words: string): string {
  const found = readTimeWords(words, now);
  if (!found) return 'no time';
  if (found.impossible) return 'impossible';
  const at = new TZDate(found.moment?.getTime() ?? momentOf(found.day, found.clock, now), 'Europe/Lisbon');
  return at.toISOString().slice(0, 16).replace('T', ' ');
}

describe('words of time', () => {
  it.each([
    ['now', '2026-11-24 18:30'],
    ['today', '2026-11-24 18:30'],
    ['yesterday', '2026-11-23 18:30'],
    ['last night', '2026-11-23 22:00'],
    ['this morning', '2026-11-24 08:00'],
    ['evening', '2026-11-24 18:30'], // it has begun
    ['tonight', '2026-11-24 18:30'],
    ['yesterday', '2026-11-23 18:30'],
    ['half an hour ago', '2026-11-24 18:00'],
    ['two weeks ago', '2026-11-10 18:30'],
    ['mid October', '2026-10-15 18:30'],
    ['end of february', '2026-02-28 18:30'],
    ['the 14th', '2026-11-14 18:30'],
    ['the 30th', '2026-10-30 18:30'],
    ['Nov 3rd', '2026-11-03 18:30'],
    ['2 days ago', '2026-11-22 18:30'],
    ['10d ago', '2026-11-14 18:30'],
    ['3 hours ago', '2026-11-24 15:30'],
    ['45 min ago', '2026-11-24 17:45'],
    ['mon', '2026-11-23 18:30'],
    ['Saturday', '2026-11-21 18:30'],
    ['tues', '2026-11-17 18:30'], // today's own name means a week ago
    ['last wednesday', '2026-11-18 18:30'],
    ['2026-11-01', '2026-11-01 18:30'],
    ['20 nov', '2026-11-20 18:30'],
    ['nov 20', '2026-11-20 18:30'],
    ['1 december', '2025-12-01 18:30'], // a day still to come this year was last year's
    ['20 nov 2024', '2024-11-20 18:30'],
    ['Nov 20, 2024', '2024-11-20 18:30'],
    ['29 feb 2024', '2024-02-29 18:30'],
    ['29 feb', '2024-02-29 18:30'], // the last there was
    ['20 nov 2000 ml', '2026-11-20 18:30'], // a volume, and no year
    ['20 nov 2000 L', '2026-11-20 18:30'],
    ['8am', '2026-11-24 08:00'],
    ['12am', '2026-11-24 00:00'],
    ['12pm', '2026-11-24 12:00'],
    ['7:45 pm', '2026-11-23 19:45'], // still to come today
    ['06:05', '2026-11-24 06:05'],
    ['noon', '2026-11-24 12:00'],
    ['midnight', '2026-11-24 00:00'],
  ])('"%s"', (words, expected) => {
    expect(read(words)).toBe(expected);
  });

  it.each(['31 feb', '29 feb 2023', '2026-13-01', '25:10', '10:75', '13pm'])('"%s" does not exist', (words) => {
    expect(read(words)).toBe('impossible');
  });

  it.each(['8.3', '40', 'alk', 'sal 35', 'mg', '8', 'montipora', '12 l'])('"%s" is no time', (words) => {
    expect(['no time']).toContain(read(words));
  });

  it('a clock on the day the clocks change is the clock on the wall', () => {
    // Lisbon: 25 October 2026, summer time ends; 9:00 that day is 09:00 UTC, the day before it was 08:00 UTC.
    const after = readTimeWords('2026-10-25', now);
    const before = readTimeWords('2026-10-24', now);
    expect(momentOf(after?.day, { hours: 9, minutes: 0 }, now)).toBe(Date.UTC(2026, 9, 25, 9));
    expect(momentOf(before?.day, { hours: 9, minutes: 0 }, now)).toBe(Date.UTC(2026, 9, 24, 8));
  });
});

describe('a mistyped word', () => {
  it.each([
    ['alc', 'alk'],
    ['calcum', 'calcium'],
    ['chnged', 'changed'],
    ['refiled', 'refilled'],
    ['Nitrrate', 'nitrate'],
  ])('"%s" is probably "%s"', (typed, meant) => {
    expect(nearestWord(typed)).toBe(meant);
  });
  it.each(['xyzzy', 'q', 'potatoes'])('"%s" is like nothing known', (typed) => {
    expect(nearestWord(typed)).toBeUndefined();
  });
});
