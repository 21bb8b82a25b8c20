import { describe, expect, it } from 'vitest';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { KIT, simulatedCycle } from '../testing/simulated-cycles';
import { cycleCourse } from '@/chemistry/cycle/cycle-course';
import { deedEvents } from './cycle-input';
import { expectedCourse } from '@/chemistry/cycle/expected-course';
import { phAfterChange } from './ph-lift';
import { confirmingTests, readCycle } from '@/chemistry/cycle/read-cycle';
import { CYCLE_SCHOOLS, CYCLE_SCHOOL_IDS } from './cycle-schools';
import { endOf } from '@/chemistry/cycle/stage';
import { tried } from '@/testing/tier';
import { spend } from '@/testing/work';

const tank = { startedAt: 0, volumeL: 100, temperatureC: 25.5, events: [] };

describe('what is expected of a new tank', () => {
  // Common practice: fresh ocean rock about 13 days to both at zero (5 days were ammonia alone), a starter programme under four weeks, unaided about eight weeks.
  it.each([
    ['ocean-rock', 8, 17],
    ['starter', 14, 28],
    ['unaided', 45, 66],
  ] as const)('%s ends between day %d and %d, in the middle and in eight tanks of ten', (school, from, to) => {
    const { ends } = expectedCourse(tank, CYCLE_SCHOOLS[school], false, 90, KIT);
    expect(ends?.low ?? 0).toBeGreaterThanOrEqual(from * DAY_MS);
    expect(ends?.high ?? Infinity).toBeLessThanOrEqual((to + 0.5) * DAY_MS);
    expect(ends?.middle ?? 0).toBeGreaterThan(ends?.low ?? 0);
  });

  it('on fresh ocean rock ammonia is gone within a week or so, nitrite a week after it, thirteen days in all (common practice)', () => {
    const { ends, lines } = expectedCourse(tank, CYCLE_SCHOOLS['ocean-rock'], false, 30, KIT);
    expect(Math.abs((ends?.middle ?? 0) / DAY_MS - 13)).toBeLessThanOrEqual(1.5);
    const ammoniaGone = lines.ammonia.findLast(({ high }) => high > KIT.ammonia)?.at ?? Infinity;
    expect(ammoniaGone / DAY_MS).toBeLessThanOrEqual(8);
    expect(ends?.low ?? 0).toBeGreaterThan(ammoniaGone);
  });

  it.each(CYCLE_SCHOOL_IDS)(
    '%s: ammonia first, then nitrite, then both at nothing and nitrate left (common practice)',
    (school) => {
      const { lines } = expectedCourse(
        tank,
        CYCLE_SCHOOLS[school],
        false,
        Math.round(CYCLE_SCHOOLS[school].lasts[1] * 1.4),
        KIT,
      );
      const top = (line: 'ammonia' | 'nitrite') =>
        lines[line].reduce((best, point) => (point.middle > best.middle ? point : best));
      expect(top('ammonia').at).toBeLessThan(top('nitrite').at);
      expect(lines.ammonia.at(-1)?.middle).toBeLessThan(0.1);
      expect(lines.nitrite.at(-1)?.middle).toBeLessThan(0.25);
      expect(lines.nitrate.at(-1)?.middle).toBeGreaterThan(1);
      for (const line of Object.values(lines))
        for (const { low, middle, high } of line) {
          expect(low).toBeLessThanOrEqual(middle);
          expect(middle).toBeLessThanOrEqual(high);
        }
    },
  );

  it('takes longer in the cold and with more ammonia than the second bacteria bear', () => {
    const end = (temperatureC: number, ammonia: number) =>
      expectedCourse(
        { ...tank, temperatureC, events: [{ kind: 'addition', at: 0, amounts: { ammonia: ammonia * 100 } }] },
        CYCLE_SCHOOLS.starter,
        true,
        90,
        KIT,
      ).ends?.middle ?? Infinity;
    expect(end(20, 2)).toBeGreaterThan(end(25, 2) + 5 * DAY_MS);
    expect(end(25, 8)).toBeGreaterThan(end(25, 2) + 3 * DAY_MS);
  });
});

describe('a cycle read from its tests', () => {
  /**
   * Two hundred simulated cycles with a kit's noise, a third of the days missing and spoilt tests. Each is read on one day of its
   * course and on the most tempting day: one of the three before its true end. `npm run bench` reads every other day of all of them.
   */
  it('names the day right nine times in ten, and is never called cycled while ammonia or nitrite is there', () => {
    let right = 0;
    let read = 0;
    const cycles = tried(18, 400);
    spend('simulated cycles', cycles);
    for (let number = 0; number < cycles; number++) {
      const { school, days, truth, stages, endDay, readings } = simulatedCycle(number);
      const some = Math.floor((number * 0.618_034 * endDay) % Math.max(1, endDay));
      for (const day of [some, Math.max(0, endDay - 1 - (number % 3))]) {
        const now = (days[day] ?? 0) + 3_600_000;
        const found = readCycle({
          tank: { ...tank, temperatureC: 25 },
          begun: CYCLE_SCHOOLS[school],
          doseLogged: false,
          readings,
          steps: KIT,
          now,
          aheadDays: 1,
        });
        read++;
        if (found.stage === stages[day]) right++;
        if (found.stage === 'cycled') {
          expect(truth.ammonia[day] ?? 9, `cycle ${number}, day ${day}`).toBeLessThan(KIT.ammonia);
          expect(truth.nitrite[day] ?? 9, `cycle ${number}, day ${day}`).toBeLessThan(KIT.nitrite);
        }
      }
    }
    expect(read).toBe(2 * cycles);
    // The days before the end are the hard ones, and half of those read here.
    expect(right / read).toBeGreaterThan(0.85);
  });

  const truth = (days: number[], hiddenSeeds: readonly [number, number] = [0.05, 0.015]) =>
    cycleCourse(
      tank,
      { seeds: hiddenSeeds, speed: [1, 1], dieOff: 0, food: 0, already: 2 },
      days.map((day) => day * DAY_MS),
    );
  const tests = (days: number[]) => {
    const course = truth(days);
    return days.map((day, i) => ({
      at: day * DAY_MS,
      ammonia: course.ammonia[i] ?? 0,
      nitrite: course.nitrite[i] ?? 0,
    }));
  };
  const readAt = (day: number, readings: ReturnType<typeof tests>) =>
    readCycle({
      tank,
      begun: CYCLE_SCHOOLS.starter,
      doseLogged: false,
      readings,
      steps: KIT,
      now: day * DAY_MS,
      aheadDays: 40,
    });
  const width = (day: number, readings: ReturnType<typeof tests>) => {
    const { ends } = readAt(day, readings).course;
    return (ends?.high ?? Infinity) - (ends?.low ?? 0);
  };
  const daily = (until: number) => tests(Array.from({ length: until }, (_, i) => i + 1));

  it('the range in which it will end narrows with each week of tests, and holds the true end', () => {
    const all = Array.from({ length: 60 }, (_, i) => i / 2);
    const end = endOf(truth(all), KIT) ?? 0;
    const [start, week, fortnight] = [width(1, daily(1)), width(7, daily(7)), width(14, daily(14))];
    expect(week).toBeLessThanOrEqual(start);
    expect(fortnight).toBeLessThan(week);
    const { ends } = readAt(14, daily(14)).course;
    expect(end).toBeGreaterThan((ends?.low ?? 0) - DAY_MS);
    expect(end).toBeLessThan((ends?.high ?? 0) + DAY_MS);
  });

  it('one spoilt test and a missing week move little', () => {
    const sound = daily(12);
    const spoilt = sound.map((reading, i) => (i === 8 ? { ...reading, ammonia: 4 } : reading));
    expect(readAt(12, spoilt).stage).toBe(readAt(12, sound).stage);
    expect(readAt(12, spoilt).course.ends?.middle ?? 0).toBeCloseTo(readAt(12, sound).course.ends?.middle ?? 1, -8.5);
    const gaps = sound.filter((_, i) => i < 3 || i > 9);
    expect(readAt(12, gaps).stage).toBe(readAt(12, sound).stage);
  });

  it('is cycled only after two tests a day apart that both show nothing', () => {
    const through = [...daily(15), { at: 26 * DAY_MS, ammonia: 0, nitrite: 0 }];
    expect(readAt(26.1, through).stage).toBe('waiting to confirm');
    const twiceADay = [...through, { at: 26.2 * DAY_MS, ammonia: 0, nitrite: 0 }];
    expect(readAt(26.3, twiceADay).stage).toBe('waiting to confirm');
    const confirmed = [...through, { at: 27 * DAY_MS, ammonia: 0, nitrite: 0 }];
    expect(readAt(27.1, confirmed).stage).toBe('cycled');
  });

  it('a test of one of the two confirms nothing, nor do noughts of a tank in which nothing ever rose', () => {
    const nothing = [1, 2, 3, 4].map((day) => ({ at: day * DAY_MS, ammonia: 0, nitrite: 0 }));
    expect(confirmingTests(nothing, KIT)).toBe(0);
    const risen = [{ at: 0, ammonia: 2, nitrite: 0 }, ...nothing.map(({ at, ammonia }) => ({ at, ammonia }))];
    expect(confirmingTests(risen, KIT)).toBe(0);
    expect(confirmingTests([{ at: 0, ammonia: 2, nitrite: 0 }, ...nothing], KIT)).toBe(4);
    // Rock that never showed any and took a measured dose within a day has been put to the test.
    expect(confirmingTests(nothing, KIT, 2.5 * DAY_MS)).toBe(1);
    expect(confirmingTests(nothing, KIT, 1.9 * DAY_MS)).toBe(2);
  });

  it('learns from an unmeasured source too: rock that dies off shows in ammonia alone', () => {
    const hidden = { seeds: [0.4, 0.2], speed: [1, 1], dieOff: 3, food: 0, already: 0 } as const;
    const days = [1, 2, 3, 4, 5, 6];
    const course = cycleCourse(
      tank,
      hidden,
      days.map((day) => day * DAY_MS),
    );
    const found = readCycle({
      tank,
      begun: CYCLE_SCHOOLS['ocean-rock'],
      doseLogged: false,
      readings: days.map((day, i) => ({ at: day * DAY_MS, ammonia: course.ammonia[i], nitrite: course.nitrite[i] })),
      steps: KIT,
      now: 6 * DAY_MS,
      aheadDays: 20,
    });
    expect(found.now.nitrite).toBeCloseTo(course.nitrite.at(-1) ?? 9, 0);
  });
});

describe('what was done, as events', () => {
  it('doses, changes and what came in later move the model; what came at the start is the school’s', () => {
    const events = deedEvents(
      [
        { did: 'put in', at: 0, what: 'bacteria', count: 1 },
        { did: 'dosed ammonia', at: DAY_MS, ammonia: 2 },
        { did: 'changed', at: 3 * DAY_MS, litres: 500 },
        { did: 'put in', at: 5 * DAY_MS, what: 'live rock', count: 1 },
        { did: 'put in', at: 6 * DAY_MS, what: 'fish', count: 2 },
        { did: 'put in', at: 9 * DAY_MS, what: 'fish', count: 1 },
        { did: 'dosed ammonia', at: -DAY_MS, ammonia: 9 },
      ],
      100,
      0,
    );
    expect(events.map(({ kind }) => kind)).toEqual(['addition', 'exchange', 'bacteria', 'rate', 'rate']);
    expect(events[1]).toMatchObject({ volumeL: 100 });
    // Fish add up: the second lot comes to the first.
    expect(events[4]).toMatchObject({ perDay: { ammonia: 24 } });
  });
});

describe('a change that lifts pH', () => {
  const old = { alkalinity: 2.2, phNbs: 7.62 };
  it('is what the tank model makes of the same exchange', () => {
    const before = carbonateOfWater({ alkalinityMmolPerL: 2.2, phNbs: 7.62 }, 35, 25);
    const fresh = carbonateOfWater({ alkalinityMmolPerL: 3, pco2Uatm: 425 }, 35, 25);
    const water = { salinity: 35, calcium: 0, magnesium: 0, nitrate: 0, phosphate: 0 };
    const [after] = simulate(
      { at: 0, volumeL: 100, water: { ...water, alkalinity: 2.2, dic: before.dicMmolPerL } },
      [
        { kind: 'air', at: 0, co2Uatm: 600, exchangePerDay: 0 },
        { kind: 'exchange', at: 1, volumeL: 15, water: { ...water, alkalinity: 3, dic: fresh.dicMmolPerL } },
      ],
      [2],
    );
    expect(phAfterChange(old, { alkalinity: 3 }, 35, 25, 0.15).phAfter).toBeCloseTo(after?.carbonate?.phNbs ?? 0, 3);
  });
  it('lifts the more the more is changed, and by some hundredths at 10 to 15 % (common practice: it lifts it)', () => {
    const [small, large] = [0.1, 0.15].map((share) => phAfterChange(old, { alkalinity: 3 }, 35, 25, share).phAfter);
    expect((small ?? 0) - 7.62).toBeGreaterThan(0.04);
    expect(large ?? 0).toBeGreaterThan(small ?? 9);
    expect((large ?? 9) - 7.62).toBeLessThan(0.25);
  });
});
