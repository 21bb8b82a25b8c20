import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { boundAsReading } from './bounded-measurement';
import check from './kalman-check.json' with { type: 'json' };
import { kalmanFilter, type StateSpace } from './kalman';
import { kalmanSmoother } from './kalman-smoother';
import { sparse } from './sparse-step';

const flat = (matrix: readonly (readonly number[])[]) => Float64Array.from(matrix.flat());
const model: StateSpace = {
  size: 4,
  mean: Float64Array.from(check.mean),
  covariance: flat(check.covariance),
  steps: check.steps.map(({ transition, input, noise, measured }) => ({
    transition: flat(transition),
    input: Float64Array.from(input),
    noise: [{ part: sparse(flat(noise)), times: 1 }],
    measured: measured.map(({ row, value, variance }) => ({ row: Float64Array.from(row), value, variance })),
  })),
};
const close = (ours: number, theirs: number) =>
  expect(Math.abs(ours - theirs)).toBeLessThan(1e-6 * Math.max(1, Math.abs(theirs)));

// Against statsmodels 0.13 (Debian's python3-statsmodels): `scripts/references/kalman.py`.
describe('filter and smoother against statsmodels', () => {
  const filtered = kalmanFilter(model);
  it('filters to the same mean, covariance and likelihood', () => {
    check.filteredMean.forEach((value, i) => close(filtered.mean[i] ?? NaN, value));
    check.filteredCovariance.flat().forEach((value, i) => close(filtered.covariance[i] ?? NaN, value));
    close(filtered.logLikelihood, check.logLikelihood);
  });

  it('smooths to the same mean and variance at every step', () => {
    const units = [0, 1, 2, 3].map((i) => Float64Array.from([0, 1, 2, 3], (j) => (i === j ? 1 : 0)));
    const { steps } = kalmanSmoother(model, filtered, units);
    check.smoothedMean.forEach((mean, t) => mean.forEach((value, i) => close(steps[t]?.mean[i] ?? NaN, value)));
    check.smoothedVariance.forEach((variance, t) =>
      variance.forEach((value, i) => close(steps[t]?.variances[i] ?? NaN, value)),
    );
  });

  it('tells how far a measurement lies from all others, as leaving it out and asking again does', () => {
    const { deletionResiduals } = kalmanSmoother(model, filtered);
    for (const t of [0, 7, 20, 39]) {
      const measured = model.steps[t]?.measured ?? [];
      measured.forEach(({ row, value, variance }, place) => {
        const leftOut = kalmanFilter(model, (step, other) => step === t && other === place);
        const { mean, variances } = kalmanSmoother(model, leftOut, [row]).steps[t] ?? { mean: [], variances: [] };
        const foreseen = row.reduce((sum, a, i) => sum + a * (mean[i] ?? 0), 0);
        const spread = variance + (variances[0] ?? NaN);
        close(deletionResiduals[t]?.[place] ?? NaN, (value - foreseen) / Math.sqrt(spread));
      });
    }
  });
});

describe('a bound as a reading', () => {
  it('leaves mean and variance as the cut-off distribution has them, by a sum over its density', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.constantFrom('below' as const, 'above' as const),
        (limit, sd, bound) => {
          const known = 1;
          const { value, variance, weight } = boundAsReading({ limit, variance: sd ** 2, bound }, 0, known);
          const gain = known / (known + variance);
          let [mass, first, second] = [0, 0, 0];
          const side = bound === 'below' ? 1 : -1;
          for (let x = -8; x <= 8; x += 0.002) {
            const density = Math.exp(-0.5 * x * x) * below((side * (limit - x)) / sd) * 0.002;
            mass += density;
            first += density * x;
            second += density * x * x;
          }
          const mean = first / mass;
          expect(gain * value).toBeCloseTo(mean, 3);
          expect(known - gain * known).toBeCloseTo(second / mass - mean ** 2, 3);
          expect(weight).toBeCloseTo(Math.log(mass / Math.sqrt(2 * Math.PI)), 3);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('teaches nothing where it was foreseen, and stays finite where it was not', () => {
    expect(boundAsReading({ limit: 50, variance: 1, bound: 'below' }, 0, 1).variance).toBeGreaterThan(1e6);
    const far = boundAsReading({ limit: -60, variance: 1, bound: 'below' }, 0, 1);
    expect([far.value, far.variance, far.weight].every(Number.isFinite)).toBe(true);
  });
});

/** The normal distribution function by its series and continued fraction, Abramowitz and Stegun 26.2.10 (from memory). */
function below(z: number): number {
  if (z < -7) return 0;
  if (z > 7) return 1;
  let term = z;
  let sum = z;
  for (let n = 1; n < 120; n++) {
    term *= (-z * z) / (2 * n);
    sum += term / (2 * n + 1);
  }
  return 0.5 + sum / Math.sqrt(2 * Math.PI);
}
