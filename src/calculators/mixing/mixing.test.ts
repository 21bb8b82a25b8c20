import { describe, expect, it } from 'vitest';
import { Refusal } from '@/chemistry/refusal';
import { learnSalt } from '@/chemistry/mixing/learn-salt';
import { mixBatch } from './mix-batch';

describe('a batch of saltwater', () => {
  const run = (over: Partial<Parameters<typeof mixBatch.run>[0]> = {}) =>
    mixBatch.run({
      litresWanted: 100,
      targetSalinity: 35,
      gramsPerLAt35: 38,
      gramsPerLFrom: 'label',
      temperatureC: 25,
      ...over,
    });

  it('weighs salt by the litre and leaves room for it in the water', () => {
    // By hand: 100 L × 38 g/L; mass 102.335 kg (EOS-80) less 3.8 kg, over 0.99705 kg/L.
    const { values } = run();
    expect(values.saltG).toBeCloseTo(3800, 9);
    expect(values.waterL).toBeCloseTo((102.33431 - 3.8) / 0.997047, 2);
  });

  it('keeps mass: water and salt together weigh what the batch weighs', () => {
    const { values } = run({ litresWanted: 43, targetSalinity: 32.5 });
    expect(values.waterL * 0.997047 + values.saltG / 1000).toBeCloseTo(values.batchKg, 3);
  });

  it('refuses a slipped salt, a slipped salinity and a negative batch', () => {
    expect(() => run({ gramsPerLAt35: 3.8 })).toThrow(/38 g\/L/);
    expect(() => run({ targetSalinity: 1.026 })).toThrow(Refusal);
    expect(() => run({ litresWanted: -5 })).toThrow(Refusal);
    expect(() => run({ litresWanted: Number.NaN })).toThrow(Refusal);
  });
});

describe('learning a salt', () => {
  it('scales every batch to 35 ppt', () => {
    // By hand: 1150 g in 30 L reads 34, and 35/34 of it times EOS-80's 1023.343/1022.587 is 39.490; 1540 g in 40 L reads 35: 38.5.
    const learnt = learnSalt([
      { volumeL: 30, saltG: 1150, salinity: 34 },
      { volumeL: 40, saltG: 1540, salinity: 35 },
    ]);
    expect(learnt?.salt.gramsPerLAt35).toBeCloseTo(Math.sqrt(39.49 * 38.5), 2);
    expect(learnt?.salt.batches).toBe(2);
    expect(learnSalt([])).toBeUndefined();
  });
});
