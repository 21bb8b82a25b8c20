import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';

const moves = { perDay: 0.17, perDaySd: 0.01, driftPerDay: -0.05, driftPerDaySd: 0.01, readingSd: 0.04 };
const says = (input: unknown) => answered('levels', input).sentence;

describe('levels', () => {
  it('says what drifts and what stands outside, and no more', () => {
    expect(says({ levels: [{ parameter: 'calcium', value: 425, band: [410, 450] }] })).toBe(
      // One reading is no trend.
      'Everything measured is on target.',
    );
    expect(says({ levels: [{ parameter: 'alkalinity', value: '7.3 dKH', band: ['7.8 dKH', '8.8 dKH'], moves }] })).toBe(
      'Alkalinity is falling 0.14 dKH/day and is low at 7.3 dKH.',
    );
    expect(says({ levels: [{ parameter: 'strontium', value: 12, band: [7, 9] }] })).toBe(
      'Strontium is high at 12 mg/L.',
    );
  });

  it('says steady of what was followed, and of nothing that may move by what matters', () => {
    const calcium = { parameter: 'calcium', value: 425, band: [410, 450] };
    const alkalinity = { parameter: 'alkalinity', value: '8.2 dKH', band: ['7.8 dKH', '8.8 dKH'] };
    const still = { ...moves, driftPerDay: 0.002, driftPerDaySd: 0.01, mattersPerDay: 0.09 };
    expect(says({ levels: [{ ...alkalinity, moves: still }] })).toBe('Everything measured is on target and steady.');
    expect(says({ levels: [{ ...alkalinity, moves: still }, calcium] })).toBe(
      'Everything measured is on target, alkalinity steady.',
    );
    // A fall of 0.15 dKH a day that two tests do not prove is not called steady either.
    const unsure = { ...still, driftPerDay: -0.0535, driftPerDaySd: 0.04 };
    expect(says({ levels: [{ ...alkalinity, moves: unsure }] })).toBe('Everything measured is on target.');
  });

  it('judges calcium at the salinity aimed at: 380 at 31.9 ppt is 417 at 35', () => {
    const low = { parameter: 'calcium', value: 380, band: [400, 450], salinity: 31.9, aimSalinity: 35 };
    expect(says({ levels: [low] })).toBe('Everything measured is on target.');
    expect(answered('levels', { levels: [low] }).because).toMatch(
      /Salinity reads 31\.9 ppt .* calcium of 380 mg\/L is 417 mg\/L/,
    );
    expect(says({ levels: [{ ...low, value: 457, salinity: 31.87 }] })).toBe(
      'Calcium is high at 502 mg/L once salinity is right.',
    );
  });

  it('judges by the error of what read it', () => {
    const place = (sd: number) =>
      valuesOf<{ outside: unknown[] }>('levels', {
        levels: [{ parameter: 'calcium', value: 405, band: [410, 450], sd }],
      }).outside.length;
    expect([place(8), place(2)]).toEqual([0, 1]);
  });

  it('tells zero nutrients once, and a reading that is far from the rest', () => {
    const input = {
      levels: [
        { parameter: 'nitrate', value: 0, band: [2, 10] },
        { parameter: 'magnesium', value: 1330, leftOut: [1490] },
      ],
      nutrientsZeroDays: 21,
    };
    expect(says(input)).toBe('Nitrate and phosphate have both read zero for 21 days (feed more).');
    expect(answered('levels', input).because).toMatch(/^One magnesium reading \(1490 mg\/L\) is far from the rest/);
  });

  it('asks for a first line, and refuses a level that cannot be', () => {
    expect(says({ firstLine: 'alk 8' })).toMatch(/“alk 8”/);
    expect(refusalOf('levels', { levels: [{ parameter: 'ph', value: 83 }] })?.suggestion).toBe('8.3');
  });
});
