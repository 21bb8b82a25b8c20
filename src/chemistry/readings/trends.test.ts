import { describe, expect, it } from 'vitest';
import { WHOLE } from '@/testing/tier';
import { DAY_MS } from '../tank-model/time';
import { interruptedSeries } from './interrupted-series';
import { movementOf } from './movement';
import { ratesByScale } from './rates-by-scale';
import { noiseOf, pulledBack, read, strays } from './testing/outside-series';
import {
  ABOUT,
  fallsBy,
  fallsLate,
  foreseenScore,
  interruptedScore,
  jumpsBy,
  TO_FORESEE,
  trendScore,
  turnsBy,
  turnsOver,
} from './testing/trend-scores';
import { wanderingLevel } from './wandering-level';

/*
 * Against ordinary and segmented least squares on the same tests, and against courses that nothing here was made for
 * (`testing/outside-series.ts`). `npm run bench` prints the whole tables, on other seeds.
 */

const WEEKLY = { tests: 9 };
const SERIES = WHOLE ? 300 : 100;
const FORESEEN = WHOLE ? 120 : 40;
const steadily = () => 0;

describe('how a level moves', () => {
  it.each([2, 3, 4, 6])(
    'an even fall of %d errors in eight weeks is seen as soon as least squares sees it',
    (errors) => {
      const { falls, leastSquares } = trendScore(fallsBy(errors), WEEKLY, SERIES, 1000);
      expect(falls).toBeGreaterThanOrEqual(0.95 * leastSquares - (WHOLE ? 2 : 6));
    },
  );

  it('a fall of the last four weeks is seen sooner, and a turn where least squares sees none', () => {
    const late = trendScore(fallsLate(4), WEEKLY, SERIES, 2000);
    expect(late.falls).toBeGreaterThan(late.leastSquares);
    const over = trendScore(turnsOver(4), WEEKLY, SERIES, 3000);
    expect(over.falls).toBeGreaterThan(40);
    expect(over.leastSquares).toBeLessThan(5);
  });

  it.each([
    ['nine tests', WEEKLY],
    ['seventeen', { tests: 17 }],
    ['with slips', { tests: 17, slips: 0.05 }],
    ['at uneven intervals', { tests: 13, uneven: 0.4 }],
    ['by two instruments', { tests: 13, second: 1 }],
    ['five tests', { tests: 5 }],
  ] as const)('a steady level is told to move no more than five times in a hundred: %s', (_, how) => {
    const { falls, rises } = trendScore(steadily, how, 2 * SERIES, 4000);
    // Within what so many series leave to chance.
    expect(falls + rises).toBeLessThan(WHOLE ? 5 + 1.8 : 5 + 3);
  });

  it('steady is said of what can only move by less than matters, and not of what falls by more', () => {
    expect(trendScore(steadily, { tests: 13 }, SERIES, 5000, 0.08).steady).toBeGreaterThan(90);
    expect(trendScore(fallsBy(56 * 0.1), WEEKLY, SERIES, 6000, 0.08).steady).toBeLessThan(2);
    expect(trendScore(steadily, { tests: 5 }, SERIES, 5000, 0.02).steady).toBeLessThan(2);
  });

  it('calcium of 425, 428, 422, 419, 421, 414, 411, 412, 406 falls, by 0.36 a day over eight weeks', () => {
    const readings = [425, 428, 422, 419, 421, 414, 411, 412, 406].map((value, i) => ({
      at: i * 7 * DAY_MS,
      value,
      sd: 5,
    }));
    const moved = movementOf(ratesByScale(readings), readings, { perDay: 0.8 });
    expect(moved).toMatchObject({ moves: 'falling', overDays: 56 });
    // By hand, least squares: Σ(t − 28)(y − ȳ) / Σ(t − 28)² = −1057 / 2940.
    expect(moved?.perDay).toBeCloseTo(-1057 / 2940, 2);
  });

  it('says how many more tests would tell, and so many do', () => {
    let told = 0;
    let asked = 0;
    for (let seed = 0; seed < 150; seed++) {
      const course = (day: number) => -0.06 * day;
      const readings = read(seed + 7000, course, { tests: 6 });
      const moved = movementOf(ratesByScale(readings), readings, { perDay: 0.03 });
      if (moved?.moves !== undefined || !moved?.moreTests) continue;
      asked += 1;
      const more = read(seed + 7000, course, { tests: 6 + moved.moreTests });
      if (movementOf(ratesByScale(more), more, { perDay: 0.03 })?.moves !== undefined) told += 1;
    }
    expect(asked).toBeGreaterThan(50);
    expect(told / asked).toBeGreaterThan(0.5);
  });

  it('two tests, all alike, a year without any, thousands in a week: each is answered', () => {
    const at = (days: number[], value: (i: number) => number) =>
      days.map((day, i) => ({ at: day * DAY_MS, value: value(i), sd: 1 }));
    expect(ratesByScale(at([0, 7], () => 8))).toEqual([]);
    const alike = at([0, 7, 14, 21, 28, 35, 42], () => 8);
    expect(movementOf(ratesByScale(alike), alike, { perDay: 0.2 })).toMatchObject({ moves: 'steady', perDay: 0 });
    const gap = at([0, 7, 14, 21, 390, 397, 404, 411], (i) => (i < 4 ? 8 : 20));
    expect(movementOf(ratesByScale(gap), gap, { perDay: 0.5 })?.perDay).toBeCloseTo(0, 3);
    const thousands = at(
      Array.from({ length: 5000 }, (_, i) => (i * 7) / 5000),
      (i) => 8 + Math.sin(i / 50),
    );
    expect(ratesByScale(thousands).every(({ perDay, half }) => Number.isFinite(perDay) && half > 0)).toBe(true);
    expect(ratesByScale(at([0, 0, 0, 0], () => 8))).toEqual([]);
    expect(wanderingLevel(at([0, 0.1], () => 8))).toBeUndefined();
  });
});

describe('where it will be', () => {
  it.each(Object.entries(TO_FORESEE))('%s: held at a week, two and four', (_, made) => {
    const { held } = foreseenScore(made, { tests: 17 }, FORESEEN, 9000);
    const all = held.reduce((sum, each) => sum + each, 0) / held.length;
    // Of so many series, three times: two or three in a hundred either way. A straight line that never turns is held more often than it says.
    expect(all).toBeGreaterThan(WHOLE ? 88 : 84);
  });

  it('slips move it little', () => {
    const made = TO_FORESEE['drifts'] ?? (() => steadily);
    const { held } = foreseenScore(made, { tests: 17, slips: 0.05 }, FORESEEN, 9500);
    expect(Math.min(...held)).toBeGreaterThan(WHOLE ? 90 : 85);
  });
});

describe('what changed with an event', () => {
  it.each([0, 3, 6])('an even rise of %d errors is no effect of it', (errors) => {
    const { jump, turn } = interruptedScore(() => (day) => (errors * day) / 56, ABOUT, SERIES, 100);
    expect(jump + turn).toBeLessThan(WHOLE ? 5 : 7);
  });

  it('nor is a level that strays, beyond what fifteen tests can tell: well below least squares', () => {
    const courses = [
      (seed: number) => strays(noiseOf(seed), 0.15),
      (seed: number) => pulledBack(noiseOf(seed), { sd: 1, days: 20 }),
    ];
    for (const made of courses) {
      const told = interruptedScore(made, ABOUT, SERIES, 300);
      expect(told.jump + told.turn).toBeLessThan(11);
      expect(told.jump + told.turn).toBeLessThan(0.6 * (told.lineJump + told.lineTurn));
    }
  });

  it('jumps and turns are found and told apart', () => {
    const jumped = interruptedScore(() => jumpsBy(3), ABOUT, SERIES, 500);
    expect(jumped.jump).toBeGreaterThan(0.85 * jumped.lineJump);
    expect(jumped.turn).toBeLessThan(3);
    const turned = interruptedScore(() => turnsBy(6), ABOUT, SERIES, 700);
    expect(turned.turn).toBeGreaterThan(0.65 * turned.lineTurn);
    expect(turned.jump).toBeLessThan(4);
  });

  it('of a straight course without error: the jump, the turn and the rate before, by hand', () => {
    const line = (value: (day: number) => number) =>
      Array.from({ length: 16 }, (_, i) => ({ at: i * 4 * DAY_MS, value: value(i * 4), sd: 0.05 }));
    const event = 29 * DAY_MS;
    const matters = { level: 1, perDay: 0.1 };
    const jumped = interruptedSeries(
      line((day) => 5 + 0.1 * day + (day >= 29 ? 3 : 0)),
      event,
      matters,
    );
    expect(jumped?.how).toBe('jump');
    expect(jumped?.jump.value).toBeCloseTo(3, 1);
    expect(jumped?.rateBefore.value).toBeCloseTo(0.1, 1);
    const turned = interruptedSeries(
      line((day) => 5 + 0.1 * day - 0.3 * Math.max(0, day - 29)),
      event,
      matters,
    );
    expect(turned?.how).toBe('turn');
    expect(turned?.turn.value).toBeCloseTo(-0.3, 1);
    // At the end, 31 days on: 9.3 below where it would have gone.
    expect(turned?.apartAtEnd.value).toBeCloseTo(-9.3, 0);
    expect(interruptedSeries(line(() => 5).slice(0, 9), event, matters)).toBeUndefined();
  });
});
