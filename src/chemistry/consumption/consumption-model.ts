import { MMOL_PER_L_PER_DKH } from '../conversion';
import { CALCIUM_MG_PER_MEQ } from '../tank-model/metabolism';
import type { SpeciesName } from '../tank-model/water';
import type { Measurement, StateSpace, StateStep } from '@/numerics/kalman';
import type { SparseMatrix } from '@/numerics/sparse-step';
import type { LevelResponse } from './level-response';

/** One species whose consumption is followed, and how it hangs together with the others. */
export interface Channel {
  readonly species: SpeciesName;
  /** What calcification takes of it with one milliequivalent of alkalinity, in its own unit. */
  readonly perMeq: number;
  /**
   * How far its consumption may stand apart from calcification: one standard deviation, as a share of it. Of alkalinity that is
   * nitrification, precipitation, a wrong strength; of magnesium the proportion itself, which differs from tank to tank. 0 where
   * it follows calcification strictly.
   */
  readonly ownShare: number;
  /** Bias of one instrument against another, one standard deviation in its own unit. */
  readonly biasSd: number;
  /** A level before any reading, and how little is known of it. */
  readonly level: number;
  readonly levelSd: number;
}

/**
 * Alkalinity, calcium and magnesium, as calcification takes them together: 1 meq : 20.04 mg : about a tenth of the calcium by
 * mass (common practice, and fitted). How far instruments of one kind stand apart is common practice too.
 */
export const CALCIFICATION: readonly [Channel, Channel, Channel] = [
  {
    species: 'alkalinity',
    perMeq: 1,
    ownShare: 0.1,
    biasSd: 0.2 * MMOL_PER_L_PER_DKH,
    level: 3,
    levelSd: 3,
  },
  { species: 'calcium', perMeq: CALCIUM_MG_PER_MEQ, ownShare: 0, biasSd: 10, level: 420, levelSd: 300 },
  {
    species: 'magnesium',
    perMeq: CALCIUM_MG_PER_MEQ / 10,
    ownShare: 1,
    biasSd: 30,
    level: 1300,
    levelSd: 800,
  },
];

/** A reading as the model takes it. */
export interface ChannelReading {
  readonly at: number;
  readonly channel: number;
  readonly value: number;
  readonly sd: number;
  readonly bound?: 'below' | 'above' | undefined;
  /** Which instrument; readings of one share its bias. */
  readonly by: string;
}

/** What is not known beforehand of how a tank behaves; averaged over by how well each explains the readings. */
export interface ProcessNoise {
  /** How far calcification moves in a day, as a share of what it usually is: one standard deviation. */
  readonly randomWalk: number;
  /** How many times as far as stated the readings err. */
  readonly readingNoise: number;
  /** How many times as loosely as usual alkalinity hangs together with calcium. */
  readonly coupling: number;
}

/**
 * Shares of a day's consumption by which a level wanders unmodelled: uptake by day more than by night; a day unlike the next, and consumption
 * that answers to the level it leaves. Chosen, by coverage on simulated tanks.
 */
const RIPPLE_SHARE = 0.06;
const DAILY_JITTER = 0.055;
/** A walk in what a channel takes of its own is slower than calcification's: chosen. */
const OWN_WALK = 0.3;
/** Corals grow: calcification gains or loses up to some 4 % a month steadily, one standard deviation; and that itself moves. Chosen. */
const GROWTH_A_DAY = 0.0015;
const GROWTH_WALK = 0.00005;
/** Before any reading: up to some 5 dKH a day either way. */
const VAGUE_RATE = 2;

/** Where each thing stands in the state: levels, calcification, each channel's own, each instrument's bias, the rate of an earlier day. */
export interface Layout {
  readonly channels: readonly Channel[];
  readonly size: number;
  readonly calcification: number;
  /** How fast calcification grows, a day. */
  readonly growth: number;
  /** By channel; undefined where it has none of its own. */
  readonly own: readonly (number | undefined)[];
  readonly bias: ReadonlyMap<string, number>;
  /** Consumption of the first channel as it was at `earlierAt`, in the state so that the change since has its own error. */
  readonly earlier: number;
}

/**
 * Where in the state each figure stands: levels, calcification and its growth, what a channel takes besides, each instrument's bias.
 * The model's own layout; chosen.
 */
export function layoutOf(channels: readonly Channel[], readings: readonly ChannelReading[]): Layout {
  let size = channels.length;
  const calcification = size++;
  const growth = size++;
  const own = channels.map(({ ownShare }) => (ownShare > 0 ? size++ : undefined));
  const bias = new Map<string, number>();
  for (const { channel, by } of readings) {
    const key = biasKey(channel, by);
    if (!bias.has(key)) bias.set(key, size++);
  }
  return { channels, calcification, growth, own, bias, earlier: size, size: size + 1 };
}

function biasKey(channel: number, by: string): string {
  return `${channel} ${by}`;
}

/**
 * The row by which a state tells what one channel consumes a day.
 * @returns in the channel's unit a day, of alkalinity's calcification by its proportion
 * By definition of the state.
 */
export function rateRow({ channels, calcification, own, size }: Layout, channel: number): Float64Array {
  const row = new Float64Array(size);
  row[calcification] = channels[channel]?.perMeq ?? 0;
  const its = own[channel];
  if (its !== undefined) row[its] = 1;
  return row;
}

/**
 * The row by which a state tells what an instrument would read.
 * @param by the instrument's identity
 * By definition of the state: level plus bias.
 */
export function readingRow({ bias, size }: Layout, channel: number, by: string): Float64Array {
  const row = new Float64Array(size);
  row[channel] = 1;
  const its = bias.get(biasKey(channel, by));
  if (its !== undefined) row[its] = 1;
  return row;
}

/** How the state goes from each moment to the next, whatever wanders: worked out once, for all ways of wandering. */
export interface StateTransitions {
  readonly layout: Layout;
  /** Rising. */
  readonly moments: readonly number[];
  /** By moment; the first goes nowhere. */
  readonly intervals: readonly Transition[];
}

interface Transition {
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

export interface Fit {
  readonly readings: readonly ChannelReading[];
  /** What the tank usually takes a day, mmol/L of alkalinity (or the only channel's unit), above 0: the scale of all that wanders. */
  readonly usual: number;
  readonly processNoise: ProcessNoise;
  /** The first moment that is fitted, by its place. */
  readonly from?: number;
  /** Stretches within which consumption may have stepped, by the place of the moment they end at: as a share of it, one standard deviation. */
  readonly stepped?: ReadonlyMap<number, number> | undefined;
}

/**
 * The state-space model of what a tank consumes: levels carried by the tank model, calcification and what each channel takes
 * besides as random walks, instruments with a bias of their own.
 * Source: Durbin and Koopman 2012, chapter 3; integrated random walks, Harvey 1989, section 2.3.
 */
export function consumptionModel(
  transitions: StateTransitions,
  { readings, usual, processNoise, from = 0, stepped }: Fit,
): StateSpace {
  const { layout, moments, intervals } = transitions;
  const { size, channels, calcification, growth, own, bias } = layout;
  const mean = new Float64Array(size);
  const covariance = new Float64Array(size * size);
  const vary = (index: number | undefined, sd: number) => {
    if (index !== undefined) covariance[index * size + index] = sd ** 2;
  };
  const fitted = from === 0 ? readings : readings.filter(({ at }) => at >= (moments[from] ?? 0));
  channels.forEach((channel, i) => {
    const first = fitted.find((reading) => reading.channel === i && reading.bound === undefined);
    mean[i] = first?.value ?? channel.level;
    vary(i, channel.levelSd);
    vary(own[i], ownShare(channel, i, processNoise) * channel.perMeq * usual);
  });
  vary(calcification, VAGUE_RATE);
  vary(growth, GROWTH_A_DAY * usual);
  for (const [key, index] of bias) vary(index, channels[Number.parseInt(key, 10)]?.biasSd ?? 0);

  const measuredAt = measurements(layout, fitted, usual, processNoise);
  const first = intervals[0];
  const steps = intervals.slice(from).map((stretch, k): StateStep => {
    const own = k === 0 && first ? first : stretch;
    const { transition, input } = own;
    const noise = [...noiseOver(layout, own, usual, processNoise), ...stepOver(own, usual, stepped?.get(from + k))];
    return { transition, input, noise, measured: measuredAt.get(moments[from + k] ?? 0) ?? [] };
  });
  return { size, mean, covariance, steps };
}

/**
 * The noise of a stretch, for a tank that usually takes so much and wanders so.
 * Source: random walks seen through their integrals, q t, q t²/2 and q t³/3 (Harvey 1989, section 9.2).
 */
export function noiseOver(
  { channels }: Layout,
  stretch: Transition,
  usual: number,
  processNoise: ProcessNoise,
): StateStep['noise'] {
  return [
    { part: stretch.steady, times: usual ** 2 },
    { part: stretch.common, times: (processNoise.randomWalk * usual) ** 2 },
    ...channels.flatMap((channel, i) => {
      const part = stretch.own[i];
      const share = Math.min(1, Math.max(0.3, ownShare(channel, i, processNoise)));
      return part ? [{ part, times: (OWN_WALK * processNoise.randomWalk * share * usual) ** 2 }] : [];
    }),
  ];
}

/**
 * A step of calcification somewhere within a stretch, when is not known: the walk of that stretch opened so far that it moves the rate by
 * that share of what is usual, one standard deviation.
 * Source: shocks of a known time, Durbin and Koopman 2012, section 3.2.5.
 */
export function stepOver(
  { common, days }: Pick<Transition, 'common' | 'days'>,
  usual: number,
  share: number | undefined,
): StateStep['noise'] {
  return share === undefined || days <= 0 ? [] : [{ part: common, times: (share * usual) ** 2 / days }];
}

function ownShare(channel: Channel, place: number, { coupling: looseness }: ProcessNoise): number {
  return channel.ownShare * (place === 0 ? looseness : 1);
}

function measurements(
  layout: Layout,
  readings: readonly ChannelReading[],
  usual: number,
  { readingNoise: noise }: ProcessNoise,
): ReadonlyMap<number, Measurement[]> {
  const byMoment = new Map<number, Measurement[]>();
  const rows = new Map<string, Float64Array>();
  // A tank that consumes little has no ripple worth naming beside its test's error.
  const ripple = RIPPLE_SHARE * Math.min(1, usual / RIPPLES_FULLY) * usual;
  for (const { at, channel, by, value, sd, bound } of readings) {
    const key = biasKey(channel, by);
    const row = rows.get(key) ?? readingRow(layout, channel, by);
    rows.set(key, row);
    const variance = (sd * noise) ** 2 + (ripple * (layout.channels[channel]?.perMeq ?? 0)) ** 2;
    const together = byMoment.get(at);
    if (together) together.push({ row, value, variance, bound });
    else byMoment.set(at, [{ row, value, variance, bound }]);
  }
  return byMoment;
}

/** Where a day's ripple counts in full, mmol/L a day. */
const RIPPLES_FULLY = 0.1;

function identity(size: number): Float64Array {
  const matrix = new Float64Array(size * size);
  for (let i = 0; i < size; i++) matrix[i * size + i] = 1;
  return matrix;
}
