import { afterEach, describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import { shiftClock } from './running-clock';

const machine = new Date(0).constructor as DateConstructor;
const pinnedAt = Date.parse(pinned.at);
afterEach(() => shiftClock(pinnedAt - machine.now()));

describe('the clock of the tests', () => {
  it('begins at the pinned moment, in the pinned zone, whichever way it is asked', () => {
    for (const shown of [
      Date.now(),
      new Date().getTime(),
      Date.parse(Date()),
      new (class extends Date {})().getTime(),
    ]) {
      expect(shown).toBeGreaterThanOrEqual(pinnedAt - 1000);
      expect(shown).toBeLessThan(pinnedAt + 3_600_000);
    }
    // Lisbon keeps London's hours: in November none ahead of UTC (tz database).
    expect(new Date().getTimezoneOffset()).toBe(0);
    expect(new Date(Date.UTC(2026, 6, 1)).getTimezoneOffset()).toBe(-60);
  });

  it('runs on, and is set anew by the last shift', async () => {
    const before = Date.now();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(Date.now()).toBeGreaterThan(before);
    shiftClock(Date.UTC(2030, 0, 1) - machine.now());
    expect(new Date().getUTCFullYear()).toBe(2030);
  });

  it('leaves dates what they are', () => {
    expect(new Date(5)).toBeInstanceOf(Date);
    expect(structuredClone(new Date(5))).toBeInstanceOf(Date);
    expect(new Date(2026, 10, 24).getMonth()).toBe(10);
    expect(Date.UTC(2026, 0, 1)).toBe(1_767_225_600_000);
  });
});
