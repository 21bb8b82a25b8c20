import { DAY_MS } from '../tank-model/time';
import type { StateTransitions } from './state-transitions';
import type { Model } from './fitted-readings';
import { kalmanFilter, type Filtered, type Measurement, type StateSpace, type StateStep } from '@/numerics/kalman';

/*
 * What a walk does not tell of: that consumption stepped, which the next tests show, and that the last reading is a slip, which only the next
 * one shows.
 */

/** Of fewer readings none is judged: it could not be told which is wrong. */
export const LEAST_TO_JUDGE = 4;

/** Whether consumption stepped is asked of the stretches of the last so many days, and of no more than so many of them. Chosen: two months. */
const STEPS_WITHIN_DAYS = 60;
const MOST_STEPS = 8;
/** How seldom a tank steps by itself, as a coral dies or a pump tires. Chosen, with how tanks wander: judged by coverage on simulated tanks. */
const DAYS_BETWEEN_STEPS = 300;
/** How far it steps, as a share of consumption, one standard deviation. Chosen likewise. */
export const STEP_SHARE = 0.3;

/**
 * The moment of the last reading of the first channel, where there are enough before it to judge it.
 * How many are enough is chosen.
 */
export function slipPlace(
  { moments }: StateTransitions,
  from: number,
  readings: Model['readings'],
): number | undefined {
  const own = readings.filter(({ channel }) => channel === 0);
  const last = own.at(-1);
  if (!last || last.bound !== undefined || own.length < LEAST_TO_JUDGE) return undefined;
  const place = moments.lastIndexOf(last.at);
  return place > from ? place : undefined;
}

/**
 * Where a step is looked for: the places of the moments that end a stretch, and how likely a step within it is beforehand.
 * How seldom is chosen (`DAYS_BETWEEN_STEPS`).
 */
export function stepPlaces(
  transitions: StateTransitions,
  from: number,
  readings: Model['readings'],
): (readonly [place: number, chance: number])[] {
  const { moments } = transitions;
  const last = readings.findLast(({ channel }) => channel === 0)?.at ?? -Infinity;
  const places: number[] = [];
  // A stretch after the last reading has none that could tell; and monitors have many: those that lie apart enough.
  const apart = (STEPS_WITHIN_DAYS / MOST_STEPS / 2) * DAY_MS;
  for (let place = moments.length - 1; place > from + 1; place--) {
    const at = moments[place] ?? 0;
    if (at > last) continue;
    if (at < last - STEPS_WITHIN_DAYS * DAY_MS || places.length >= MOST_STEPS) break;
    if (places.every((other) => (moments[other] ?? 0) - at >= apart)) places.unshift(place);
  }
  return places.map((place, i) => {
    const since = moments[i > 0 ? (places[i - 1] ?? 0) : place - 1] ?? 0;
    return [place, Math.min(0.2, ((moments[place] ?? 0) - since) / DAY_MS / DAYS_BETWEEN_STEPS)];
  });
}

/** The last reading, which no later one can bear out yet, is a slip: so likely beforehand, and so many times its error. Common practice: two or three in a hundred. */
const SLIP_CHANCE = 0.03;
const SLIP_TIMES = 8;

export interface Branch {
  /** Undefined where nothing stepped. */
  readonly place: number | undefined;
  readonly slip: boolean;
  readonly chance: number;
  readonly log: number;
  readonly filtered: Pick<Filtered, 'mean' | 'covariance'>;
}

export interface Forks {
  readonly from: number;
  readonly places: readonly (readonly [place: number, chance: number])[];
  readonly stepAt: (place: number) => StateStep['noise'];
  /** The place of the last reading that may be a slip; undefined where it can not be judged. */
  readonly last: number | undefined;
}

/**
 * One filter to the end, one that branches off it at each place, and of each the same with the last reading as a slip.
 * Source: West and Harrison 1997, chapter 12.
 */
export function branches(space: StateSpace, { places, stepAt, from, last }: Forks): Branch[] {
  const { size, steps } = space;
  const end = last === undefined ? steps.length : last - from;
  const tail = steps.slice(end);
  const slipped = tail.map((step, i) =>
    i > 0
      ? step
      : {
          ...step,
          measured: step.measured.map(asSlip),
        },
  );
  const on = (state: Followed, more: readonly StateStep[]): Followed => {
    if (more.length === 0) return state;
    const { mean, covariance, logLikelihood } = kalmanFilter({ size, ...state, steps: more }, undefined, false);
    return { mean, covariance, logLikelihood: state.logLikelihood + logLikelihood };
  };
  const ends = (place: number | undefined, chance: number, state: Followed, opened: StateStep | undefined): Branch[] =>
    [false, true].flatMap((slip) => {
      if (slip && last === undefined) return [];
      const [first, ...rest] = slip ? slipped : tail;
      // The step may lie in the very stretch the last reading ends.
      const own = first ? [opened ? { ...first, noise: opened.noise } : first, ...rest] : [];
      const { mean, covariance, logLikelihood } = on(state, own);
      const is = chance * (last === undefined ? 1 : slip ? SLIP_CHANCE : 1 - SLIP_CHANCE);
      return [{ place, slip, chance: is, log: logLikelihood, filtered: { mean, covariance } }];
    });
  const none = 1 - places.reduce((sum, [, chance]) => sum + chance, 0);
  let state: Followed = { mean: space.mean, covariance: space.covariance, logLikelihood: 0 };
  let done = 0;
  const found = places.flatMap(([place, chance]) => {
    const at = place - from;
    state = on(state, steps.slice(done, Math.min(at, end)));
    done = Math.min(at, end);
    const first = steps[at];
    if (!first) return [];
    const opened = { ...first, noise: [...first.noise, ...stepAt(place)] };
    return at >= end
      ? ends(place, chance, state, opened)
      : ends(place, chance, on(state, [opened, ...steps.slice(at + 1, end)]), undefined);
  });
  return [...ends(undefined, none, on(state, steps.slice(done, end)), undefined), ...found];
}

interface Followed {
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
  readonly logLikelihood: number;
}

/** Its error is a slip's; what other channels were read at in the same moment stands. The first channel's level stands first in the state. */
function asSlip(measurement: Measurement): Measurement {
  const { row, variance } = measurement;
  return row[0] ? { ...measurement, variance: variance * (1 + SLIP_TIMES ** 2) } : measurement;
}
