import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asPoint, pointsOf } from './observation';
import { gaussian, seeded } from '@/numerics/seeded';

describe('the point that stands for an observation', () => {
  it('of a reading is the reading', () => {
    expect(asPoint({ at: 3, value: 8.2, sd: 0.1 })).toEqual({ at: 3, value: 8.2, sd: 0.1 });
  });

  it('of "below" is the mean and the spread of every value up to the bound (uniform distribution: L/2, L/√12)', () => {
    // Against a hundred thousand draws, and not against the formula again.
    const random = seeded(12);
    const draws = Array.from({ length: 100_000 }, () => 0.2 * random());
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const sd = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length);
    const point = asPoint({ at: 0, value: 0.2, sd: 0, bound: 'below' });
    expect(point?.value).toBeCloseTo(mean, 3);
    expect(point?.sd).toBeCloseTo(sd, 3);
  });

  it('of "above" is none: nothing bounds it from the other side', () => {
    expect(asPoint({ at: 0, value: 500, sd: 8, bound: 'above' })).toBeUndefined();
    expect(
      pointsOf([
        { at: 0, value: 500, sd: 8, bound: 'above' },
        { at: 1, value: 430, sd: 8 },
      ]),
    ).toHaveLength(1);
  });

  it('never lies outside what the bound allows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 1e-6, max: 10, noNaN: true }),
        (value, sd) => {
          const point = asPoint({ at: 0, value, sd, bound: 'below' });
          expect(point?.value).toBeGreaterThanOrEqual(0);
          expect(point?.value).toBeLessThanOrEqual(value);
          expect(point?.sd).toBeGreaterThanOrEqual(sd);
        },
      ),
    );
  });
});

describe('chance', () => {
  it('is the same for a seed, another for another', () => {
    const five = (seed: number) => {
      const random = seeded(seed);
      return Array.from({ length: 5 }, random);
    };
    expect(five(7)).toEqual(five(7));
    expect(five(7)).not.toEqual(five(8));
  });

  it('of neighbouring seeds is unlike from the first number on', () => {
    const firsts = Array.from({ length: 1000 }, (_, seed) => seeded(seed)());
    const mean = firsts.reduce((a, b) => a + b, 0) / firsts.length;
    const sd = Math.sqrt(firsts.reduce((sum, x) => sum + (x - mean) ** 2, 0) / firsts.length);
    // An even spread over 0 to 1: mean 1/2, standard deviation 1/√12, and no drift from seed to seed.
    expect(mean).toBeCloseTo(0.5, 1);
    expect(sd).toBeCloseTo(0.2887, 1);
    const along = firsts.slice(1).reduce((sum, x, i) => sum + (x - mean) * ((firsts[i] ?? 0) - mean), 0);
    expect(Math.abs(along / (sd ** 2 * firsts.length))).toBeLessThan(0.1);
  });

  it('of the normal kind has its mean, its spread and its tails', () => {
    const normal = gaussian(seeded(4));
    const draws = Array.from({ length: 50_000 }, () => normal(2));
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const sd = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length);
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(sd).toBeCloseTo(2, 1);
    // 95 in 100 lie within 1.96 standard deviations (tables of the normal distribution).
    expect(draws.filter((x) => Math.abs(x) < 1.96 * 2).length / draws.length).toBeCloseTo(0.95, 2);
  });
});
