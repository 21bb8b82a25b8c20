import { expect, it } from 'vitest';
import { axesOf, extremes, mostLikely } from './most-likely';

it('is the ridge estimate where the residuals are linear, with its covariance', () => {
  // By hand: readings 1, 2 and 4 of z0, z0 + z1 and z1, error 0.5. (XᵀX/s² + 1) z = Xᵀy/s²: [9 4; 4 9] z = [12; 24].
  const readings = [1, 2, 4];
  const { z, covariance } = mostLikely(
    ([a = 0, b = 0]) => [a, a + b, b].map((value, i) => ((readings[i] ?? 0) - value) / 0.5),
    2,
  );
  expect(z[0]).toBeCloseTo((12 * 9 - 4 * 24) / 65, 4);
  expect(z[1]).toBeCloseTo((9 * 24 - 4 * 12) / 65, 4);
  expect(covariance.to2DArray().flat()).toEqual(
    [9 / 65, -4 / 65, -4 / 65, 9 / 65].map((each) => expect.closeTo(each, 4)),
  );
  // The axes make the covariance again; what is most along z0 + z1 lies 1.96 √(2 · 5/65) from it.
  const [first = [], second = []] = axesOf(covariance);
  expect((first[0] ?? 0) ** 2 + (second[0] ?? 0) ** 2).toBeCloseTo(9 / 65, 6);
  const [low, high] = extremes(z, covariance, ([a = 0, b = 0]) => a + b);
  const sum = ([a = 0, b = 0]: readonly number[]) => a + b;
  expect(sum(high) - sum(z)).toBeCloseTo(1.95996 * Math.sqrt(10 / 65), 3);
  expect(sum(z) - sum(low)).toBeCloseTo(1.95996 * Math.sqrt(10 / 65), 3);
});

it('finds a curved fit as published: Misra1a of the reference datasets, b1 = 238.94212918, b2 = 0.00055015643181', () => {
  // NIST StRD, Misra 1978: y = b1 (1 − exp(−b2 x)); the figures in units about which the prior is no more than a whisper.
  const x = [77.6, 114.9, 141.1, 190.8, 239.9, 289, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760];
  const y = [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78];
  const of = ([a = 0, b = 0]: readonly number[]) => [240 + 20 * a, 0.00055 * (1 + 0.1 * b)] as const;
  const { z } = mostLikely((at) => {
    const [b1, b2] = of(at);
    return x.map((each, i) => ((y[i] ?? 0) - b1 * (1 - Math.exp(-b2 * each))) / 0.001);
  }, 2);
  const [b1, b2] = of(z);
  expect(b1).toBeCloseTo(238.942, 1);
  expect(b2).toBeCloseTo(0.000550156, 7);
});
