import { SDS_95 } from '@/numerics/normal-interval';
import { cumulativeStdNormalProbability, probit } from 'simple-statistics';

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

/**
 * What is left of it where the loss is known to be at least so much: a reservoir that was emptied tells no more than that, and no less.
 * @param atLeastLPerDay above 0
 * Source: the lognormal distribution cut off below; its median and its 2.5 and 97.5 percentiles.
 */
export function atLeast(pooled: PooledEvaporation, atLeastLPerDay: number): PooledEvaporation {
  const { litresPerDay, logSd } = pooled;
  if (!(litresPerDay > 0) || !(logSd > 0)) return pooled;
  const below = cumulativeStdNormalProbability(Math.log(atLeastLPerDay / litresPerDay) / logSd);
  // So far beyond all that was expected, the bound is nearly all there is to know.
  if (below > MOST_BELOW) return withInterval(atLeastLPerDay * Math.exp(LEAST_LOG_SD), LEAST_LOG_SD);
  const quantile = (share: number) => litresPerDay * Math.exp(logSd * probit(below + share * (1 - below)));
  const [low, middle, high] = [quantile(0.025), quantile(0.5), quantile(0.975)];
  return { litresPerDay: middle, low, high, logSd: Math.log(high / low) / (2 * SDS_95) };
}

/** The table of the normal distribution ends about here. */
const MOST_BELOW = 0.998;
/** Beyond the bound a loss is then taken to be by about this share. Chosen. */
const LEAST_LOG_SD = 0.1;

/**
 * A loss with its 95 % range: lognormal, 1.96 standard deviations of the logarithm to either side.
 * @param logSd standard deviation of the logarithm
 * Source: by definition of the lognormal.
 */
export function withInterval(litresPerDay: number, logSd: number): PooledEvaporation {
  const factor = Math.exp(SDS_95 * logSd);
  return { litresPerDay, logSd, low: litresPerDay / factor, high: litresPerDay * factor };
}
