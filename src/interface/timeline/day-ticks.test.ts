import { describe, expect, it } from 'vitest';
import { dayTicks } from './day-ticks';

const HOUR = 3_600_000;

describe('midnights under the tide line', () => {
  it('are the keeper’s own, the short and the long day of a clock change among them (tz database)', () => {
    // Lisbon: on 28 March 2027 the clock is put forward, so midnights lie 23 hours apart.
    const ticks = dayTicks(Date.UTC(2027, 2, 26, 12), Date.UTC(2027, 2, 30, 12), 'Europe/Lisbon', 10);
    expect(ticks.map((at) => new Date(at).toISOString().slice(0, 13))).toEqual([
      '2027-03-27T00',
      '2027-03-28T00',
      '2027-03-28T23',
      '2027-03-29T23',
    ]);
    const autumn = dayTicks(Date.UTC(2027, 9, 30, 12), Date.UTC(2027, 10, 2, 12), 'Europe/Lisbon', 10);
    expect(autumn.slice(1).map((at, i) => (at - (autumn[i] ?? 0)) / HOUR)).toEqual([25, 24]);
  });

  it('are thinned to about as many as fit: whole weeks over a month or two', () => {
    const ticks = dayTicks(Date.UTC(2026, 0, 1), Date.UTC(2026, 2, 1), 'UTC', 9);
    expect(new Set(ticks.slice(1).map((at, i) => (at - (ticks[i] ?? 0)) / (24 * HOUR)))).toEqual(new Set([7]));
  });
});
