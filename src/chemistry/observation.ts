/**
 * One measurement of one quantity, as every estimate, trend and outlook takes it: with its own error, whatever it was
 * read by. Made from readings in one place (`derived/observations/observations.ts`); the models never ask how a kit errs.
 */
export interface Observation {
  /** Epoch ms. */
  readonly at: number;
  /** In the quantity's canonical unit, corrections applied. Where there is a bound, the bound itself. */
  readonly value: number;
  /** One standard deviation of this measurement, in the same unit, above 0. Of a bound: of the instrument at it. */
  readonly sd: number;
  /** The instrument told only that the true value lies on this side: "<0.02" is 0.02 with 'below'. */
  readonly bound?: 'below' | 'above' | undefined;
}

/** The sign that a measured figure carries: "<", ">" or none. */
export function boundSign(bound: Observation['bound']): '' | '<' | '>' {
  return bound === undefined ? '' : bound === 'below' ? '<' : '>';
}

/** A measurement as a least-squares fit can take it. */
export interface Point {
  readonly at: number;
  readonly value: number;
  readonly sd: number;
}

/**
 * The point that stands for an observation in a fit. A reading is for itself. "Below L" says that every value from 0 to L
 * is as likely: its mean is L/2 and its standard deviation L/√12, joined with the instrument's own error at L.
 * @returns undefined for "above", which bounds nothing from the other side
 * Source: the mean and variance of the uniform distribution. Half the limit is also the customary substitution for censored
 * measurements (common practice).
 * @example asPoint({ at: 0, value: 0.02, sd: 0.003, bound: 'below' }) // { at: 0, value: 0.01, sd: 0.0065 }
 */
export function asPoint({ at, value, sd, bound }: Observation): Point | undefined {
  if (bound === undefined) return { at, value, sd };
  if (bound === 'above') return undefined;
  return { at, value: value / 2, sd: Math.hypot(value / Math.sqrt(12), sd) };
}

/** The points of those that have one. */
export function pointsOf(observations: readonly Observation[]): Point[] {
  return observations.flatMap((observation) => asPoint(observation) ?? []);
}
