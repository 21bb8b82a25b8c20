import { describe, expect, it } from 'vitest';
import { bottles } from '@/calculators/dosing/bottles';
import { doseSchedule } from '@/calculators/dosing/dose-schedule';
import { methodsCompared } from '@/calculators/methods/methods-compared';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, Solution, Tank } from '@/record/schema';
import { afterChangeQuestion } from './outlook/after-change';
import { doseQuestion } from './dosing/dose-question';
import { bottlesQuestion } from './supplies/dosing-bottles';
import { methodsQuestion } from './methods/methods-question';
import { pumpDelivery } from './supplies/pump-delivery';
import { lightsOf } from './day/day-of-tank';
import { scheduleQuestion } from './schedule/schedule-question';
import { dosesRunning } from './balance/what-goes-in';

const now = 100 * DAY_MS;
const soda: Solution = {
  id: 'soda',
  name: 'Carbonate',
  parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }],
  bottleMl: 1000,
  bottlePrice: 2,
};
const chloride: Solution = {
  id: 'chloride',
  name: 'Chloride',
  parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 110 }],
  bottleMl: 1000,
  bottlePrice: 3,
};
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 310,
  supplies: ['parts'],
  parts: { alkalinity: 'soda', calcium: 'chloride' },
  targets: { alkalinity: [8 * DKH, 8.8 * DKH] },
};
let made = 0;
const at = (day: number) => ({ id: `e${made++}`, tankId: 't', at: day * DAY_MS });
const alk = (day: number, dkh: number): Entry => ({ ...at(day), kind: 'reading', values: { alkalinity: dkh * DKH } });
const dosing = (day: number, solutionId: string, mlPerDay: number, more: object = {}): Entry => ({
  ...at(day),
  kind: 'standing-dose',
  solutionId,
  mlPerDay,
  ...more,
});
const snapshotOf = (...entries: Entry[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [soda, chloride],
  entries: entries.toSorted((a, b) => a.at - b.at),
});
// 20 mL of 80 g/L Na2CO3 a day into 310 L is 0.273 dKH/day (CIAAW 2021); the level falls by 0.1 a day besides: 0.373 consumed.
const falling = [60, 65, 70, 75, 80].map((day) => alk(day, 9.5 - 0.1 * (day - 60)));
const before = [dosing(55, 'soda', 20), dosing(55, 'chloride', 15), ...falling];

describe('the schedule of the record', () => {
  const snapshot = snapshotOf(
    ...before,
    dosing(85, 'soda', 24, {
      hours: { fromMinute: 1260, forMinutes: 240 },
      alsoHours: { fromMinute: 300, forMinutes: 240 },
      pulses: 8,
    }),
    { ...at(56), kind: 'lever', lever: 'lights', hours: { fromMinute: 600, forMinutes: 600 } },
  );
  it('holds each part with its two stretches, and the lights', () => {
    expect(dosesRunning(snapshot, tank, now)).toEqual([
      { solutionId: 'chloride', mlPerDay: 15, windows: [], doses: 0 },
      {
        solutionId: 'soda',
        mlPerDay: 24,
        windows: [
          { fromMinute: 1260, forMinutes: 240 },
          { fromMinute: 300, forMinutes: 240 },
        ],
        doses: 8,
      },
    ]);
    expect(lightsOf(snapshot, tank, now)).toEqual({ fromMinute: 600, forMinutes: 600 });
    const { values } = doseSchedule.run(scheduleQuestion(snapshot, tank, now, dosesRunning(snapshot, tank, now)));
    expect(values.parts[1]).toMatchObject({ mlEach: 3, mlPerHour: 3 });
    // Its bottle's size is what a stuck pump would give, as long as nobody looked at it.
    expect(values.accidents.map(({ ml }) => ml)).toEqual([1000, 1000]);
  });
});

describe('a pump measured', () => {
  const measured = (day: number, gaveMl: number, setMl?: number): Entry => ({
    ...at(day),
    kind: 'pump-measured',
    solutionId: 'soda',
    gaveMl,
    ranDays: 60 / 86_400,
    ...(setMl !== undefined && { setMl }),
  });
  it('tells what it gives of what it was set to, else how it drifted since the time before', () => {
    expect(pumpDelivery(snapshotOf(measured(90, 9, 10)), tank, 'soda', now)).toMatchObject({ mlPerMin: 9, share: 0.9 });
    expect(pumpDelivery(snapshotOf(measured(50, 10), measured(90, 9.5)), tank, 'soda', now)?.share).toBeCloseTo(
      0.95,
      12,
    );
    expect(pumpDelivery(snapshotOf(measured(90, 9)), tank, 'soda', now)?.share).toBeUndefined();
    expect(pumpDelivery(snapshotOf(), tank, 'soda', now)).toBeUndefined();
  });
  it('is what the plan asks after: never, long ago, or how far off', () => {
    const asked = (...entries: Entry[]) =>
      doseQuestion(snapshotOf(...before, ...entries), tank, now).input.sources.find(({ id }) => id === 'soda')
        ?.measured;
    expect(asked()).toBeNull();
    expect(asked(measured(88, 9, 10))).toEqual({ daysAgo: 12, share: 0.9 });
  });
});

describe('bottles and methods of the record', () => {
  it('reckon with what was seen in a bottle, what it holds and costs, and what was dosed since', () => {
    const snapshot = snapshotOf(...before, { ...at(90), kind: 'bottle-level', solutionId: 'soda', volumeMl: 700 });
    const { values } = bottles.run(bottlesQuestion(snapshot, tank, now));
    const [first] = values.bottles.filter(({ name }) => name === 'Carbonate');
    // 700 mL less ten days of 20: 500 mL, 25 days; 2 € a litre at 20 mL a day.
    expect(first?.daysLeft).toBeCloseTo(25, 6);
    expect(first?.costADay).toBeCloseTo(0.04, 12);
  });

  it('price a milliequivalent by both bottles together', () => {
    const question = methodsQuestion(snapshotOf(...before), tank, 82 * DAY_MS);
    // 1.5096 meq and 29.99 mg of calcium in a millilitre (CIAAW 2021): 0.002 ÷ 1.5096 + 20.04 × 0.003 ÷ 29.99.
    expect(question?.prices?.twoPartPerMeq).toBeCloseTo(0.002 / 1.5096 + (20.04 * 0.003) / 29.99, 6);
    expect(Number(question?.consumption) / DKH).toBeCloseTo(0.373, 2);
    if (!question) throw new Error('no question');
    expect(methodsCompared.run(question).values.methods).toHaveLength(6);
    expect(methodsQuestion(snapshotOf(), tank, now)).toBeUndefined();
  });
});

describe('after a change in the record', () => {
  it('foretells from what was known then, and looks at what was read since', () => {
    const snapshot = snapshotOf(...before, dosing(80.5, 'soda', 27.3), alk(85, 7.5), alk(90, 7.5));
    const question = afterChangeQuestion(snapshot, tank, 92 * DAY_MS);
    // Net of what ran: 0.373 dKH/day consumed, 0.273 supplied before, 0.373 after. By hand.
    expect(question).toMatchObject({ parameter: 'alkalinity', name: 'Carbonate', changedAt: 80.5 * DAY_MS });
    expect((question?.suppliedBefore ?? 0) / DKH).toBeCloseTo(0.273, 3);
    expect((question?.suppliedAfter ?? 0) / DKH).toBeCloseTo(0.373, 3);
    expect((question?.consumedNet ?? 0) / DKH).toBeCloseTo(0.373, 2);
    expect(question?.readings).toHaveLength(2);
  });
  it('is not asked where nothing changed of late, or the same dose was set again', () => {
    expect(afterChangeQuestion(snapshotOf(...before), tank, now)).toBeUndefined();
    expect(afterChangeQuestion(snapshotOf(...before, dosing(90, 'soda', 20.2)), tank, now)).toBeUndefined();
  });
});
