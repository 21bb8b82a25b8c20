import { cumulativeStdNormalProbability } from 'simple-statistics';

/** One of several normal distributions, each as likely as it weighs. */
export interface Part {
  readonly weight: number;
  readonly mean: number;
  readonly sd: number;
}

/** Parts that weigh less are left out. */
const FELT = 2e-4;
/** Each halves what is left of twelve standard deviations. */
const ROUNDS = 24;

/**
 * The value below which a share of a mixture of normal distributions lies.
 * @param parts at least one, whose weights sum to one
 * @param share above 0 and below 1
 * Source: the sum of their distribution functions, by bisection.
 */
export function mixtureQuantile(parts: readonly Part[], share: number): number {
  // What hardly weighs moves no quantile: a key waits for this.
  const felt = parts.filter(({ weight }) => weight > FELT);
  let low = Math.min(...felt.map(({ mean, sd }) => mean - 6 * sd));
  const whole = felt.reduce((sum, { weight }) => sum + weight, 0);
  let high = Math.max(...felt.map(({ mean, sd }) => mean + 6 * sd));
  for (let i = 0; i < ROUNDS; i++) {
    const middle = (low + high) / 2;
    const below = felt.reduce(
      (sum, { weight, mean, sd }) =>
        sum + weight * (sd > 0 ? cumulativeStdNormalProbability((middle - mean) / sd) : Number(middle >= mean)),
      0,
    );
    if (below < share * whole) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Mean and standard deviation of all of it.
 * Source: by definition: Σ w μ and Σ w (σ² + μ²) − (Σ w μ)².
 */
export function momentsOf(parts: readonly Part[]): { readonly mean: number; readonly sd: number } {
  const mean = parts.reduce((sum, part) => sum + part.weight * part.mean, 0);
  const square = parts.reduce((sum, part) => sum + part.weight * (part.sd ** 2 + (part.mean - mean) ** 2), 0);
  return { mean, sd: Math.sqrt(square) };
}
