/** A batch that was weighed and then measured. */
export interface MeasuredBatch {
  readonly volumeL: number;
  readonly saltG: number;
  /** Practical salinity as read after mixing. */
  readonly salinity: number;
}

export interface LearntSalt {
  readonly gramsPerLAt35: number;
  /** Relative standard deviation of the mean. */
  readonly error: number;
  readonly batches: number;
}

/** One reading of a batch: the instrument and the vessel's mark together. Common practice. */
const ONE_BATCH_ERROR = 0.012;

/**
 * Grams of this salt a litre of saltwater at 35 ppt, from batches weighed and measured.
 * @returns undefined without a measured batch
 */
export function learnGramsPerL(batches: readonly MeasuredBatch[]): LearntSalt | undefined {
  const each = batches
    .filter((b) => b.volumeL > 0 && b.saltG > 0 && b.salinity > 0)
    .map((b) => (b.saltG / b.volumeL) * (35 / b.salinity));
  if (each.length === 0) return undefined;
  const mean = each.reduce((sum, value) => sum + value, 0) / each.length;
  const spread = Math.sqrt(
    each.reduce((sum, value) => sum + (value / mean - 1) ** 2, 0) / Math.max(1, each.length - 1),
  );
  return {
    gramsPerLAt35: mean,
    error: Math.max(ONE_BATCH_ERROR, spread) / Math.sqrt(each.length),
    batches: each.length,
  };
}
