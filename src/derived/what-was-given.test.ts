import { describe, expect, it } from 'vitest';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, Solution, Tank } from '@/record/schema';
import { solutionSchema } from '@/record/schema';
import { remade } from '@/record/solution-history';
import { changeHabit } from './saltwater/change-habit';
import { consumptionOf, driftOf } from './balance/consumption';
import { doseQuestion } from './dosing/dose-question';
import { unsaidSupply } from './balance/known-supply';
import { outlook } from './outlook/outlook';
import { suppliesAt } from './supplies/supply-timeline';

const now = 100 * DAY_MS;
const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 310 };
const soda: Solution = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 84 }] };
const twice = { parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 168 }] };
let count = 0;
const at = (day: number) => ({ id: `e${++count}`, tankId: 't', at: day * DAY_MS });
const alk = (day: number, dkh: number): Entry => ({ ...at(day), kind: 'reading', values: { alkalinity: dkh * DKH } });
const dosing = (day: number, mlPerDay: number): Entry => ({
  ...at(day),
  kind: 'standing-dose',
  solutionId: 'soda',
  mlPerDay,
});
const snapshotOf = (solution: Solution, ...entries: Entry[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [solution],
  entries: entries.toSorted((a, b) => a.at - b.at),
});
const perDay = (snapshot: Snapshot) => (consumptionOf(snapshot, tank, 'alkalinity', now)?.perDay ?? NaN) / DKH;
const answerOf = (snapshot: Snapshot) => dosingPlan.run(doseQuestion(snapshot, tank, now).input);

describe('a solution made otherwise', () => {
  const lastMonth = [dosing(80, 30), alk(82, 8.4), alk(86, 8.4), alk(90, 8.4), alk(95, 8.4)];
  // 30 mL of 84 g/L Na2CO3 a day into 310 L: 0.03 × 1585.1 ÷ 310 ÷ 0.35665 = 0.43 dKH/day (CIAAW 2021), which held the level.
  const byHand = 0.43;

  it('from now on leaves what was dosed at the strength it had', () => {
    const stronger = remade(soda, twice, now, 'now');
    expect(solutionSchema.safeParse(stronger).error).toBeUndefined();
    expect(perDay(snapshotOf(soda, ...lastMonth))).toBeCloseTo(byHand, 2);
    expect(perDay(snapshotOf(stronger, ...lastMonth))).toBeCloseTo(byHand, 2);
    // And the dose from now on is half of the millilitres.
    expect(answerOf(snapshotOf(stronger, ...lastMonth)).values.doses[0]?.solvedMlPerDay).toBeCloseTo(15, 1);
  });

  it('said to have been always so, counts what was dosed anew', () => {
    expect(perDay(snapshotOf(remade(soda, twice, now, 'always'), ...lastMonth))).toBeCloseTo(2 * byHand, 2);
  });

  it('in the middle of a standing dose brings more from that day on, by the tank model', () => {
    const stronger = remade(soda, twice, 90 * DAY_MS, 'now');
    // The level rises by another 0.43 dKH a day from day 90 on, and the consumption is the same.
    const entries = [
      dosing(80, 30),
      alk(82, 8),
      alk(86, 8),
      alk(90, 8),
      alk(92, 8 + 2 * byHand),
      alk(95, 8 + 5 * byHand),
    ];
    expect(perDay(snapshotOf(stronger, ...entries))).toBeCloseTo(byHand, 2);
  });

  it('keeps each strength it had, and corrects the last one alone where that is meant', () => {
    const once = remade(soda, twice, 50 * DAY_MS, 'now');
    const third = { parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 100 }] };
    expect(remade(once, third, 60 * DAY_MS, 'now').earlier?.map(({ until }) => until / DAY_MS)).toEqual([50, 60]);
    expect(remade(once, third, 60 * DAY_MS, 'last change').earlier).toEqual(once.earlier);
    expect(remade(once, third, 60 * DAY_MS, 'always').earlier).toBeUndefined();
    // Changed again within the minute: what was told in between never held.
    expect(remade(once, third, 50 * DAY_MS, 'now').earlier).toEqual(once.earlier);
    expect(
      solutionSchema.safeParse({ ...once, earlier: [...(once.earlier ?? []), ...(once.earlier ?? [])] }).success,
    ).toBe(false);
  });
});

describe('what was dosed before the first logged dose', () => {
  // 40 mL/day of 84 g/L hold 8.4 dKH but for 0.05 a day; joined on day 90, the pump logged on day 96.
  const readings = [alk(90, 8.6), alk(93, 8.45), alk(95.9, 8.3)];

  it('is unknown: its readings tell no consumption, and it is asked about', () => {
    for (const snapshot of [snapshotOf(soda, ...readings), snapshotOf(soda, ...readings, dosing(96, 40))]) {
      expect(consumptionOf(snapshot, tank, 'alkalinity', now)).toBeUndefined();
      expect(unsaidSupply(snapshot, tank, now)).toMatchObject({ parameters: ['alkalinity'], since: 90 * DAY_MS });
      expect(answerOf(snapshot).answer.says[0]).toMatch(/^Say what was dosed/);
      // How the level moves is known all the same.
      expect((driftOf(snapshot, tank, 'alkalinity', now)?.driftPerDay ?? 0) / DKH).toBeCloseTo(-0.051, 2);
    }
    expect(unsaidSupply(snapshotOf(soda, ...readings, dosing(96, 40)), tank, now)?.until).toBeCloseTo(96 * DAY_MS, -7);
  });

  it('once said, counts: the dose is what ran and what the level lost besides', () => {
    // (0.04 × 1585.1 ÷ 310 + 0.0508 × 0.35665) mmol/L/day × 310 L ÷ 1.5851 mmol/mL = 43.5 mL/day. By hand.
    const said = snapshotOf(soda, ...readings, dosing(90, 40));
    expect(unsaidSupply(said, tank, now)).toBeUndefined();
    expect(answerOf(said).values.doses[0]?.solvedMlPerDay).toBeCloseTo(43.5, 0);
    const none = snapshotOf(soda, ...readings, dosing(90, 0));
    // 0.05 dKH/day alone is less than three tests in six days can show.
    expect(answerOf(none).answer.says[0]).toMatch(/^Keep what you dose/);
  });

  it('is asked of a reactor too, though no solution is described', () => {
    const fed = { ...tank, supplies: ['reactor' as const] };
    const snapshot = { ...snapshotOf(soda, ...readings), solutions: [] };
    expect(unsaidSupply(snapshot, fed, now)).toMatchObject({
      parameters: ['alkalinity'],
      solutions: [],
      reactor: true,
    });
    expect(unsaidSupply(snapshotOf(soda, ...readings), tank, now)?.reactor).toBe(false);
  });

  it('is not asked where nothing can have been dosed, nor of readings long past', () => {
    expect(unsaidSupply({ ...snapshotOf(soda, ...readings), solutions: [] }, tank, now)).toBeUndefined();
    const carried = { ...tank, supplies: [] };
    expect(unsaidSupply(snapshotOf(soda, ...readings), carried, now)).toBeUndefined();
    expect(unsaidSupply(snapshotOf(soda, alk(20, 8), dosing(30, 40), alk(95, 8)), tank, now)).toBeUndefined();
  });

  it('a test and the pump set within the hour belong together', () => {
    const snapshot = snapshotOf(soda, alk(90, 8.6), dosing(90 + 0.5 / 24, 40), alk(95, 8.4));
    expect(consumptionOf(snapshot, tank, 'alkalinity', now)?.used).toHaveLength(2);
  });

  it('an outlook goes on as the level has moved', () => {
    const ahead = outlook(snapshotOf(soda, ...readings), tank, 'alkalinity', now, now + 5 * DAY_MS);
    expect(ahead.length).toBeGreaterThan(5);
    expect(ahead.at(-1)?.value).toBeLessThan(8.3 * DKH);
  });
});

describe('a bottle named for two parameters', () => {
  it('is asked for one dose, and set once', () => {
    const both: Solution = {
      id: 'both',
      name: 'All in one',
      parts: [],
      claim: { ml: 10, inLitres: 100, raises: { alkalinity: 0.18, calcium: 3.6 }, alkalinityAs: 'carbonate' },
    };
    const named: Tank = { ...tank, parts: { alkalinity: 'both', calcium: 'both' } };
    const reading = (day: number, alkalinity: number, calcium: number): Entry => ({
      ...at(day),
      kind: 'reading',
      values: { alkalinity, calcium },
    });
    const snapshot = snapshotOf(
      both,
      { ...dosing(80, 0), solutionId: 'both' } as Entry,
      reading(86, 3, 440),
      reading(90, 2.7, 434),
      reading(96, 2.3, 426),
    );
    const { values } = dosingPlan.run(doseQuestion(snapshot, named, now).input);
    expect(values.doses).toHaveLength(1);
    expect(values.doses[0]).toMatchObject({ id: 'both', carries: ['alkalinity', 'calcium'] });
  });
});

describe('a tank that one change exchanges whole', () => {
  const change = (day: number, volumeL: number): Entry => ({ ...at(day), kind: 'water-change', volumeL });
  it.each([60, 50, 6, 0.5])('of %d L still answers, without a refusal escaping', (litres) => {
    const snapshot = snapshotOf(
      soda,
      dosing(80, 5),
      alk(84, 8.5),
      alk(88, 8.2),
      change(90, 60),
      alk(92, 8.4),
      alk(96, 8.1),
      change(97, 60),
    );
    const small: Tank = { ...tank, netVolumeL: litres };
    // The same tank, whether the volume is its own or asked about.
    expect(doseQuestion(snapshot, small, now).input.netVolumeL).toBe(litres);
    expect(doseQuestion(snapshot, tank, now, { netVolumeL: litres }).input.netVolumeL).toBe(litres);
    expect(suppliesAt(snapshot, small, now)).toEqual(suppliesAt(snapshot, tank, now));
    // Two changes of 60 L, a week apart.
    expect(changeHabit(snapshot, small, now)).toMatchObject({ changeL: 60, everyDays: 7 });
    const ahead = outlook(snapshot, small, 'alkalinity', now, now + DAY_MS);
    expect(ahead.length).toBeGreaterThan(0);
    for (const { low, value, high } of ahead) expect([low, value, high].every(Number.isFinite)).toBe(true);
  });
});
