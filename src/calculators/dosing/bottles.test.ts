import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { bottles } from './bottles';

const now = Date.UTC(2026, 10, 24);
const soda = { parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] };
const says = (bottle: object) =>
  bottles
    .run({ now, bottles: [{ name: 'carbonate part', mlPerDay: 30, ...bottle } as never] })
    .cautions.map((caution) =>
      caution.says.map((each) => (typeof each === 'string' ? each : 'amount' in each ? each.amount : 'day')).join(' '),
    )
    .join('\n');

describe('bottles', () => {
  it('say when they are empty, what goes into the refill, when to order and what it costs', () => {
    const { values } = bottles.run({
      now,
      bottles: [{ name: 'part', mlPerDay: 30, leftMl: 600, bottleMl: 2000, price: 4, holds: soda }],
    });
    const [bottle] = values.bottles;
    expect(bottle?.daysLeft).toBe(20);
    expect(bottle?.emptyAt).toBe(now + 20 * DAY_MS);
    expect(bottle?.orderBy).toBe(now + 10 * DAY_MS);
    expect(bottle?.refill).toEqual([{ salt: 'sodium carbonate', grams: 160 }]);
    // 4 € for 2 L at 30 mL a day is 0.06 € a day.
    expect(values.costAYear).toBeCloseTo(0.06 * 365.25, 9);
  });

  it('catches figures that cannot all be remembered right', () => {
    // 3 mL/h over 16 h is 48 mL, not the 30 the keeper believes (common practice).
    expect(says({ remembered: { mlPerHour: 3, hoursADay: 16 } })).toMatch(/3 mL an hour for 16 h is 48 , not the 30/);
    expect(says({ remembered: { mlPerHour: 3, hoursADay: 10 } })).toBe('');
    // A 27.5 L vessel at 650 mL a day lasts six weeks, not "a month" (common practice).
    expect(says({ mlPerDay: 650, bottleMl: 27_500, remembered: { lastsDays: 30 } })).toMatch(/lasts 42\.3\d* , not 30/);
    expect(says({ bottleMl: 3000, remembered: { lastsDays: 100 } })).toBe('');
  });

  it('a bottle at zero that is logged as running is asked about; one that was never seen is unknown', () => {
    expect(says({ leftMl: 0 })).toMatch(/is at zero and is logged as running/);
    const { values, answer } = bottles.run({ now, bottles: [{ name: 'part', mlPerDay: 30 }] });
    expect(values.bottles[0]?.emptyAt).toBeUndefined();
    expect(answer.certainty).toBe('not enough yet');
  });
});

describe('a vessel for the days wanted', () => {
  it('30 mL a day for three to six months is 2.7 to 5.5 L', () => {
    // By hand: 30 × 91.3 and 30 × 182.6 days.
    const { values } = bottles.run({ now: 0, bottles: [{ name: 'Carbonate', mlPerDay: 30 }] });
    expect(values.bottles[0]?.vesselMl?.map((ml) => Math.round(ml / 100) / 10)).toEqual([2.7, 5.5]);
    expect(
      bottles.run({ now: 0, bottles: [{ name: 'Off', mlPerDay: 0 }] }).values.bottles[0]?.vesselMl,
    ).toBeUndefined();
  });
});
