import { describe, expect, it } from 'vitest';
import { cyclePlan } from '@/calculators/cycle/cycle-plan';
import { cycleReading } from '@/calculators/cycle/cycle-reading';
import { stocking } from '@/calculators/cycle/stocking';
import { freeAmmonia } from '@/calculators/nitrogen/free-ammonia-calculator';
import { setUp } from '@/calculators/set-up/set-up';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryOf, Solution, Source, Tank } from '@/record/schema';
import { tankSchema } from '@/record/schema';
import {
  ammoniaBottles,
  cycleDeeds,
  cycleOutlook,
  cycleQuestion,
  cycleQuestionAt,
  cycleReadings,
  freeAmmoniaQuestion,
  planQuestion,
} from './cycle/cycle';
import { cycleFollowed } from './cycle/cycle-followed';
import { challengesOf, stockingQuestion } from './cycle/new-tank';
import { samePlan, setUpTicks, usualSetUp, waterMadePerDay } from './set-up/set-up';
import { chloraminePasses } from './source-water/source-line';
import { todayOf } from './today/today';

const START = Date.UTC(2026, 0, 1, 12);
const at = (day: number) => START + day * DAY_MS;
const bottle: Solution = {
  id: 'nh4',
  name: 'Ammonia source',
  parts: [{ reagent: 'ammonium-chloride', gramsPerL: 20 }],
};
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 100,
  cycle: { school: 'starter', startedAt: START },
};
let count = 0;
const entry = (day: number) => ({ id: `e${++count}`, tankId: 't', at: at(day) });
const test = (day: number, values: EntryOf<'reading'>['values']): Entry => ({ ...entry(day), kind: 'reading', values });
const dose = (day: number, ml: number): Entry => ({ ...entry(day), kind: 'dose', solutionId: 'nh4', volumeMl: ml });
const putIn = (day: number, what: EntryOf<'put-in'>['what'], many = 1): Entry => ({
  ...entry(day),
  kind: 'put-in',
  what,
  count: many,
});
const snapshotOf = (entries: Entry[], more: Partial<Snapshot> = {}): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [bottle],
  entries: entries.toSorted((a, b) => a.at - b.at),
  ...more,
});

describe('a cycle, from the record', () => {
  it('doses of the ammonia bottle, changes and what went in are its deeds, in order', () => {
    const snapshot = snapshotOf([
      putIn(0, 'dry rock'),
      dose(0.1, 31.4),
      { ...entry(5), kind: 'water-change', volumeL: 10 },
      { ...entry(6), kind: 'note', note: 'clear again' },
    ]);
    const deeds = cycleDeeds(snapshot, tank);
    expect(deeds.map(({ did }) => did)).toEqual(['put in', 'dosed ammonia', 'changed']);
    // 31.4 mL of 20 g/L are 628 mg of NH4Cl, 200 mg of NH3 (CIAAW 2021), in 100 L.
    expect(deeds[1]?.did === 'dosed ammonia' && deeds[1].ammonia).toBeCloseTo(2, 2);
  });

  it('a kit that reads the un-ionised kind is told as all ammonia, at the pH read with it', () => {
    const kit = { ammoniaReads: 'free', ammoniaStep: 0.02, nitriteStep: 0.2 } as const;
    const settings = { ...emptySnapshot('UTC').settings, kit };
    const snapshot = snapshotOf([test(1, { ammonia: 0.08, ph: 8.1 }), test(2, { ammonia: 0.08, ph: 8.4 })], {
      settings,
    });
    const [low, high] = cycleReadings(snapshot, tank, START).map(({ ammonia }) => ammonia ?? 0);
    // About a twentieth of it is un-ionised at 8.1, a tenth at 8.4.
    expect(low).toBeGreaterThan(1.4);
    expect(high).toBeLessThan((low ?? 0) * 0.65);
    expect(cycleQuestion(snapshot, tank, at(2.1))?.readsFree).toBe(true);
  });

  it('is followed from its start until long after its end, and for no tank that was running', () => {
    expect(cycleFollowed(tank, at(-1))).toBe(false);
    expect(cycleFollowed(tank, at(400))).toBe(true);
    const done: Tank = { ...tank, cycle: { school: 'starter', startedAt: START, doneAt: at(30) } };
    expect(cycleFollowed(done, at(40))).toBe(true);
    expect(cycleFollowed(done, at(90))).toBe(false);
    expect(cycleFollowed(newTank('x'), at(1))).toBe(false);
    expect(cycleQuestionAt(snapshotOf([]), newTank('x'), at(1))).toBeUndefined();
  });

  it('is asked once an hour, and at once when something is logged within it', () => {
    const snapshot = snapshotOf([test(1, { ammonia: 2 })]);
    const hour = Math.ceil(at(2) / 3_600_000) * 3_600_000;
    expect(cycleQuestionAt(snapshot, tank, hour + 60_000)).toBe(cycleQuestionAt(snapshot, tank, hour + 3_000_000));
    const logged = snapshotOf([test(1, { ammonia: 2 }), { ...test(0, { ammonia: 1 }), at: hour + 60_000 }]);
    expect(cycleQuestionAt(logged, tank, hour + 120_000)?.readings).toHaveLength(2);
  });

  it('leads Today while it is open, says so while it is being read, and gives the outlook of nitrite', () => {
    const snapshot = snapshotOf([
      dose(0, 31.4),
      test(1, { ammonia: 2, nitrite: 0 }),
      test(6, { ammonia: 1.2, nitrite: 2 }),
    ]);
    const now = at(6.1);
    const question = cycleQuestionAt(snapshot, tank, now);
    if (!question) throw new Error('followed');
    const outcome = cycleReading.run(question);
    expect(todayOf(snapshot, tank, now, outcome).bench).toBe('new-tank');
    expect(todayOf(snapshot, tank, now, 'asked').answer.says.join()).toContain('being read');
    expect(
      todayOf(snapshot, { ...tank, cycle: { school: 'starter', startedAt: START, doneAt: now } }, now, outcome).bench,
    ).not.toBe('new-tank');
    const ahead = cycleOutlook(outcome, 'nitrite', now, at(12));
    expect(ahead.length).toBeGreaterThan(4);
    expect(ahead.every(({ low, value, high }) => low <= value && value <= high)).toBe(true);
    expect(ahead.every(({ at: moment }) => moment <= at(12))).toBe(true);
  });

  it('asks what is un-ionised of the last test, nothing where it is old', () => {
    const snapshot = snapshotOf([test(1, { ammonia: 2, ph: 8.2, temperature: 25.5, salinity: 34 }), putIn(0, 'fish')]);
    const question = freeAmmoniaQuestion(snapshot, tank, at(2));
    expect(question).toMatchObject({ ammonia: 2, phNbs: 8.2, temperatureC: 25.5, salinity: 34, livestock: true });
    expect(question && freeAmmonia.run(question).values.verdict).toBe('harms');
    expect(freeAmmoniaQuestion(snapshot, tank, at(20))).toBeUndefined();
  });

  it('plans with the bottles that hold ammonia', () => {
    const soda: Solution = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
    const snapshot = snapshotOf([], { solutions: [soda, bottle] });
    expect(ammoniaBottles(snapshot).map(({ solution }) => solution.id)).toEqual(['nh4']);
    const plan = cyclePlan.run(planQuestion(snapshot, tank, { school: 'starter', startAt: START, bottle }));
    expect(plan.values.doseMl).toBeCloseTo(31.4, 1);
  });
});

describe('put to the test with a dose, from the record', () => {
  const through = [dose(0, 31.4), test(1, { ammonia: 2, nitrite: 0 }), test(20, { ammonia: 0, nitrite: 0 })];
  it('the dose that began the cycle is none; one of a tank that read nothing is, and the next day’s test its result', () => {
    expect(challengesOf(snapshotOf(through), tank)).toEqual([]);
    const pending = challengesOf(snapshotOf([...through, dose(21, 31.4)]), tank);
    expect(pending).toHaveLength(1);
    expect(pending[0]).toMatchObject({ dueAt: at(22), result: undefined });
    const [passed] = challengesOf(snapshotOf([...through, dose(21, 31.4), test(22, { ammonia: 0, nitrite: 0 })]), tank);
    expect(passed?.result?.outcome?.values.passed).toBe(true);
  });
  it('a dose into a tank that still shows ammonia, and a pinch of it, test nothing', () => {
    expect(challengesOf(snapshotOf([dose(10, 31.4), test(9.5, { ammonia: 1 })]), tank)).toEqual([]);
    expect(challengesOf(snapshotOf([...through, dose(21, 3)]), tank)).toEqual([]);
  });
});

describe('what may go in next, from the record', () => {
  const done: Tank = { ...tank, cycle: { school: 'starter', startedAt: START, doneAt: at(22) } };
  it('counts fish and knows the last, the crew, the first change and the test by dose', () => {
    const snapshot = snapshotOf([
      dose(21, 31.4),
      test(20, { ammonia: 0, nitrite: 0 }),
      test(22, { ammonia: 0, nitrite: 0, nitrate: 12, alkalinity: 8 * DKH }),
      test(28, { alkalinity: 7.6 * DKH }),
      { ...entry(23), kind: 'water-change', volumeL: 10 },
      putIn(24, 'clean-up crew'),
      putIn(26, 'fish', 2),
      putIn(29, 'fish'),
    ]);
    const question = stockingQuestion(snapshot, done, at(30));
    expect(question).toMatchObject({
      fish: 3,
      lastFishAt: at(29),
      crew: true,
      changed: true,
      challenged: true,
      nitrate: 12,
    });
    expect(question?.alkalinityWandered).toBeCloseTo(0.4 * DKH, 9);
    expect(question && stocking.run(question).values.fishToBeginWith).toBe(2);
    expect(stockingQuestion(snapshot, newTank('x'), at(30))).toBeUndefined();
  });
  it('tests of weeks ago say nothing of today’s water', () => {
    const question = stockingQuestion(snapshotOf([test(1, { nitrate: 30 })]), done, at(40));
    expect(question).not.toHaveProperty('nitrate');
  });
});

describe('a set-up plan, from the record', () => {
  it('starts with measures that hold what the tank is said to hold, and is of the schema', () => {
    for (const displayL of [5, 52, 240, 1200, 90_000]) {
      const made = { ...newTank('n'), name: 'New', displayL };
      const plan = usualSetUp(made, START);
      expect(tankSchema.safeParse({ ...made, setUp: plan }).error?.issues).toBeUndefined();
      if (displayL < 50 || displayL > 2000) continue;
      expect(setUp.run(plan).values.displayL / displayL).toBeGreaterThan(0.85);
      expect(setUp.run(plan).values.displayL / displayL).toBeLessThan(1.15);
    }
  });
  it('is the same plan in whichever order its figures were set, and another with one figure more', () => {
    const plan = usualSetUp({ ...newTank('n'), displayL: 100 }, START);
    const turned = Object.fromEntries(Object.entries(plan).reverse()) as typeof plan;
    expect(samePlan(plan, turned)).toBe(true);
    expect(samePlan(plan, { ...plan, rockG: 5000 })).toBe(false);
    expect(samePlan(undefined, plan)).toBe(false);
  });
  it('knows the line’s litres a day, where there is one, and which steps are ticked', () => {
    expect(waterMadePerDay(snapshotOf([]), START)).toBeUndefined();
    const line: Source = {
      id: 'line',
      name: 'Line',
      ratedLPerDay: 280,
      ratedKPa: 345,
      wasteRatio: 3,
      pressureKPa: 345,
      temperatureC: 25,
      flushMinutes: 0,
      stages: [{ id: 'c', kind: 'carbon' }],
    };
    expect(waterMadePerDay(snapshotOf([], { sources: [line] }), START)).toBeGreaterThan(250);
    const tick: Entry = { ...entry(1), kind: 'set-up-step', step: 'level', says: 'Level' };
    expect([...setUpTicks(snapshotOf([tick]), tank).keys()]).toEqual(['level']);
  });
});

describe('chloramine past the carbon', () => {
  const line = (blocks: number): Source => ({
    id: 'line',
    name: 'Line',
    ratedLPerDay: 280,
    ratedKPa: 345,
    wasteRatio: 3,
    pressureKPa: 345,
    temperatureC: 15,
    flushMinutes: 0,
    stages: Array.from({ length: blocks }, (_, i) => ({ id: `c${i}`, kind: 'carbon' as const })),
  });
  const strips = (more: object): Entry => ({
    id: 's',
    tankId: null,
    at: at(0),
    kind: 'source-test',
    sourceId: 'line',
    ...more,
  });
  it.each([
    ['one block for chloramine', 1, { totalChlorine: 1.6, freeChlorine: 0.2 }, true],
    ['two blocks', 2, { totalChlorine: 1.6, freeChlorine: 0.2 }, false],
    ['two blocks, one of them spent', 2, { totalChlorine: 1.6, freeChlorine: 0.2, afterCarbon: 0.4 }, true],
    ['plain chlorine', 1, { totalChlorine: 1.6, freeChlorine: 1.5 }, false],
    ['never tested', 1, { tdsSupply: 200 }, false],
  ])('%s', (_, blocks, figures, passes) => {
    expect(chloraminePasses(snapshotOf([strips(figures)], { sources: [line(blocks)] }), at(1))).toBe(passes);
  });
});
