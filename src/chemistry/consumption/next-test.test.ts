import { describe, expect, it } from 'vitest';
import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '../tank-model/simulate';
import { estimateConsumption, type Reading } from './estimate';
import { bestTest, testValues } from './next-test';

const noise = gaussian(seeded(11));
const reading = (day: number, value: number): Reading => ({
  species: 'alkalinity',
  at: day * DAY_MS,
  value,
  sd: 0.043,
});
const weekly = Array.from({ length: 16 }, (_, week) =>
  reading(7 * week, 3 - 0.02 * 7 * week + 0.3 * week + noise(0.03)),
);
const at = (readings: readonly Reading[], now: number) =>
  estimateConsumption({ volumeL: 300, events: [], readings, now: now * DAY_MS });

describe('what a further test would teach', () => {
  it('is what the estimate learns once it is taken, as near as its own averaging over steps and slips allows', () => {
    const before = at(weekly, 105);
    if (!before) throw new Error('no estimate');
    const foreseen = testValues(before.end, [0]).find(({ inDays }) => inDays === 7);
    // Read as it was foreseen: the reading that surprises nobody.
    const after = at([...weekly, reading(112, 3 - 0.02 * 112 + 0.3 * 16)], 112);
    expect(foreseen?.with[0]).toBeLessThan(foreseen?.now[0] ?? 0);
    expect(Math.abs((after?.of['alkalinity']?.perDaySd ?? 0) / (foreseen?.with[0] ?? 1) - 1)).toBeLessThan(0.35);
  });

  it('is more in some days than today: a slope needs time', () => {
    const estimate = at([reading(0, 3), reading(2, 2.9)], 2);
    if (!estimate) throw new Error('no estimate');
    const values = testValues(estimate.end, [0]);
    const gain = (days: number) => values.find(({ inDays }) => inDays === days)?.gain ?? 0;
    expect(gain(5)).toBeGreaterThan(gain(0));
    expect(bestTest(values)?.inDays).toBeGreaterThan(0);
  });

  it('of calcium is worth little beside alkalinity, which is tested finer', () => {
    const both = weekly.flatMap((each) => [
      each,
      { ...each, species: 'calcium' as const, value: 430 + 0.4 * (each.at / DAY_MS) + noise(6), sd: 8 },
    ]);
    const estimate = at(both, 105);
    if (!estimate) throw new Error('no estimate');
    expect(bestTest(testValues(estimate.end, [0, 1]))?.channel).toBe(0);
  });
});
