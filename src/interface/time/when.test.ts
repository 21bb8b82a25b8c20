import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { dayTicks } from '../timeline/day-ticks';
import { dayText, whenText } from './when';

const now = Date.UTC(2026, 10, 24, 18, 30); // a Tuesday

describe('a moment in words', () => {
  it.each([
    [0, 'today 18:30'],
    [-10 * 3_600_000, 'today 08:30'],
    [-20 * 3_600_000, 'yesterday 22:30'],
    [12 * 3_600_000, 'tomorrow 06:30'],
    [-3 * DAY_MS, 'Sat 21 Nov 18:30'],
    [-400 * DAY_MS, 'Mon 20 Oct 2025 19:30'], // summer time in Lisbon
  ])('%d ms from now', (offset, words) => {
    expect(whenText(now + offset, now, 'Europe/Lisbon')).toBe(words);
  });

  it('is told in the keeper’s own zone', () => {
    expect(whenText(now, now, 'Australia/Sydney')).toBe('today 05:30');
    expect(dayText(now, 'Australia/Sydney')).toBe('25 Nov');
    expect(dayText(now, 'America/New_York')).toBe('24 Nov');
  });
});

describe('ticks along the tide line', () => {
  it('stand on midnights of the keeper’s zone', () => {
    const ticks = dayTicks(now - 5 * DAY_MS, now, 'Europe/Lisbon', 10);
    expect(ticks).toHaveLength(5);
    for (const tick of ticks) expect(new Date(tick).getUTCHours()).toBe(0);
  });

  it('keep to midnight across the change of the clocks', () => {
    // Lisbon left summer time on 25 October 2026.
    const ticks = dayTicks(Date.UTC(2026, 9, 22, 12), Date.UTC(2026, 9, 29, 12), 'Europe/Lisbon', 10);
    expect(ticks.map((tick) => dayText(tick, 'Europe/Lisbon'))).toEqual([
      '23 Oct',
      '24 Oct',
      '25 Oct',
      '26 Oct',
      '27 Oct',
      '28 Oct',
      '29 Oct',
    ]);
    expect(ticks[1]).toBe(Date.UTC(2026, 9, 23, 23));
    expect(ticks[4]).toBe(Date.UTC(2026, 9, 27, 0));
  });

  it('are never more than fit, from three days to three years', () => {
    for (const days of [3, 10, 44, 120, 365, 1100]) {
      expect(dayTicks(now - days * DAY_MS, now, 'UTC', 8).length).toBeLessThanOrEqual(9);
      expect(dayTicks(now - days * DAY_MS, now, 'UTC', 8).length).toBeGreaterThan(1);
    }
  });
});

describe('a deadline', () => {
  const zone = 'America/New_York';
  const now = Date.UTC(2026, 10, 24, 17, 20); // Tuesday, 12:20 in New York
  it.each([
    // By hand: New York is five hours behind UTC in November.
    [2, 'today 14:00'],
    [22.4, 'tomorrow 10:00'],
    [35.9, 'Thu 26 Nov 00:00'],
    [36.1, 'Thu 26 Nov'],
    [24 * 9, 'Thu 3 Dec'],
    [24 * 14, 'Tue 8 Dec'],
    [24 * 15, '9 Dec'],
    [24 * 45, '8 Jan 2027'],
    [-30, 'yesterday'],
  ])('%s hours ahead is %s', (hours, says) => {
    expect(whenText(now + hours * 3_600_000, now, zone, 'deadline')).toBe(says);
  });
});

describe('a day alone', () => {
  const zone = 'Europe/Lisbon';
  const now = Date.UTC(2026, 10, 24, 18);
  it.each([
    [now, 'today'],
    [now - 86_400_000, 'yesterday'],
    [now + 86_400_000, 'tomorrow'],
    [Date.UTC(2026, 10, 27, 9), 'Fri 27 Nov'],
    [Date.UTC(2027, 0, 3, 9), '3 Jan 2027'],
    // A quarter past midnight in Lisbon's summer is still the day before in UTC.
    [Date.UTC(2026, 6, 1, 23, 15), 'Thu 2 Jul'],
  ])('%d is told as %s, without an hour that is not known', (at, words) => {
    expect(whenText(at, now, zone, 'day')).toBe(words);
  });
  it('and the month alone where no day would be true of it', () => {
    expect(whenText(Date.UTC(2026, 5, 14), now, zone, 'month')).toBe('June');
    expect(whenText(Date.UTC(2025, 5, 14), now, zone, 'month')).toBe('June 2025');
    // Midnight of the first in Lisbon is still the last of the month before in UTC.
    expect(whenText(Date.UTC(2026, 6, 31, 23, 30), now, zone, 'month')).toBe('August');
  });
  it('and with its hour where that is known', () => {
    expect(whenText(Date.UTC(2026, 10, 27, 9), now, zone)).toBe('Fri 27 Nov 09:00');
  });
});
