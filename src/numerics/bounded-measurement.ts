import { errorFunction } from 'simple-statistics';

/** A bound: the truth, as the instrument errs about it, lies below or above a limit. */
interface Bound {
  readonly limit: number;
  /** Of the instrument at the limit, above 0. */
  readonly variance: number;
  readonly bound: 'below' | 'above';
}

/** A reading that says nothing: its variance is beyond all others. */
const NO_NEWS = 1e12;

/**
 * The reading that would teach as much as a bound does, to someone who foresees `mean` ± √`known`: one after which mean and
 * variance are those of the normal distribution cut off softly at the limit. A bound that was foreseen teaches almost nothing.
 * @returns value and variance of that reading, and the logarithm of the bound's likelihood
 * Source: moments of a normal times a normal distribution function, Rasmussen and Williams 2006, *Gaussian Processes for Machine
 * Learning*, section 3.9.
 */
export function boundAsReading({ limit, variance, bound }: Bound, mean: number, known: number) {
  const side = bound === 'below' ? 1 : -1;
  const spread = Math.sqrt(known + variance);
  const z = (side * (limit - mean)) / spread;
  const likelihood = Math.max(1e-300, normalBelow(z));
  const ratio = z < -30 ? -z : Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI) / likelihood;
  const shrink = ((ratio * (z + ratio)) / spread ** 2) * known;
  const weight = Math.log(likelihood);
  // Nothing is learnt where the bound was foreseen, or where the level is known already.
  if (!(shrink > 1e-9) || known <= 0) return { value: mean, variance: NO_NEWS * Math.max(1, known), weight };
  const after = mean - (side * known * ratio) / spread;
  const variancePost = known * (1 - Math.min(shrink, 1 - 1e-9));
  const readingVariance = 1 / (1 / variancePost - 1 / known);
  return { value: readingVariance * (after / variancePost - mean / known), variance: readingVariance, weight };
}

/** The library's error function is good to 1.5e−7; further out the tail is the density over the distance (Mills' ratio). */
function normalBelow(z: number): number {
  return z < -4
    ? (Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI)) * (-z / (z * z + 1))
    : 0.5 * (1 + errorFunction(z / Math.SQRT2));
}
