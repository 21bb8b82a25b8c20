import { DAY_MS } from '../../tank-model/time';
import { interruptedSeries } from '../interrupted-series';
import { movementOf } from '../movement';
import { ratesByScale } from '../rates-by-scale';
import { wanderingLevel } from '../wandering-level';
import { lineFalls, segmentShows } from './least-squares';
import { bends, noiseOf, pulledBack, read, season, strays, type Course, type Reading } from './outside-series';

/** How often, in 100, a fall is told; a rise; and a fall by one line through all tests. */
export interface TrendScore {
  readonly falls: number;
  readonly rises: number;
  readonly steady: number;
  readonly leastSquares: number;
}

/** What is said of so many series of one course. */
export function trendScore(course: Course, how: Reading, series: number, seed: number, matters = 0.1): TrendScore {
  const count = { falls: 0, rises: 0, steady: 0, leastSquares: 0 };
  for (let i = 0; i < series; i++) {
    const readings = read(seed + i, course, how);
    const moved = movementOf(ratesByScale(readings), readings, { perDay: matters });
    if (moved?.moves === 'falling') count.falls += 1;
    if (moved?.moves === 'rising') count.rises += 1;
    if (moved?.moves === 'steady') count.steady += 1;
    if (lineFalls(readings)) count.leastSquares += 1;
  }
  const share = (n: number) => (100 * n) / series;
  return {
    falls: share(count.falls),
    rises: share(count.rises),
    steady: share(count.steady),
    leastSquares: share(count.leastSquares),
  };
}

/** The tables of nine weekly tests: the course falls by so many errors in the eight weeks, evenly or in the last four of them. */
export const fallsBy = (errors: number): Course => bends(0, 0, -errors / 56);
export const fallsLate = (errors: number): Course => bends(28, 0, -errors / 28);
export const turnsOver = (errors: number): Course => bends(28, errors / 28, -errors / 28);

/** Courses to be foreseen, each made anew by its seed. */
export const TO_FORESEE: Readonly<Record<string, (seed: number) => Course>> = {
  drifts: (seed) => bends(0, 0, noiseOf(seed)(0.06)),
  turns: (seed) => {
    const noise = noiseOf(seed);
    return bends(60 + 50 * Math.abs(noise(0.6)), noise(0.06), noise(0.06));
  },
  'follows a season': (seed) => season(4, noiseOf(seed)(3)),
  'strays a little': (seed) => strays(noiseOf(seed), 0.15),
  strays: (seed) => strays(noiseOf(seed), 0.35),
  'is pulled back': (seed) => pulledBack(noiseOf(seed), { sd: 1.2, days: 20 }),
  'drifts and is pulled back': (seed) => pulledBack(noiseOf(seed), { sd: 1, days: 12, drift: 0.04 }),
};

export const AHEAD = [7, 14, 28] as const;

/** How often, in 100, the level so many days on lay in its range; and how wide that is, in errors, against the best that a straight line with all known would do. */
export function foreseenScore(made: (seed: number) => Course, how: Reading, series: number, seed: number) {
  const held = AHEAD.map(() => 0);
  const half = AHEAD.map(() => 0);
  for (let i = 0; i < series; i++) {
    const course = made(seed + i);
    const readings = read(seed + i, course, how);
    const last = readings.at(-1)?.at ?? 0;
    const ahead = wanderingLevel(readings)?.ahead(AHEAD.map((days) => last + days * DAY_MS)) ?? [];
    ahead.forEach(({ at, low, high }, k) => {
      const truth = course(at / DAY_MS);
      if (low <= truth && truth <= high) held[k] = (held[k] ?? 0) + 1;
      half[k] = (half[k] ?? 0) + (high - low) / 2;
    });
  }
  return { held: held.map((n) => (100 * n) / series), half: half.map((sum) => sum / series) };
}

/** Fifteen tests about an event on their middle day. */
export const ABOUT: Reading = { tests: 15, everyDays: 4 };
export const EVENT_DAY = 27;

export const jumpsBy =
  (errors: number): Course =>
  (day) =>
    day >= EVENT_DAY ? errors : 0;
export const turnsBy = (errors: number): Course => bends(EVENT_DAY, 0, errors / 28);

/** How often, in 100, a jump is told with the event, and a turn; and by segmented least squares. */
export function interruptedScore(made: (seed: number) => Course, how: Reading, series: number, seed: number) {
  const count = { jump: 0, turn: 0, lineJump: 0, lineTurn: 0 };
  for (let i = 0; i < series; i++) {
    const readings = read(seed + i, made(seed + i), how);
    const told = interruptedSeries(readings, EVENT_DAY * DAY_MS, { level: 2, perDay: 2 / 7 })?.how;
    if (told) count[told] += 1;
    if (segmentShows(readings, EVENT_DAY, 'jump')) count.lineJump += 1;
    if (segmentShows(readings, EVENT_DAY, 'turn')) count.lineTurn += 1;
  }
  const share = (n: number) => (100 * n) / series;
  return {
    jump: share(count.jump),
    turn: share(count.turn),
    lineJump: share(count.lineJump),
    lineTurn: share(count.lineTurn),
  };
}
