import type { SparseMatrix } from '@/numerics/sparse-step';
import type { LevelResponse } from './level-response';
import type { Layout } from './state-layout';

/** Calcification scatters by so much from day to day about its mean, as a share of it. Chosen, by coverage on simulated tanks. */
const DAILY_JITTER = 0.055;
/** Growth itself moves: one standard deviation a day. Chosen. */
const GROWTH_WALK = 0.00005;

/** How the state goes from each moment to the next, whatever wanders: worked out once, for all ways of wandering. */
export interface StateTransitions {
  readonly layout: Layout;
  /** Rising. */
  readonly moments: readonly number[];
  /** By moment; the first goes nowhere. */
  readonly intervals: readonly Transition[];
}

export interface Transition {
  readonly days: number;
  readonly transition: Float64Array;
  readonly input: Float64Array;
  /** Covariance of the noise for a usual consumption of 1: of growth and of days unlike each other; of calcification's walk at 1; of each channel's own. */
  readonly steady: SparseMatrix;
  readonly common: SparseMatrix;
  readonly own: readonly (SparseMatrix | undefined)[];
}

/**
 * @param moments rising
 * @param responses from each to the next, one fewer
 * @param earlierAt the moment whose rate is kept in the state
 * Source: the response of the tank model (`level-response.ts`) as the transition of a linear state-space model.
 */
export function stateTransitions(
  layout: Layout,
  moments: readonly number[],
  responses: readonly LevelResponse[],
  earlierAt: number,
): StateTransitions {
  const { size } = layout;
  const nothing: SparseMatrix = { places: [], values: [] };
  const still: Transition = {
    days: 0,
    transition: identity(size),
    input: new Float64Array(size),
    steady: nothing,
    common: nothing,
    own: layout.own.map((index) => (index === undefined ? undefined : nothing)),
  };
  const intervals = responses.map((response, i) => stretchOver(layout, response, moments[i] ?? 0, earlierAt));
  return { layout, moments, intervals: [still, ...intervals] };
}

function stretchOver(layout: Layout, response: LevelResponse, from: number, earlierAt: number): Transition {
  const { size, channels, calcification, growth, own, earlier } = layout;
  const { at, days, levels, known, consumption } = response;
  const transition = identity(size);
  const input = new Float64Array(size);
  const set = (i: number, j: number, value: number) => (transition[i * size + j] = value);
  /** What so much a day of each species takes from each level by the end of the stretch. */
  const taken = (takes: readonly number[]) =>
    channels.map((_, i) => takes.reduce((sum, amount, j) => sum - amount * (consumption[i]?.[j] ?? 0), 0));
  const perMeq = channels.map((channel) => channel.perMeq);

  channels.forEach((_, i) => {
    channels.forEach((__, j) => set(i, j, levels[i]?.[j] ?? 0));
    input[i] = known[i] ?? 0;
  });
  const byCalcification = taken(perMeq);
  byCalcification.forEach((amount, i) => set(i, calcification, amount));
  // What grows steadily has gained, over the stretch, half of what it has gained by its end.
  set(calcification, growth, days);
  byCalcification.forEach((amount, i) => set(i, growth, (amount * days) / 2));
  const byOwn = own.map((index, channel) => {
    if (index === undefined) return undefined;
    const drop = taken(channels.map((_, j) => (j === channel ? 1 : 0)));
    drop.forEach((amount, i) => set(i, index, amount));
    return { index, drop };
  });
  if (from <= earlierAt && earlierAt < at) {
    // The rate as it stood then is copied, and stands still from here on.
    set(earlier, earlier, 0);
    set(earlier, calcification, 1);
    if (own[0] !== undefined) set(earlier, own[0], 1);
  }

  const steady = gathered(size);
  steady.add(growth, growth, GROWTH_WALK ** 2 * days);
  // A day unlike the next: calcification's scatter about its mean, which leaves levels apart and no trace in the rate.
  const jitter = byCalcification.map((amount) => (amount * DAILY_JITTER) / Math.sqrt(days));
  jitter.forEach((a, i) => jitter.forEach((b, j) => steady.add(i, j, a * b)));
  return {
    days,
    transition,
    input,
    steady,
    common: walkNoise(size, calcification, byCalcification, days),
    own: byOwn.map((each, i) =>
      each ? walkNoise(size, each.index, each.drop, days, channels[i]?.perMeq ?? 1) : undefined,
    ),
  };
}

/** A random walk seen through its integral: q·t, q·t²/2 and q·t³/3 for q = scale², with the level's answer in place of t. */
function walkNoise(size: number, index: number, drop: readonly number[], days: number, scale = 1): SparseMatrix {
  const noise = gathered(size);
  const q = scale ** 2 * days;
  noise.add(index, index, q);
  drop.forEach((a, i) => {
    if (a === 0) return;
    noise.add(i, index, (q * a) / 2);
    noise.add(index, i, (q * a) / 2);
    drop.forEach((b, j) => noise.add(i, j, (q * a * b) / 3));
  });
  return noise;
}

/** A sparse matrix under way; each place is added once. */
function gathered(size: number) {
  const places: number[] = [];
  const values: number[] = [];
  const add = (i: number, j: number, value: number) => {
    if (value === 0) return;
    places.push(i * size + j);
    values.push(value);
  };
  return { places, values, add };
}

function identity(size: number): Float64Array {
  const matrix = new Float64Array(size * size);
  for (let i = 0; i < size; i++) matrix[i * size + i] = 1;
  return matrix;
}
