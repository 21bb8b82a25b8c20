import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { afterChange } from './after-change';
import { afterGap } from './after-gap';

describe('after a dose was changed', () => {
  const input = {
    parameter: 'alkalinity' as const,
    netVolumeL: 400,
    now: 20 * DAY_MS,
    changedAt: 10 * DAY_MS,
    name: 'Carbonate',
    suppliedBefore: 0.1,
    suppliedAfter: 0.12,
    consumedNet: 0.12,
    consumedSd: 0.004,
    levelThen: 2.8,
    levelThenSd: 0.02,
    readingSd: 0.043,
  };
  const read = (value: number) => afterChange.run({ ...input, readings: [{ at: 18 * DAY_MS, value, sd: 0.043 }] });

  it('says when to test: once the change moves the level by twice the test’s error', () => {
    const { values, answer } = afterChange.run({ ...input, now: 11 * DAY_MS });
    expect(values.testAt).toBeCloseTo((10 + (2 * 0.043) / 0.02) * DAY_MS, -3);
    expect(answer.says[0]).toMatch(/was changed: test alkalinity on/);
  });

  it('then whether the tank did what was foretold, within the error of both', () => {
    // Level then + (supplied − needed) × 8 days = 2.8; error √(0.02² + (8 × 0.004)² + 0.043²) = 0.057. By hand.
    expect(read(2.85)).toMatchObject({ values: { asForetold: true } });
    expect(read(2.85).values.foretold?.level).toBeCloseTo(2.8, 9);
    expect(read(2.65)).toMatchObject({ values: { asForetold: false } });
    expect(read(2.65).cautions[0]?.says[0]).toMatch(/^Less arrives than the dose says/);
    expect(read(2.95).cautions[0]?.says[0]).toMatch(/^More arrives/);
  });
});

describe('after a gap', () => {
  const input = {
    parameter: 'alkalinity' as const,
    netVolumeL: 400,
    days: 5,
    name: 'Carbonate',
    mlPerDay: 40,
    perMl: 1.5,
    level: '8.3 dKH',
    aim: '8.3 dKH',
  };
  it('says how far the level may have fallen, starts the dose as before, and asks for a test', () => {
    // 40 × 1.5 ÷ 400 = 0.15 mmol/L a day, five days: 0.75. By hand.
    const { values, answer } = afterGap.run(input);
    expect(values.expected).toBeCloseTo(8.3 * DKH - 0.75, 9);
    expect(answer.says[0]).toBe('Start Carbonate again at');
    expect(answer.certainty).toBe('rough');
  });
  it('with a reading gives what is missing over days, never faster than keepers hold to', () => {
    const { values } = afterGap.run({ ...input, reading: '6.1 dKH' });
    expect(values.backDays).toBe(3); // 2.2 dKH at 1 dKH a day, common practice
    expect((values.extraMl * 1.5) / 400 / DKH).toBeLessThanOrEqual(1);
    expect(afterGap.run({ ...input, reading: '8.2 dKH' }).values.extraMl).toBe(0);
  });
});
