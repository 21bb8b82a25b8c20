import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { carbonateOfWater, dicAtRest } from '@/chemistry/carbonate/reef-water';
import { evenShare } from '@/chemistry/day/day-course';
import { doseSchedule } from './dose-schedule';

const soda = { name: 'Carbonate', holds: { parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] } };
const chloride = {
  name: 'Chloride',
  holds: { parts: [{ reagent: 'calcium-chloride-dihydrate' as const, gramsPerL: 110 }] },
};
const lime = { name: 'Limewater', holds: { parts: [{ reagent: 'calcium-hydroxide' as const, gramsPerL: 1.6 }] } };
const cautionsOf = (input: Parameters<typeof doseSchedule.run>[0]) =>
  doseSchedule.run(input).cautions.map(({ says }) => says.filter((each) => typeof each === 'string').join(' '));

describe('a schedule', () => {
  it('spreads the doses over its windows, and says what each is and how long the pump runs', () => {
    // 30 mL in two stretches, late evening and early morning (common practice): 6 doses over 4 + 2 h, one an hour.
    const { values } = doseSchedule.run({
      netVolumeL: 400,
      parts: [
        {
          source: soda,
          mlPerDay: 30,
          windows: [
            { fromMinute: 21 * 60, forMinutes: 240 },
            { fromMinute: 6 * 60, forMinutes: 120 },
          ],
          doses: 6,
          mlPerMin: 2,
        },
      ],
    });
    expect(values.parts[0]).toMatchObject({ mlEach: 5, mlPerHour: 5, runSeconds: 150 });
    expect(values.parts[0]?.atMinutes).toEqual([1260, 1320, 1380, 0, 360, 420]);
  });

  it('an even drip leaves alkalinity still, a night’s drip lets it wander by what the day takes', () => {
    const ripple = (windows?: { fromMinute: number; forMinutes: number }[]) => {
      const { day } = doseSchedule.run({
        netVolumeL: 378,
        parts: [{ source: lime, mlPerDay: 3200, ...(windows && { windows }) }],
        consumption: '1.02 dKH/day',
      }).values;
      return (day.alkalinity.high - day.alkalinity.low) / DKH;
    };
    // Even consumption, even drip: nothing moves but by rounding.
    expect(ripple()).toBeLessThan(0.02);
    // 3.2 L in 14.5 h into 378 L: 1.02 dKH arrives in 14.5 of 24 h while 0.62 is consumed: 0.40 (keepers see about 0.5, common practice).
    expect(ripple([{ fromMinute: 20 * 60, forMinutes: 870 }])).toBeCloseTo(1.02 * (1 - 14.5 / 24), 1);
  });

  it('a night of limewater evens out pH, the same by day makes it swing more', () => {
    const swing = (fromMinute: number) => {
      const { day } = doseSchedule.run({
        netVolumeL: 378,
        parts: [{ source: lime, mlPerDay: 3000, windows: [{ fromMinute, forMinutes: 600 }] }],
        lights: { fromMinute: 9 * 60, forMinutes: 660 },
        consumption: '0.9 dKH/day',
        water: { pco2Uatm: 600 },
      }).values;
      return day.ph.high - day.ph.low;
    };
    expect(swing(21 * 60)).toBeLessThan(0.7 * swing(9 * 60));
  });

  it('holds parts apart: at the same minute, in the same hours, and below what the pump gives', () => {
    const night = [{ fromMinute: 1320, forMinutes: 600 }];
    const both = (over: object) => ({
      netVolumeL: 400,
      parts: [
        { source: soda, mlPerDay: 30, windows: night, doses: 10 },
        { source: chloride, mlPerDay: 30, windows: night, doses: 10, ...over },
      ],
    });
    expect(cautionsOf(both({})).join()).toMatch(/at the same minute/);
    expect(cautionsOf(both({ windows: [{ fromMinute: 1350, forMinutes: 600 }] })).join()).not.toMatch(
      /minute|min apart/,
    );
    expect(cautionsOf(both({ doses: 0 })).join()).toMatch(/given in the same hours/);
    expect(
      cautionsOf(both({ windows: [{ fromMinute: 1350, forMinutes: 600 }], doses: 100, leastMl: 0.5 })).join(),
    ).toMatch(/less than the pump gives reliably.*at most 60 doses/);
  });

  it('tells what a stuck pump would do with the whole bottle, by the carbonate model', () => {
    const { values, cautions } = doseSchedule.run({
      netVolumeL: 100,
      parts: [{ source: soda, mlPerDay: 10, bottleMl: 1000 }],
      water: { alkalinity: '8 dKH', pco2Uatm: 600 },
    });
    // 80 g of Na2CO3 in 101 L: +1.509 mol of alkalinity and half as much carbon, by hand.
    const dic = dicAtRest(8 * DKH, 35, 25, 600);
    const alkalinity = (8 * DKH * 100 + 1509.6) / 101;
    const after = carbonateOfWater(
      { alkalinityMmolPerL: alkalinity, dicMmolPerL: (dic * 100 + 754.8) / 101 },
      (35 * 100) / 101,
      25,
    );
    expect(values.accidents[0]?.phNbs).toBeCloseTo(after.phNbs, 1);
    expect(cautions.find(({ severity }) => severity === 'danger')?.says[0]).toMatch(/stuck and gave its whole bottle/);
  });
});

describe('two thirds of the growth by light', () => {
  it.each([[8], [10], [12], [16]])('is two thirds of it in %d lit hours, and no more', (hours) => {
    // Common practice. What goes on evenly goes on in the light too: its share there counts with the rest.
    const lit = hours / 24;
    const even = evenShare({ fromMs: 0, forMs: hours * 3_600_000 });
    expect(even * lit + (1 - even)).toBeCloseTo(Math.max(2 / 3, lit), 12);
  });
});

describe('a schedule that clashes', () => {
  const part = (name: string, reagent: 'sodium-carbonate' | 'calcium-chloride-dihydrate', over: object) => ({
    source: { name, holds: { parts: [{ reagent, gramsPerL: 80 }] } },
    mlPerDay: 24,
    doses: 8,
    windows: [{ fromMinute: 1260, forMinutes: 240 }],
    ...over,
  });
  const run = (a: object, b: object) =>
    doseSchedule.run({
      ...doseSchedule.example,
      parts: [part('Carbonate', 'sodium-carbonate', a), part('Calcium', 'calcium-chloride-dihydrate', b)],
    });

  it('is mended by moving one part no further than it takes, and the mended one clashes no more', () => {
    const { values } = run({}, {});
    // Eight doses in four hours stand half an hour apart: a quarter of an hour later is in the midst of each gap.
    expect(values.mended).toMatchObject([{ name: 'Calcium', laterMinutes: 15 }]);
    const [moved] = values.mended;
    const again = run({}, { windows: moved?.windows });
    expect(again.values.mended).toEqual([]);
    expect(again.cautions.map(({ says }) => says.join(' ')).join()).not.toMatch(/at the same minute|min apart/);
  });

  it('that drips through the same hours is moved out of them, and one that drips all day is left to its caution', () => {
    expect(run({ doses: 0 }, { doses: 0 }).values.mended).toMatchObject([{ laterMinutes: 240 }]);
    expect(run({ doses: 0, windows: undefined }, { doses: 0, windows: undefined }).values.mended).toEqual([]);
    // Doses within the hours of limewater that drips at night are as keepers want them.
    expect(run({ doses: 0 }, {}).values.mended).toEqual([]);
  });

  it('says that a bottle runs dry, and is quiet of one that lasts', () => {
    const says = (bottleMl: number) =>
      run({ bottleMl }, {})
        .cautions.map(({ says: words }) => words.join(' '))
        .join();
    expect(says(72)).toMatch(/its bottle is empty in/);
    expect(says(2000)).not.toMatch(/is empty in/);
  });

  it('with alkalinity that moves further in a day than the livestock is held to says so', () => {
    const pace = (pacePerDay: string) =>
      run({ mlPerDay: 200 }, { mlPerDay: 0 }).cautions.length -
      doseSchedule.run({
        ...doseSchedule.example,
        pacePerDay,
        parts: [
          part('Carbonate', 'sodium-carbonate', { mlPerDay: 200 }),
          part('Calcium', 'calcium-chloride-dihydrate', { mlPerDay: 0 }),
        ],
      }).cautions.length;
    expect(pace('0.1 dKH/day')).toBe(-1);
    expect(pace('5 dKH/day')).toBe(0);
  });
});
