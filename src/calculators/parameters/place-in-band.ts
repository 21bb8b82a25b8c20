/** Where a level stands against its band, as far as a test can tell. */
export const BAND_PLACES = ['on target', 'at the edge', 'low', 'high'] as const;
export type Place = (typeof BAND_PLACES)[number];

/**
 * The one judgement of a level: low or high only beyond what the test's own error could explain.
 * @param value, band and testError in the same unit
 */
export function placeInBand(value: number, [low, high]: readonly [number, number], testError: number): Place {
  if (value >= low && value <= high) return 'on target';
  if (value < low) return low - value > testError ? 'low' : 'at the edge';
  return value - high > testError ? 'high' : 'at the edge';
}
