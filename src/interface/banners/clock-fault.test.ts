import { describe, expect, it } from 'vitest';
import { emptySnapshot } from '@/record/defaults';
import type { Snapshot } from '@/record/schema';
import { clockFault } from './clock-fault';

const NOW = Date.UTC(2026, 10, 24, 18);
const HOUR = 3_600_000;
const withEntry = (at: number): Snapshot => ({
  ...emptySnapshot('Europe/Lisbon'),
  entries: [{ id: 'a', tankId: 't', at, kind: 'note', note: 'a' }],
});

describe('the clock of the device', () => {
  it('at its start is told with the day it stands at', () => {
    expect(clockFault(emptySnapshot('UTC'), 5000)).toMatch(/shows 1970-01-01: .*Set the clock first/);
    expect(clockFault(emptySnapshot('UTC'), Date.UTC(2019, 11, 31))).toMatch(/2019-12-31/);
  });

  it('behind the last entry by more than a day is told; by less it is not, as zones and tabs differ', () => {
    expect(clockFault(withEntry(NOW + 25 * HOUR), NOW)).toMatch(
      /The last entry lies ahead of this device’s clock, .*19:00/,
    );
    expect(clockFault(withEntry(NOW + 23 * HOUR), NOW)).toBeUndefined();
    expect(clockFault(withEntry(NOW - HOUR), NOW)).toBeUndefined();
    expect(clockFault(emptySnapshot('UTC'), NOW)).toBeUndefined();
  });
});
