/** One water as a method reads it and as another does, with the error of both together, above 0. */
export interface ReadTwice {
  readonly read: number;
  readonly other: number;
  readonly sd: number;
}

export interface BiasForm {
  /** Reads so much more whatever the level, or so many times the level. */
  readonly form: 'offset' | 'factor';
  /** Its reading over the other's. */
  readonly factor: number;
  readonly factorSd: number;
}

/** One form is preferred where its fit is better by this, in twice the logarithm of the likelihood. Chosen: 7 times as likely. */
const CLEARLY = 4;

/**
 * Whether a biased method reads so much too high, or so many times too high: both have one figure to fit, so the better fit tells, where the
 * levels lie far enough apart for the two to differ.
 * @returns an offset where they do not; undefined with fewer than two waters, or where the other reads zero
 * Source: weighted least squares of read = other + b and of read = f × other; their likelihoods compared (Akaike 1974, equal numbers of figures).
 */
export function biasForm(pairs: readonly ReadTwice[]): BiasForm | undefined {
  const weight = pairs.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const squares = pairs.reduce((sum, { other, sd }) => sum + (other / sd) ** 2, 0);
  if (pairs.length < 2 || !(squares > 0)) return undefined;
  const offset = pairs.reduce((sum, { read, other, sd }) => sum + (read - other) / sd ** 2, 0) / weight;
  const factor = pairs.reduce((sum, { read, other, sd }) => sum + (read * other) / sd ** 2, 0) / squares;
  const left = (of: (pair: ReadTwice) => number) => pairs.reduce((sum, pair) => sum + (of(pair) / pair.sd) ** 2, 0);
  const byOffset = left(({ read, other }) => read - other - offset);
  const byFactor = left(({ read, other }) => read - factor * other);
  return {
    form: factor > 0 && byOffset - byFactor > CLEARLY ? 'factor' : 'offset',
    factor,
    factorSd: Math.sqrt(1 / squares),
  };
}
