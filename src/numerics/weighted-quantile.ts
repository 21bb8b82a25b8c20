/**
 * The values below which given shares of the weight lie.
 * @param weights at or above nought, some above it
 * @param shares 0 to 1
 * Source: by definition: the inverse of the weighted distribution function.
 */
export function weightedQuantile(
  values: readonly number[],
  weights: readonly number[],
  shares: readonly number[],
): number[] {
  const order = values.map((_, i) => i).sort((a, b) => (values[a] ?? 0) - (values[b] ?? 0));
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  return shares.map((share) => {
    let below = 0;
    for (const i of order) {
      below += weights[i] ?? 0;
      if (below >= share * whole) return values[i] ?? 0;
    }
    return values[order.at(-1) ?? 0] ?? 0;
  });
}
