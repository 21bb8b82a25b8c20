import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { defineCalculator } from './calculator';
import { attempt } from './attempt';
import { Refusal, within } from '@/chemistry/refusal';

describe('a calculator', () => {
  const twice = defineCalculator({
    name: 'twice',
    asks: 'How much is twice that?',
    input: z.object({ tank: z.object({ volumeL: z.number().positive() }), times: z.number().default(2) }),
    example: { tank: { volumeL: 4 } },
    run: ({ tank, times }) => ({
      answer: { says: ['Twice.'], certainty: 'worked out', because: [] },
      working: [],
      cautions: [],
      values: { litres: tank.volumeL * times },
    }),
  });

  it('fills in what its schema defaults', () => {
    expect(twice.run({ tank: { volumeL: 4 } }).values.litres).toBe(8);
  });

  it.each([-4, Number.NaN, Infinity])('refuses %d by the place it stands', (volumeL) => {
    const { refusal } = attempt(() => twice.run({ tank: { volumeL } }));
    expect(refusal).toMatchObject({ field: 'tank volumeL', value: String(volumeL) });
    expect(refusal?.allowed).not.toBe('');
  });

  it('says which name it does not know, and where a thing is missing', () => {
    const strict = defineCalculator({
      ...twice,
      input: z.strictObject({ tank: z.strictObject({ volumeL: z.number() }) }),
      run: () => twice.run(twice.example),
    });
    const refused = (input: unknown) => attempt(() => strict.run(input as never)).refusal;
    expect(refused({ tank: { volumeL: 3, volumeGal: 1 } })).toMatchObject({ field: 'volumeGal', path: 'tank' });
    expect(refused({})).toMatchObject({ field: 'tank', value: 'nothing' });
    expect(refused('<script>')).toMatchObject({ field: 'twice' });
  });

  it('lets a fault of its own through, so that it is seen', () => {
    expect(() =>
      attempt(() => {
        throw new TypeError('a fault');
      }),
    ).toThrow(TypeError);
  });
});

describe('a refusal', () => {
  it('says field, value, range and what was probably meant, in one sentence', () => {
    const refusal = new Refusal({
      field: 'salinity',
      value: '1.026',
      allowed: '5 to 42 ppt',
      hint: 'It looks like a specific gravity.',
    });
    expect(refusal.message).toBe('salinity: 1.026 is outside 5 to 42 ppt. It looks like a specific gravity.');
  });

  it('within lets the ends of its range through and nothing beyond them', () => {
    expect([within('x', 0, 0, 5, 'L'), within('x', 5, 0, 5, 'L')]).toEqual([0, 5]);
    for (const value of [-0.001, 5.001, Number.NaN, Infinity])
      expect(() => within('x', value, 0, 5, 'L')).toThrow(/x: .* is outside 0 to 5 L/);
  });
});
