import type { Measurement, StateSpace, StateStep } from '@/numerics/kalman';
import type { Channel, ChannelReading } from './channel';
import { biasKey, readingRow, type Layout } from './state-layout';
import type { StateTransitions, Transition } from './state-transitions';

/** What is not known beforehand of how a tank behaves; averaged over by how well each explains the readings. */
export interface ProcessNoise {
  /** How far calcification moves in a day, as a share of what it usually is: one standard deviation. */
  readonly randomWalk: number;
  /** How many times as far as stated the readings err. */
  readonly readingNoise: number;
  /** How many times as loosely as usual alkalinity hangs together with calcium. */
  readonly coupling: number;
}

/** Share of a day's consumption by which a level wanders unmodelled: uptake by day more than by night. Chosen, by coverage on simulated tanks. */
const RIPPLE_SHARE = 0.06;
/** A walk in what a channel takes of its own is slower than calcification's: chosen. */
const OWN_WALK = 0.3;
/** Corals grow: calcification gains or loses up to some 4 % a month steadily, one standard deviation. Chosen. */
const GROWTH_A_DAY = 0.0015;
/** Before any reading: up to some 5 dKH a day either way. */
const VAGUE_RATE = 2;

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
