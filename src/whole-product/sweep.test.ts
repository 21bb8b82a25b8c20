import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { cycleReading } from '@/calculators/cycle/cycle-reading';
import { cycleQuestion } from '@/derived/cycle/cycle';
import { demoSnapshot } from '@/demo/scenario';
import { drawn } from '@/testing/tier';
import { readOnce } from './testing/every-answer';
import { CLOCKS, daysOfTwoYears, opened, weekdaysAndHours, ZONES, type Opening } from './testing/sweep';

describe('the demo opened on every weekday at every hour', () => {
  it('in every season and every zone', () => {
    const openings = weekdaysAndHours();
    const met = (...of: ((opening: Opening) => unknown)[]) =>
      new Set(openings.map((opening) => of.map((each) => String(each(opening))).join())).size;
    const weekday = ({ year, month, date }: Opening) => new Date(Date.UTC(year, month - 1, date)).getUTCDay();
    expect(met(weekday, ({ hours }) => hours)).toBe(7 * CLOCKS.length);
    expect(met(weekday, ({ month }) => month)).toBeGreaterThanOrEqual(7 * 4);
    expect(
      met(
        ({ hours }) => hours,
        ({ zone }) => zone,
      ),
    ).toBe(CLOCKS.length * ZONES.length);
    expect(met(weekday, ({ zone }) => zone)).toBe(7 * ZONES.length);
  });
  // In the quick suite some of them, drawn anew with each version.
  opened(drawn('weekdays and hours', weekdaysAndHours(), 8));
});

describe('the demo opened on days of two years', () => opened(daysOfTwoYears(0)));

it('a cycle is read the same whenever it is: a question asked before, but for its day, has the same answer', () => {
  const asked = (at: number) => {
    const snapshot = demoSnapshot(at, 'Asia/Kolkata');
    const tank = snapshot.tanks.find(({ cycle }) => cycle !== undefined);
    const question = tank && cycleQuestion(snapshot, tank, at);
    if (!question) throw new Error('the demo has no cycling tank');
    return question;
  };
  const first = asked(Date.UTC(2027, 5, 7, 12));
  const week = asked(Date.UTC(2027, 5, 14, 12));
  const [here, there] = [cycleReading.run(first), cycleReading.run(week)];
  expect(there.values.stage).toBe(here.values.stage);
  // Each figure of it that is a moment is a week later, and the rest is the same.
  const moved = (value: unknown) =>
    JSON.parse(
      JSON.stringify(value, (_, each: unknown) => (typeof each === 'number' && each > 1e11 ? each - 7 * DAY_MS : each)),
    ) as unknown;
  expect(moved(there.values)).toEqual(JSON.parse(JSON.stringify(here.values)));
  expect(readOnce(first)).toBe(readOnce(week));
});
