import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../tank-model/simulate';
import { MOLAR_MASS } from '../molar-mass';
import { cycleCourse, type CyclingTank, type Hidden } from './cycle-course';
import { expectedCourse } from './expected-course';
import { evenDraws, hiddenOf, priorOf, type CycleStart } from './prior';
import { readCycle } from './read-cycle';
import { stagesAlong } from './stage';

const KIT = { ammonia: 0.25, nitrite: 0.25 };
const tank: CyclingTank = { startedAt: 0, volumeL: 100, temperatureC: 25, events: [] };
/** A start as measured ones go; what is known of each school stands with the calculators. */
const begun: CycleStart = {
  source: 'measured',
  doseMgPerL: 2,
  prior: { seeds: [0.05, 0.015], seedsDiffer: 0.5, dieOff: 0.1, dieOffDiffers: 0.5, food: 0 },
};
const days = (count: number) => Array.from({ length: count }, (_, i) => (i + 1) * DAY_MS);

describe('the course of a cycle', () => {
  it('loses no nitrogen: what leaves ammonia is nitrite, and what leaves nitrite is nitrate, mole for mole (Lavoisier)', () => {
    const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        figure(0.005, 0.3),
        figure(0.005, 0.3),
        figure(0.5, 4),
        figure(18, 28),
        (first, second, already, temperatureC) => {
          const hidden: Hidden = { seeds: [first, second], speed: [1, 1], dieOff: 0, food: 0, already };
          const { ammonia, nitrite, nitrate } = cycleCourse({ ...tank, temperatureC }, hidden, days(30));
          const moles = ammonia.map(
            (a, i) => a / MOLAR_MASS.NH3 + (nitrite[i] ?? NaN) / MOLAR_MASS.NO2 + (nitrate[i] ?? NaN) / MOLAR_MASS.NO3,
          );
          for (const each of moles) expect(each).toBeCloseTo(already / MOLAR_MASS.NH3, 5);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('ammonia that dying life gives is all there in the end, whatever becomes of it', () => {
    const hidden: Hidden = { seeds: [0.1, 0.1], speed: [1, 1], dieOff: 3, food: 0, already: 0 };
    const { ammonia, nitrite, nitrate } = cycleCourse(tank, hidden, days(60));
    const last = (levels: readonly number[]) => levels.at(-1) ?? NaN;
    const moles = last(ammonia) / MOLAR_MASS.NH3 + last(nitrite) / MOLAR_MASS.NO2 + last(nitrate) / MOLAR_MASS.NO3;
    expect(moles / (3 / MOLAR_MASS.NH3)).toBeCloseTo(1, 2);
  });
});

describe('what is expected before the first test', () => {
  it('draws tanks evenly: middle nought, spread one, in each of the hidden figures', () => {
    const draws = evenDraws(400);
    for (let i = 0; i < 7; i++) {
      const column = draws.map((draw) => draw[i] ?? 0);
      const mean = column.reduce((a, b) => a + b, 0) / column.length;
      const spread = Math.sqrt(column.reduce((sum, z) => sum + (z - mean) ** 2, 0) / column.length);
      expect(Math.abs(mean)).toBeLessThan(0.05);
      expect(Math.abs(spread - 1)).toBeLessThan(0.06);
    }
  });

  it('lies in order, and later where the bacteria are fewer or colder', () => {
    const end = (start: CycleStart, temperatureC = 25) =>
      expectedCourse({ ...tank, temperatureC }, start, false, 90, KIT).ends?.middle ?? Infinity;
    const fewer = { ...begun, prior: { ...begun.prior, seeds: [0.01, 0.003] as const } };
    expect(end(fewer)).toBeGreaterThan(end(begun) + 2 * DAY_MS);
    expect(end(begun, 21)).toBeGreaterThan(end(begun) + 2 * DAY_MS);
    for (const line of Object.values(expectedCourse(tank, begun, false, 40, KIT).lines))
      for (const { low, middle, high } of line)
        expect([low, middle, high]).toEqual([low, middle, high].toSorted((a, b) => a - b));
  });
});

describe('a cycle read from its tests', () => {
  it('finds the stage of tanks drawn from what is known beforehand, tested to a quarter, most days of their course', () => {
    const { mean, sd } = priorOf(begun, false);
    let right = 0;
    let read = 0;
    for (const draw of evenDraws(8)) {
      const truth = cycleCourse(
        tank,
        hiddenOf(mean.map((middle, i) => middle + (sd[i] ?? 0) * (draw[i] ?? 0))),
        days(40),
      );
      const stages = stagesAlong(truth, KIT);
      for (const day of [4, 9, 15]) {
        const toAQuarter = (level = 0) => Math.round(level * 4) / 4;
        const readings = days(day).map((at, i) => ({
          at,
          ammonia: toAQuarter(truth.ammonia[i]),
          nitrite: toAQuarter(truth.nitrite[i]),
        }));
        const asked = { tank, begun, doseLogged: false, readings, steps: KIT, now: day * DAY_MS, aheadDays: 1 };
        read += 1;
        if (readCycle(asked).stage === stages[day - 1]) right += 1;
      }
    }
    expect(read).toBe(24);
    expect(right / read).toBeGreaterThan(0.8);
  });
});
