import { describe, expect, it } from 'vitest';
import { unitsOf } from '@/quantities/kinds';
import { parseQuantity } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { EVERYDAY_IDS, offered, PARAMETER_IDS, parameterOf, readingExpectation, usualErrorOf } from './parameters';

describe('the list of what is measured', () => {
  it('holds what is tested weekly, forty and more of a laboratory, ORP and the room’s CO2', () => {
    expect(EVERYDAY_IDS).toHaveLength(10);
    expect(PARAMETER_IDS.filter((id) => parameterOf(id).readBy.laboratory !== undefined).length).toBeGreaterThan(42);
    for (const id of ['strontium', 'potassium', 'iodine', 'iron', 'orp', 'roomCo2'] as const)
      expect(PARAMETER_IDS).toContain(id);
  });

  it.each(PARAMETER_IDS)('%s is whole: words, units, an error, bands within what is taken', (id) => {
    const { name, words, kind, low, high, usual, natural, danger, band, readBy, bandBySchool } = parameterOf(id);
    expect(name).not.toBe('');
    for (const word of words) expect(word).toBe(word.toLowerCase());
    expect(unitsOf(kind).length).toBeGreaterThan(0);
    for (const [from, to] of [usual, band, ...Object.values(bandBySchool ?? {})]) {
      expect(from).toBeGreaterThanOrEqual(low);
      expect(to).toBeLessThanOrEqual(high);
      expect(to).toBeGreaterThan(from);
    }
    if (natural !== undefined) {
      expect(natural).toBeGreaterThanOrEqual(low);
      expect(natural).toBeLessThanOrEqual(high);
    }
    expect(danger?.below ?? low).toBeGreaterThanOrEqual(low);
    expect(danger?.above ?? high).toBeLessThanOrEqual(high);
    expect(Object.keys(readBy).length).toBeGreaterThan(0);
    expect(usualErrorOf(id)).toBeGreaterThan(0);
  });

  it('is jotted without mistaking one for another', () => {
    const words = PARAMETER_IDS.flatMap((id) => parameterOf(id).words);
    expect(new Set(words).size).toBe(words.length);
  });

  // Natural seawater at 35 ppt: Millero et al. 2008 for the ions (a litre of 1.0233 kg); handbook figures, from memory, for traces.
  it.each([
    ['potassium', 408, 3],
    ['strontium', 8.1, 0.1],
    ['boron', 4.6, 0.1],
    ['bromide', 68.9, 0.5],
    ['iodine', 58, 6],
    ['molybdenum', 10, 1],
    ['lithium', 180, 10],
  ] as const)('knows the sea’s %s', (id, level, within) => {
    expect(Math.abs((parameterOf(id).natural ?? 0) - level)).toBeLessThanOrEqual(within);
  });

  it('is written in its own units', () => {
    const read = (id: (typeof PARAMETER_IDS)[number], text: string) =>
      parseQuantity(text, readingExpectation(id), DEFAULT_UNITS).amount;
    expect(read('iodine', '0.06 mg/L')).toBeCloseTo(60, 9);
    expect(read('iron', '3 ppb')).toBe(3);
    expect(read('orp', '340 mV')).toBe(340);
    expect(read('potassium', '395 ppm')).toBe(395);
    expect(() => read('copper', '-1 µg/L')).toThrow(/copper/);
  });

  it('offers the weekly ones and those once read', () => {
    expect(offered(() => false)).toEqual(EVERYDAY_IDS);
    expect(offered((id) => id === 'strontium')).toEqual([...EVERYDAY_IDS, 'strontium']);
  });
});
