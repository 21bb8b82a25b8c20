import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import { rateRow } from './state-layout';
import { spans, type Model } from './fitted-readings';
import { LEAST_TO_JUDGE } from './steps-and-slips';
import { learntFrom, posteriorMoments, type Tried } from './process-noise';

/** How far alkalinity and calcium stand apart from the proportion of calcification. */
export interface Mismatch {
  /** Consumption of alkalinity that calcium does not explain, mmol/L a day; below 0 where calcium goes without it. */
  readonly perDay: number;
  readonly perDaySd: number;
  /** That they stand apart, 0 to 1, as likely as the readings make it. */
  readonly likely: number;
  /** Likely beyond doubt, and large enough to matter: a finding. */
  readonly found: boolean;
}

/** Whether consumption is what it was four weeks ago. */
export interface PaceChange {
  readonly since: number;
  readonly perDayThen: number;
  /** Now less then, with its own error. */
  readonly difference: number;
  readonly differenceSd: number;
  readonly changed: boolean;
}

/** How consumption grows in a month, as a share of what it is, with its standard deviation. */
export interface Growth {
  readonly share: number;
  readonly sd: number;
}

/** Magnesium taken with each milliequivalent of alkalinity, mg, with its standard deviation. */
export interface Proportion {
  readonly mg: number;
  readonly sd: number;
}

/** Alkalinity apart from calcium by less than this share of consumption is no finding. */
const MISMATCH_SHARE = 0.12;

/**
 * What alkalinity takes a day that calcium does not account for, told without the belief that the two go together, and how likely it is that
 * they do not.
 * @returns mmol/L a day; undefined where not both were read over long enough
 * Source: the filtered state, averaged over the uncoupled process noises; the share that counts as a finding is chosen.
 */
export function mismatchOf(model: Model, tried: readonly Tried[]): Mismatch | undefined {
  const { layout } = model.transitions;
  const index = layout.own[0];
  const bothRead = [0, 1].every((i) => spans(model.readings.filter(({ channel }) => channel === i)));
  if (index === undefined || !bothRead) return undefined;
  const row = new Float64Array(layout.size);
  row[index] = 1;
  const apart = tried.filter(({ processNoise }) => processNoise.coupling > 1);
  const likely = apart.reduce((sum, { weight }) => sum + weight, 0);
  // Told without the belief that they go together.
  const { mean, sd } = posteriorMoments(
    apart.map((each) => ({ ...each, weight: each.weight / Math.max(likely, 1e-300) })),
    row,
  );
  const large = Math.abs(mean) > Math.max(MISMATCH_SHARE * model.usual, halfWidth95(sd));
  return { perDay: mean, perDaySd: sd, likely, found: likely > 0.8 && large };
}

/**
 * The rate of the first channel now against what it was at the moment whose rate the state keeps.
 * @returns a day, in the channel's unit; undefined with too few readings, or none before that moment over long enough
 * Source: the difference of two parts of the filtered state, with its own variance.
 */
export function paceOf(model: Model, tried: readonly Tried[]): PaceChange | undefined {
  const { earlierAt, transitions } = model;
  const { layout } = transitions;
  const own = model.readings.filter(({ channel }) => channel === 0);
  if (earlierAt <= (transitions.moments[learntFrom(transitions)] ?? Infinity) || own.length < LEAST_TO_JUDGE)
    return undefined;
  if (!spans(own.filter(({ at }) => at <= earlierAt))) return undefined;
  const now = rateRow(layout, 0);
  const then = new Float64Array(layout.size);
  then[layout.earlier] = 1;
  const since = now.map((value, i) => value - (then[i] ?? 0));
  const { mean, sd } = posteriorMoments(tried, since);
  return {
    since: earlierAt,
    perDayThen: posteriorMoments(tried, then).mean,
    difference: mean,
    differenceSd: sd,
    changed: isToldFromZero(mean, sd),
  };
}

/**
 * How consumption grows in a month of 30 days, as a share of itself.
 * @returns undefined where calcification itself is not told from zero
 * Source: the growth of the filtered state over its rate.
 */
export function growthOf(model: Model, tried: readonly Tried[]): Growth | undefined {
  const { layout } = model.transitions;
  const growth = new Float64Array(layout.size);
  growth[layout.growth] = 1;
  const calcification = new Float64Array(layout.size);
  calcification[layout.calcification] = 1;
  const rate = posteriorMoments(tried, calcification);
  if (!(rate.mean > halfWidth95(rate.sd))) return undefined;
  const { mean, sd } = posteriorMoments(tried, growth);
  return { share: (30 * mean) / rate.mean, sd: (30 * sd) / rate.mean };
}

/**
 * Magnesium taken with each milliequivalent of alkalinity, mg.
 * @returns undefined where magnesium was not read over long enough, or calcification is not told from zero
 * Source: the filtered state: the model's own proportion, and what magnesium takes besides over calcification.
 */
export function proportionOf(model: Model, tried: readonly Tried[]): Proportion | undefined {
  const { layout } = model.transitions;
  const magnesium = layout.own[2];
  const perMeq = layout.channels[2]?.perMeq;
  if (magnesium === undefined || perMeq === undefined) return undefined;
  if (!spans(model.readings.filter(({ channel }) => channel === 2))) return undefined;
  const calcification = new Float64Array(layout.size);
  calcification[layout.calcification] = 1;
  const own = new Float64Array(layout.size);
  own[magnesium] = 1;
  const common = posteriorMoments(tried, calcification);
  const besides = posteriorMoments(tried, own);
  if (!(common.mean > halfWidth95(common.sd))) return undefined;
  return { mg: perMeq + besides.mean / common.mean, sd: besides.sd / common.mean };
}
