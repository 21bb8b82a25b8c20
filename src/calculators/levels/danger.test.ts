import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '../calculator/sentence';
import { EVERYDAY_IDS, PARAMETERS } from '../parameters/parameters';
import { danger } from './danger';

const now = 1_790_000_000_000;
const HOUR = 3_600_000;
const one = (parameter: string, value: number | string, at = now - HOUR, stocked = true) =>
  danger.run({ now, stocked, readings: { [parameter]: { at, value } } } as never);
const says = (...asked: Parameters<typeof one>) => plainSentence(one(...asked).answer.says, DEFAULT_UNITS);

describe('danger', () => {
  // The limits the owner names: salinity 30 ppt, 31 °C, ammonia in a stocked tank, 13 dKH, pH 7.6. Common practice.
  it.each([
    ['salinity', 29.9, 'low'],
    ['temperature', 31.1, 'high'],
    ['ammonia', 0.25, 'high'],
    ['alkalinity', '13.1 dKH', 'high'],
    ['ph', 7.59, 'low'],
  ])('%s at %s is dangerously %s, and says what to check first', (parameter, value, side) => {
    expect(says(parameter, value)).toMatch(
      new RegExp(
        `^${parameter === 'ph' ? 'pH' : parameter.charAt(0).toUpperCase() + parameter.slice(1)} is dangerously ${side} at .*: (test|read|check) .*\\.$`,
      ),
    );
  });

  it.each([
    ['salinity', 30],
    ['temperature', 31],
    ['ammonia', 0.2],
    ['alkalinity', 13 * DKH],
    ['ph', 7.6],
  ])('%s at %s, its limit, is not dangerous yet', (parameter, value) => {
    expect(one(parameter, value).values.dangers).toEqual([]);
  });

  it('ammonia without animals is what a cycle waits for, and an old reading says nothing of now', () => {
    expect(one('ammonia', 4, now - HOUR, false).values.dangers).toEqual([]);
    expect(one('temperature', 33, now - HOUR, false).values.dangers).toHaveLength(1);
    expect(one('ammonia', 4, now - 15 * 24 * HOUR).values.dangers).toEqual([]);
  });

  it('a bound tells of its own side alone', () => {
    const bound = (parameter: string, value: number, side: 'below' | 'above') =>
      danger.run({ now, readings: { [parameter]: { at: now, value, bound: side } } } as never).values.dangers.length;
    // "<0.5" may be zero; ">500" of nitrate is not.
    expect(bound('ammonia', 0.5, 'below')).toBe(0);
    expect(bound('nitrate', 500, 'above')).toBe(1);
    expect(bound('salinity', 20, 'below')).toBe(1);
    expect(bound('salinity', 20, 'above')).toBe(0);
  });

  it('tells the gravest first and names the others', () => {
    const { answer, values } = danger.run({
      now,
      readings: {
        nitrate: { at: now, value: 150 },
        temperature: { at: now, value: 32 },
        ammonia: { at: now, value: 1 },
      },
    });
    expect(values.dangers.map(({ parameter }) => parameter)).toEqual(['ammonia', 'temperature', 'nitrate']);
    expect(plainSentence(answer.because, DEFAULT_UNITS)).toMatch(/Temperature is dangerously high at 32 °C as well/);
  });

  it('every parameter tested at home has a limit outside its band, and words for each side of it', () => {
    for (const id of EVERYDAY_IDS) {
      const limits: { below?: number; above?: number } = PARAMETERS[id].danger;
      const [low, high] = PARAMETERS[id].band;
      if (limits.below !== undefined) {
        expect(limits.below, id).toBeLessThan(low);
        expect(says(id, limits.below * 0.99), id).toMatch(/: \w.{20,}\.$/);
      }
      if (limits.above !== undefined) {
        expect(limits.above, id).toBeGreaterThan(high);
        expect(says(id, limits.above * 1.01), id).toMatch(/: \w.{20,}\.$/);
      }
      expect(Object.keys(limits).length, id).toBeGreaterThan(0);
    }
  });

  it('no reading, no judgement', () => {
    expect(danger.run({ now, readings: {} }).answer).toMatchObject({ certainty: 'not enough yet' });
    expect(says('ph', 8.1)).toBe('No reading is dangerous.');
  });
});
