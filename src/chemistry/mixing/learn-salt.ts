import { isToldFromZero } from '@/numerics/normal-interval';
import { Matrix, solve } from 'ml-matrix';
import { atSalinity } from '../seawater/composition';

/** A batch that was weighed and then measured. */
export interface MeasuredBatch {
  /** Litres by the vessel's own mark. */
  readonly volumeL: number;
  readonly saltG: number;
  /** Practical salinity as read after mixing. */
  readonly salinity: number;
  /** Which vessel it was mixed in; batches without one stand for marks that are right. */
  readonly vessel?: string | undefined;
}

export interface LearntSalt {
  readonly gramsPerLAt35: number;
  /** Relative standard deviation of it. */
  readonly error: number;
  readonly batches: number;
}

export interface LearntVessel {
  /** True litres for each litre by the vessel's mark. */
  readonly factor: number;
  /** Standard deviation of the factor. */
  readonly error: number;
  readonly batches: number;
}

/** One reading of a batch: the instrument and the scale together, as a share. Common practice. */
const ONE_BATCH_ERROR = 0.012;
/** How far a vessel's marks are trusted before batches say otherwise, as a share. Chosen. */
const MARK_ERROR = 0.02;
/** How far nothing is known of a salt, as a share: it lies between 33 and 50 g/L. */
const UNKNOWN_ERROR = 0.3;
const MIDDLE_G_PER_L = 39;

/**
 * Grams of one salt a litre of saltwater at 35 ppt, and how true the marks of the vessels are it was mixed in, from batches
 * weighed and measured. In logarithms a batch says: salt ÷ marked litres = grams a litre + vessel's factor + error, which
 * is a linear system; a vessel's factor is held near one by how far marks are trusted.
 * @param batches of one salt
 * @returns undefined without a measured batch
 * Source: Gaussian least squares with priors; the spread of the batches widens the error where it is the greater.
 */
export function learnSalt(
  batches: readonly MeasuredBatch[],
): { readonly salt: LearntSalt; readonly vessels: ReadonlyMap<string, LearntVessel> } | undefined {
  const sound = batches.filter((b) => b.volumeL > 0 && b.saltG > 0 && b.salinity > 0);
  if (sound.length === 0) return undefined;
  const names = [...new Set(sound.flatMap(({ vessel }) => (vessel === undefined ? [] : [vessel])))];
  const size = 1 + names.length;
  const precision = Matrix.zeros(size, size);
  const pull = Matrix.zeros(size, 1);
  const know = (places: readonly number[], value: number, sd: number) => {
    for (const i of places) {
      for (const j of places) precision.set(i, j, precision.get(i, j) + 1 / sd ** 2);
      pull.set(i, 0, pull.get(i, 0) + value / sd ** 2);
    }
  };
  know([0], 0, UNKNOWN_ERROR);
  names.forEach((_, i) => know([1 + i], 0, MARK_ERROR));
  const seen = sound.map(({ volumeL, saltG, salinity, vessel }) => ({
    places: vessel === undefined ? [0] : [0, 1 + names.indexOf(vessel)],
    value: Math.log(atSalinity(saltG / volumeL, salinity, 35) / MIDDLE_G_PER_L),
  }));
  for (const { places, value } of seen) know(places, value, ONE_BATCH_ERROR);
  const found = solve(precision, pull);
  const covariance = solve(precision, Matrix.eye(size));
  const at = (i: number) => found.get(i, 0);
  const left = seen.reduce((sum, { places, value }) => sum + (value - places.reduce((s, i) => s + at(i), 0)) ** 2, 0);
  // Batches that scatter more than instruments explain make everything less sure.
  const spread = Math.max(1, Math.sqrt(left / Math.max(1, sound.length - 1)) / ONE_BATCH_ERROR);
  const error = (i: number) => Math.sqrt(covariance.get(i, i)) * spread;
  return {
    salt: { gramsPerLAt35: MIDDLE_G_PER_L * Math.exp(at(0)), error: error(0), batches: sound.length },
    vessels: new Map(
      names.map((name, i) => [
        name,
        {
          factor: Math.exp(at(1 + i)),
          error: error(1 + i),
          batches: sound.filter(({ vessel }) => vessel === name).length,
        },
      ]),
    ),
  };
}

/**
 * Whether batches say that a vessel's mark is off.
 * By definition: the 95 % range of its factor leaves 1 out.
 */
export function markIsOff({ factor, error }: Pick<LearntVessel, 'factor' | 'error'>): boolean {
  return isToldFromZero(factor - 1, error);
}
