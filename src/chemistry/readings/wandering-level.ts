import { kalmanFilter, type Filtered, type StateSpace, type StateStep } from '@/numerics/kalman';
import { kalmanSmoother } from '@/numerics/kalman-smoother';
import { sparse } from '@/numerics/sparse-step';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';
import { mixtureQuantile, momentsOf, type Part } from '@/numerics/normal-mixture';
import { seriesOf, spaceOf, stepOver, waysThat, weightsOf, type Series, type Wander } from './wander';

/** A level at a moment, and one standard deviation of it. */
export interface LevelPoint {
  readonly at: number;
  readonly level: number;
  readonly levelSd: number;
}

/** A level to come, with its 95 % range. */
export interface LevelAhead {
  readonly at: number;
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** What readings tell of a level's course. */
export interface WanderingLevel {
  /** Moments of the readings that all others contradict. */
  readonly apart: readonly number[];
  /** So far, at moments no later than the last reading. */
  readonly through: (moments: readonly number[]) => LevelPoint[];
  /** From the last reading on. */
  readonly ahead: (moments: readonly number[]) => LevelAhead[];
}

/** How a level wanders is learnt from its last so many readings. */
const LEARNT_FROM = 60;
/** Besides the ways of wandering, the rate may have turned once, at one of the last so many readings; so often at each, by so many errors a day. Chosen. */
const TURNS_AT = 14;
const TURNED = 0.025;
const TURN = 0.1;
const LEAST_BEFORE_A_TURN = 3;
/** How often a level does not stray, and a rate does not. Chosen, and judged by coverage. */
const STAYS: Wander = { level: 0.44, rate: 0.6 };
/** The likeliest ways are followed, and the likeliest of those drawn. */
const MOST_FOLLOWED = 32;
const MOST_DRAWN = 4;

/** One way of wandering and of having turned, and where it has come. */
interface Way {
  readonly wander: Wander;
  /** The reading by whose step the rate turned. */
  readonly turn: number | undefined;
  readonly weight: number;
  readonly end: Pick<Filtered, 'mean' | 'covariance'>;
}

/**
 * Where a level was, and will be if it goes on as such levels do: a straight line that strays, its ways of straying weighed by how well each
 * foretold the readings, and a turn of its rate looked for among the last of them.
 *
 * Its range is that of the level itself at a moment, its own wandering to come counted in; a single test of it errs besides.
 *
 * @param given in order of time, each at a moment of its own (`by-the-day.ts`)
 * @returns undefined with fewer than two readings, or all within half a day
 * Source: the local linear trend (`wander.ts`), its unknown walks averaged over; one turn at the most, as West and Harrison 1997, *Bayesian
 * Forecasting and Dynamic Models*, ch. 12, class II.
 */
export function wanderingLevel(given: readonly Point[]): WanderingLevel | undefined {
  const [first, last] = [given[0], given.at(-1)];
  if (!first || !last || last.at - first.at < DAY_MS / 2) return undefined;
  const series = seriesOf(given);
  const { unit } = series;
  const recent = seriesFrom(series, Math.max(0, given.length - LEARNT_FROM));
  const ways = waysOf(recent);
  return {
    apart: [...series.apart].flatMap((place) => series.readings[place]?.at ?? []),
    through: (moments) => through(series, ways, moments, given.length - recent.readings.length),
    ahead: (moments) =>
      moments.map((at) => {
        const days = Math.max(0, (at - last.at) / DAY_MS);
        const parts = ways.map(({ weight, end: { mean, covariance: c }, wander: { level, rate } }): Part => {
          const strays = (level * unit) ** 2 * days + ((rate * unit) ** 2 * days ** 3) / 3;
          const known = (c[0] ?? 0) + 2 * days * (c[1] ?? 0) + days ** 2 * (c[3] ?? 0);
          return { weight, mean: (mean[0] ?? 0) + days * (mean[1] ?? 0), sd: Math.sqrt(Math.max(0, known + strays)) };
        });
        return {
          at,
          value: mixtureQuantile(parts, 0.5),
          low: mixtureQuantile(parts, 0.025),
          high: mixtureQuantile(parts, 0.975),
        };
      }),
  };
}

function seriesFrom({ readings, unit, apart }: Series, from: number): Series {
  return {
    readings: readings.slice(from),
    unit,
    apart: new Set([...apart].flatMap((place) => (place >= from ? [place - from] : []))),
  };
}

function waysOf(series: Series): Way[] {
  const tried = waysThat(STAYS).flatMap(({ wander, usual }) => {
    const space = spaceOf(series, wander);
    // A rate that walks turns by itself.
    if (wander.rate > 0)
      return [{ wander, turn: undefined, log: Math.log(usual), end: kalmanFilter(space, undefined, false) }];
    const places = turnsIn(series);
    return [
      {
        wander,
        turn: undefined,
        log: Math.log(usual * (1 - TURNED * places.length)),
        end: kalmanFilter(space, undefined, false),
      },
      ...turned(space, places, series.unit).map((end) => ({ wander, log: Math.log(usual * TURNED), ...end })),
    ];
  });
  const weights = weightsOf(tried.map(({ log, end }) => log + end.logLikelihood));
  const likely = tried
    .map(({ wander, turn, end }, i) => ({ wander, turn, end, weight: weights[i] ?? 0 }))
    .toSorted((a, b) => b.weight - a.weight)
    .slice(0, MOST_FOLLOWED);
  const whole = likely.reduce((sum, { weight }) => sum + weight, 0);
  return likely.map((way) => ({ ...way, weight: way.weight / whole }));
}

function turnsIn({ readings }: Series): number[] {
  const from = Math.max(LEAST_BEFORE_A_TURN, readings.length - TURNS_AT);
  return readings.flatMap((_, i) => (i >= from ? [i] : []));
}

/** The filter followed to each place and let turn there: a turn costs only what comes after it. */
function turned(space: StateSpace, places: readonly number[], unit: number): { turn: number; end: Filtered }[] {
  const first = places[0];
  if (first === undefined) return [];
  const { steps } = space;
  let straight = kalmanFilter({ ...space, steps: steps.slice(0, first) }, undefined, false);
  return places.map((turn) => {
    const [own, ...rest] = steps.slice(turn);
    const bent = own ? [turnedWithin(own, unit), ...rest] : [];
    const end = kalmanFilter({ ...space, ...straight, steps: bent }, undefined, false);
    const found = { turn, end: { ...end, logLikelihood: end.logLikelihood + straight.logLikelihood } };
    const next = kalmanFilter({ ...space, ...straight, steps: own ? [own] : [] }, undefined, false);
    straight = { ...next, logLikelihood: next.logLikelihood + straight.logLikelihood };
    return found;
  });
}

/** The same step, at the end of which the rate has turned. */
function turnedWithin(step: StateStep, unit: number): StateStep {
  return { ...step, noise: [...step.noise, { part: sparse(Float64Array.of(0, 0, 0, 1)), times: (TURN * unit) ** 2 }] };
}

/** By the smoother under the likeliest ways, the moments as steps at which nothing is read. */
function through(series: Series, ways: readonly Way[], moments: readonly number[], before: number): LevelPoint[] {
  const { unit } = series;
  const asked = [...new Set(moments)].toSorted((a, b) => a - b);
  const likely = ways.toSorted((a, b) => b.weight - a.weight).slice(0, MOST_DRAWN);
  const whole = likely.reduce((sum, { weight }) => sum + weight, 0);
  const level = Float64Array.of(1, 0);
  const drawn = likely.map(({ wander, turn, weight }) => {
    const space = spaceOf(series, wander);
    const stops = stopsOf(series, asked);
    let at = series.readings[0]?.at ?? 0;
    const steps = stops.map((stop): StateStep => {
      const days = (stop.at - at) / DAY_MS;
      at = stop.at;
      const measured = stop.reading === undefined ? [] : (space.steps[stop.reading]?.measured ?? []);
      const step = stepOver(days, 2, unit, wander, measured);
      return turn !== undefined && stop.reading === turn + before ? turnedWithin(step, unit) : step;
    });
    const smooth = kalmanSmoother({ ...space, steps }, kalmanFilter({ ...space, steps }), [level]);
    const told = new Map<number, Part>();
    stops.forEach((stop, i) => {
      const state = smooth.steps[i];
      if (stop.reading === undefined && state)
        told.set(stop.at, { weight: weight / whole, mean: state.mean[0] ?? 0, sd: Math.sqrt(state.variances[0] ?? 0) });
    });
    return told;
  });
  return moments.map((at) => {
    const { mean, sd } = momentsOf(drawn.flatMap((told) => told.get(at) ?? []));
    return { at, level: mean, levelSd: sd };
  });
}

interface Stop {
  readonly at: number;
  /** The place of the reading taken then; undefined where it is only asked after. */
  readonly reading: number | undefined;
}

function stopsOf({ readings }: Series, moments: readonly number[]): Stop[] {
  return [
    ...readings.map(({ at }, reading): Stop => ({ at, reading })),
    ...moments.map((at): Stop => ({ at, reading: undefined })),
  ].toSorted((a, b) => a.at - b.at);
}
