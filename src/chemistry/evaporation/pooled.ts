/** One way of knowing a loss. */
export interface EvaporationSource {
  readonly litresPerDay: number;
  /** Standard deviation of its logarithm: about its error as a share. */
  readonly logSd: number;
}

export interface PooledEvaporation extends EvaporationSource {
  /** Nineteen times in twenty it lies between these. */
  readonly low: number;
  readonly high: number;
}

const NINETEEN_IN_TWENTY = 1.96;

/**
 * What several ways of knowing say together: each by the weight of its certainty, on a scale of shares, since a loss is
 * never negative and its errors are shares of it.
 * @returns undefined where none says anything
 * Source: inverse-variance weighting of the logarithms; the formula is the prior, the record the evidence.
 */
export function pooledEvaporation(sources: readonly EvaporationSource[]): PooledEvaporation | undefined {
  const told = sources.filter(({ litresPerDay, logSd }) => litresPerDay > 0 && logSd > 0);
  const weight = told.reduce((sum, { logSd }) => sum + 1 / logSd ** 2, 0);
  if (weight === 0) return undefined;
  const log = told.reduce((sum, { litresPerDay, logSd }) => sum + Math.log(litresPerDay) / logSd ** 2, 0) / weight;
  return withInterval(Math.exp(log), 1 / Math.sqrt(weight));
}

export function withInterval(litresPerDay: number, logSd: number): PooledEvaporation {
  const factor = Math.exp(NINETEEN_IN_TWENTY * logSd);
  return { litresPerDay, logSd, low: litresPerDay / factor, high: litresPerDay * factor };
}
