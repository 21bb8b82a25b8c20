import { median } from 'simple-statistics';
import { kalmanFilter, type StateSpace, type StateStep } from '@/numerics/kalman';
import { kalmanSmoother } from '@/numerics/kalman-smoother';
import { sparse } from '@/numerics/sparse-step';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';

/** How a level may wander, in errors of a reading: how far it strays in a day, and its rate a day in a day. */
export interface Wander {
  readonly level: number;
  readonly rate: number;
}

/** How levels wander that do, and how usual each is among them. Chosen, and judged by coverage on series that something else made. */
const LEVELS: readonly (readonly [number, number])[] = [
  [0.1, 0.3],
  [0.25, 0.32],
  [0.6, 0.38],
];
const RATES: readonly (readonly [number, number])[] = [
  [0.006, 0.5],
  [0.015, 0.32],
  [0.05, 0.18],
];
/** As most levels wander, where one way has to do. */
const AS_MOST: Wander = { level: 0.3, rate: 0.004 };
/** A reading so many standard deviations off what all others say of it stands apart; of more than a sixth of them the level wanders. */
const APART_AT = 4;
const MOST_APART = 1 / 6;
/** Nothing is known of the level beforehand; of its rate that it moves by no more than a few errors a day. */
const LEVEL_OPEN = 100;
const RATE_OPEN = 3;
/** What stands apart counts so little. */
const NO_NEWS = 1e4;

/** Readings ready to be followed. */
export interface Series {
  /** In order of time, each at a moment of its own. */
  readonly readings: readonly Point[];
  /** The usual error of one. */
  readonly unit: number;
  /** What stands apart from all others, by its place. */
  readonly apart: ReadonlySet<number>;
}

/** A way of wandering, and how usual it is beforehand. */
export interface WayOfWandering {
  readonly wander: Wander;
  readonly usual: number;
}

/**
 * All ways of wandering.
 * @param stays how often a level does not stray, and a rate does not, 0 to 1
 * Chosen, and judged by coverage on outside series.
 */
export function waysThat(stays: Wander): WayOfWandering[] {
  const some = (list: typeof LEVELS, none: number) => [
    [0, none] as const,
    ...list.map(([size, usual]) => [size, usual * (1 - none)] as const),
  ];
  return some(LEVELS, stays.level).flatMap(([level, a]) =>
    some(RATES, stays.rate).map(([rate, b]) => ({ wander: { level, rate }, usual: a * b })),
  );
}

/**
 * A series, with the readings found that all others contradict.
 * Source: each reading against the others; how far is too far is chosen.
 */
export function seriesOf(readings: readonly Point[]): Series {
  const unit = median(readings.map(({ sd }) => sd));
  const apart = new Set<number>();
  // A slip makes its neighbours look wrong too: the worst goes first.
  for (let round = 0; round <= readings.length * MOST_APART; round++) {
    const space = spaceOf({ readings, unit, apart }, AS_MOST);
    const { deletionResiduals } = kalmanSmoother(space, kalmanFilter(space));
    const off = readings.map((_, i) => (apart.has(i) ? 0 : Math.abs(deletionResiduals[i]?.[0] ?? 0)));
    const worst = off.reduce((most, each, i) => (each > (off[most] ?? 0) ? i : most), 0);
    if (!((off[worst] ?? 0) > APART_AT)) return { readings, unit, apart };
    if (apart.size + 1 > readings.length * MOST_APART) break;
    apart.add(worst);
  }
  return { readings, unit, apart: new Set() };
}

/** What is followed besides level and rate: how a reading shows it, and one standard deviation of it beforehand. */
export interface Besides {
  readonly shows: (at: number) => number;
  readonly sd: number;
}

/**
 * Level and rate, the level a straight line that strays: a random walk of level and of rate, and what is followed besides, that stays.
 * Source: the local linear trend, Harvey 1989, *Forecasting, Structural Time Series Models and the Kalman Filter*, section 2.3.2; its noise
 * over any number of days, section 9.2.1 there.
 */
export function spaceOf(series: Series, wander: Wander, besides?: Besides): StateSpace {
  const { readings, unit } = series;
  const size = besides ? 3 : 2;
  const covariance = new Float64Array(size * size);
  covariance[0] = (LEVEL_OPEN * unit) ** 2;
  covariance[size + 1] = (RATE_OPEN * unit) ** 2;
  if (besides) covariance[8] = besides.sd ** 2;
  const mean = new Float64Array(size);
  mean[0] = median(readings.map(({ value }) => value));
  let before = readings[0]?.at ?? 0;
  const steps = readings.map(({ at }, i): StateStep => {
    const days = (at - before) / DAY_MS;
    before = at;
    return stepOver(days, size, unit, wander, measuredAt(series, i, size, besides));
  });
  return { size, mean, covariance, steps };
}

/**
 * A step of so many days.
 * Source: the local linear trend, Harvey 1989, sections 2.3.2 and 9.2.1.
 */
export function stepOver(
  days: number,
  size: number,
  unit: number,
  { level, rate }: Wander,
  measured: StateStep['measured'] = [],
): StateStep {
  const [a, b] = [(level * unit) ** 2, (rate * unit) ** 2];
  const transition = new Float64Array(size * size);
  for (let i = 0; i < size; i++) transition[i * (size + 1)] = 1;
  transition[1] = days;
  const noise = new Float64Array(size * size);
  noise[0] = a * days + (b * days ** 3) / 3;
  noise[1] = noise[size] = (b * days ** 2) / 2;
  noise[size + 1] = b * days;
  return { transition, input: new Float64Array(size), noise: [{ part: sparse(noise), times: 1 }], measured };
}

function measuredAt({ readings, apart }: Series, i: number, size: number, besides?: Besides): StateStep['measured'] {
  const reading = readings[i];
  if (!reading) return [];
  const row = new Float64Array(size);
  row[0] = 1;
  if (besides) row[2] = besides.shows(reading.at);
  return [{ row, value: reading.value, variance: reading.sd ** 2 * (apart.has(i) ? NO_NEWS : 1) }];
}

/**
 * Weights that sum to one, of logarithms of any size.
 * By definition: exp(l − max)/Σ.
 */
export function weightsOf(logs: readonly number[]): number[] {
  const most = Math.max(...logs);
  const sizes = logs.map((log) => Math.exp(log - most));
  const sum = sizes.reduce((total, size) => total + size, 0);
  return sizes.map((size) => size / sum);
}
