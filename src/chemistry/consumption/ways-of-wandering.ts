import { consumptionModel, stepOver, type Course, type Wander } from './consumption-model';
import type { Model } from './fitted-readings';
import { dot } from './step-algebra';
import { kalmanFilter, type Filtered, type StateSpace, type StateStep } from './kalman';
import { DAY_MS } from '../tank-model/time';

/** Of fewer readings none is judged: it could not be told which is wrong. */
export const LEAST_TO_JUDGE = 4;

/** How a tank wanders is learnt from its last so many moments. */
const LEARNT_FROM = 80;

/** How tanks wander, with how usual each is beforehand. Chosen, and judged by coverage on simulated tanks. */
const WALKS: readonly (readonly [number, number])[] = [
  [0.004, 0.5],
  [0.01, 0.35],
  [0.03, 0.13],
  [0.07, 0.02],
];
const NOISES: readonly (readonly [number, number])[] = [
  [0.8, 0.3],
  [1.2, 0.5],
  [1.8, 0.2],
];
const NOISES_WHEN_LOOSE: typeof NOISES = [
  [0.8, 0.4],
  [1.2, 0.6],
];
const LOOSENESSES: readonly (readonly [number, number])[] = [
  [1, 0.85],
  [10, 0.15],
];
/** As most tanks wander, where one way has to do. */
export const AS_MOST: Wander = { walk: 0.02, noise: 1.1, looseness: 2 };

/** One way of wandering, and the state it leads to. */
export interface Tried {
  readonly wander: Wander;
  /** The moment that ends the stretch within which consumption stepped, by its place; undefined where it did not. */
  readonly stepped: number | undefined;
  /** The last reading of the first channel is a slip. */
  readonly slip: boolean;
  readonly weight: number;
  readonly filtered: Pick<Filtered, 'mean' | 'covariance'>;
}

/** Whether consumption stepped is asked of the stretches of the last so many days, and of no more than so many of them. Chosen: two months. */
const STEPS_WITHIN_DAYS = 60;
const MOST_STEPS = 8;
/** How seldom a tank steps by itself, as a coral dies or a pump tires. Chosen, with how tanks wander: judged by coverage on simulated tanks. */
const DAYS_BETWEEN_STEPS = 300;
/** How far it steps, as a share of consumption, one standard deviation. Chosen likewise. */
export const STEP_SHARE = 0.3;

/**
 * The end of the record under each way of wandering, and each of those with one step besides in one of the last stretches; weighed by
 * how well it foretold the readings.
 *
 * Each way's filter is followed to the stretch and branches there, so that a step costs only what comes after it.
 * Source: West and Harrison 1997, *Bayesian Forecasting and Dynamic Models*, 2nd ed., ch. 12 (multi-process models, class II), with one step
 * at the most.
 */
export function tryWanders({ course, readings, usual, stepped }: Model): Tried[] {
  const from = learntFrom(course);
  const loose = course.layout.own[0] === undefined ? LOOSENESSES.slice(0, 1) : LOOSENESSES;
  const places = stepPlaces(course, from, readings);
  const last = slipPlace(course, from, readings);
  const stepAt = (place: number) => {
    const stretch = course.stretches[place];
    return stretch ? stepOver(stretch, usual, STEP_SHARE) : [];
  };
  const weighed = WALKS.flatMap(([walk, walkIs]) =>
    loose.flatMap(([looseness, loosenessIs]) =>
      // A tank that keeps no proportion is seldom: less is tried of it.
      (looseness === 1 ? NOISES : NOISES_WHEN_LOOSE).flatMap(([noise, noiseIs]) => {
        const wander = { walk, noise, looseness };
        const space = consumptionModel(course, { readings, usual, wander, from, stepped });
        const is = Math.log(walkIs * noiseIs * loosenessIs);
        // One that keeps no proportion is followed without steps: two rare things at once.
        const forks = { from, last, places: looseness === 1 ? places : [], stepAt };
        return branches(space, forks).map(({ place, slip, chance, log, filtered }) => ({
          wander,
          stepped: place,
          slip,
          log: log + is + Math.log(chance),
          filtered,
        }));
      }),
    ),
  );
  const most = Math.max(...weighed.map(({ log }) => log));
  const sum = weighed.reduce((total, { log }) => total + Math.exp(log - most), 0);
  return weighed.map(({ log, ...each }) => ({ ...each, weight: Math.exp(log - most) / sum }));
}

/** The moment of the last reading of the first channel, where there are enough before it to judge it. */
function slipPlace({ moments }: Course, from: number, readings: Model['readings']): number | undefined {
  const own = readings.filter(({ channel }) => channel === 0);
  const last = own.at(-1);
  if (!last || last.bound !== undefined || own.length < LEAST_TO_JUDGE) return undefined;
  const place = moments.lastIndexOf(last.at);
  return place > from ? place : undefined;
}

/** Where a step is looked for: the places of the moments that end a stretch, and how likely a step within it is beforehand. */
function stepPlaces(
  course: Course,
  from: number,
  readings: Model['readings'],
): (readonly [place: number, chance: number])[] {
  const { moments } = course;
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

interface Branch {
  /** Undefined where nothing stepped. */
  readonly place: number | undefined;
  readonly slip: boolean;
  readonly chance: number;
  readonly log: number;
  readonly filtered: Tried['filtered'];
}

interface Forks {
  readonly from: number;
  readonly places: readonly (readonly [place: number, chance: number])[];
  readonly stepAt: (place: number) => StateStep['noise'];
  /** The place of the last reading that may be a slip; undefined where it can not be judged. */
  readonly last: number | undefined;
}

/** One filter to the end, one that branches off it at each place, and of each the same with the last reading as a slip. */
function branches(space: StateSpace, { places, stepAt, from, last }: Forks): Branch[] {
  const { size, steps } = space;
  const end = last === undefined ? steps.length : last - from;
  const tail = steps.slice(end);
  const slipped = tail.map((step, i) =>
    i > 0
      ? step
      : {
          ...step,
          measured: step.measured.map((each) => ({ ...each, variance: each.variance * (1 + SLIP_TIMES ** 2) })),
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

/** The place of the first moment of those. */
export function learntFrom({ moments }: Course): number {
  return Math.max(0, moments.length - LEARNT_FROM);
}

/** Mean and standard deviation of what a row tells of the state, over all that was tried. */
export function told(tried: readonly Tried[], row: Float64Array): { readonly mean: number; readonly sd: number } {
  let mean = 0;
  let square = 0;
  for (const { weight, filtered } of tried) {
    const own = dot(row, filtered.mean);
    mean += weight * own;
    square += weight * (varianceOf(row, filtered.covariance) + own ** 2);
  }
  return { mean, sd: Math.sqrt(Math.max(0, square - mean ** 2)) };
}

/** The variance of what a row tells of a state. */
export function varianceOf(row: Float64Array, covariance: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < row.length; i++) {
    const own = row[i] ?? 0;
    if (own === 0) continue;
    for (let j = 0; j < row.length; j++) sum += own * (row[j] ?? 0) * (covariance[i * row.length + j] ?? 0);
  }
  return Math.max(0, sum);
}
