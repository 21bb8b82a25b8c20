import { describe, expect, it } from 'vitest';
import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '@/calculators/calculator/sentence';
import { inOrder } from '@/record/entries-of';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryDraft, Solution, Tank } from '@/record/schema';
import { balanceAt } from './balance/balance';
import { easingEnded, planSet } from './dosing/correction-entries';
import { correctionQuestions } from './dosing/correction-question';
import { easingsUnderWay } from './balance/corrections-under-way';
import { doseQuestion } from './dosing/dose-question';
import { dosesSet } from './supplies/doses-set';
import { heldQuestion } from './dosing/held-question';
import { levelsOutcome } from './trends/levels-question';
import { outlook } from './outlook/outlook';
import { todayOf } from './today/today';
import { waterStatus } from './observations/water-status';
import { whatGoesIn } from './balance/what-goes-in';

const now = 100 * DAY_MS;
const soda: Solution = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
const chloride: Solution = {
  id: 'chloride',
  name: 'Chloride',
  parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 110 }],
};
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 300,
  netVolumeL: 300,
  supplies: ['parts'],
  parts: { alkalinity: 'soda', calcium: 'chloride' },
  targets: { alkalinity: [7.8 * DKH, 8.8 * DKH], calcium: [400, 450], salinity: [34, 36] },
};
let count = 0;
const entry = (daysAgo: number, row: Partial<EntryDraft> & { kind: EntryDraft['kind'] }): Entry =>
  ({ id: `e${++count}`, tankId: 't', at: now - Math.round(daysAgo * DAY_MS), ...row }) as Entry;
const read = (daysAgo: number, values: Extract<EntryDraft, { kind: 'reading' }>['values']) =>
  entry(daysAgo, { kind: 'reading', values });
const alk = (daysAgo: number, dkh: number) => read(daysAgo, { alkalinity: dkh * DKH });
const dosing = (daysAgo: number, mlPerDay: number) =>
  entry(daysAgo, { kind: 'standing-dose', solutionId: 'soda', mlPerDay });
const snapshotOf = (...entries: Entry[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [soda, chloride],
  entries: entries.toSorted(inOrder),
});
const ofAlkalinity = (snapshot: Snapshot, at = now) => {
  const [first] = correctionQuestions(snapshot, tank, at, doseQuestion(snapshot, tank, at));
  if (!first) throw new Error('no question');
  return { ...first, outcome: correction.run(first.input) };
};
const says = (of: ReturnType<typeof ofAlkalinity>) => plainSentence(of.outcome.answer.says, DEFAULT_UNITS);
const steady = [42, 35, 28, 21, 14, 7].map((day) => alk(day, 8.3));

describe('a correction asked of the record', () => {
  it('stands beside the dose on Today at 6.8 dKH', () => {
    const snapshot = snapshotOf(dosing(60, 20), ...[42, 35, 28, 21, 14, 7].map((day) => alk(day, 6.8)), alk(0.1, 6.8));
    const lines = todayOf(snapshot, tank, now).lines;
    const line = lines.find(({ bench }) => bench === 'corrections');
    expect(plainSentence(line?.answer.says ?? [], DEFAULT_UNITS)).toMatch(/^Add .* of Carbonate a day for 2 days/);
    expect(lines.findIndex(({ bench }) => bench === 'corrections')).toBeLessThan(2);
    expect(todayOf(snapshotOf(dosing(60, 20), ...steady), tank, now).lines.map(({ bench }) => bench)).not.toContain(
      'corrections',
    );
  });

  it('does nothing on a reading that is left out as an outlier, and says so as Today does', () => {
    const snapshot = snapshotOf(dosing(60, 20), ...steady, alk(0.1, 6.1));
    const asked = ofAlkalinity(snapshot);
    expect(balanceAt(snapshot, tank, now).of.alkalinity.trend?.outliers).toHaveLength(1);
    expect(asked.input.leftOut).toBe(true);
    expect(says(asked)).toMatch(/the last reading, 6\.1 dKH, is left out as an outlier/);
    expect(asked.outcome.values.mlPerDay).toBe(0);
    expect(plainSentence(levelsOutcome(snapshot, tank, now).answer.because, DEFAULT_UNITS)).toMatch(
      /6\.1 dKH\) is far from the rest/,
    );
  });

  it('is eased where nitrate is under 1, and not where it is not', () => {
    const high = [42, 35, 28, 21, 14, 7, 0.1].map((day) => alk(day, 9.6));
    const lean = (nitrate: number) =>
      ofAlkalinity(snapshotOf(dosing(60, 60), ...high, read(3, { nitrate, phosphate: 0.05 }))).outcome.values.lowered;
    expect(lean(0.5)?.days).toBeGreaterThan(20);
    expect(lean(4)?.days).toBeLessThan(10);
  });

  it('and the doses bring back a level as it would read at the salinity aimed at, as corrections do', () => {
    // 380 mg/L at 31.9 ppt are 380 × 35 ÷ 31.9 = 416.9 at 35 (constancy of composition; by hand).
    const low = [28, 21, 14, 7, 1].map((day) => read(day, { calcium: 380, salinity: 31.9 }));
    const level = (entries: Entry[]) =>
      doseQuestion(snapshotOf(dosing(60, 20), ...entries), tank, now).input.levels.calcium;
    expect(level(low)?.level).toBeCloseTo(416.9, 0);
    expect(level(low.map((each) => ({ ...each, values: { calcium: 380 } }) as Entry))?.level).toBeCloseTo(380, 0);
  });

  it('and the levels judge calcium at the salinity aimed at', () => {
    const snapshot = snapshotOf(read(1, { calcium: 380, salinity: 31.9 }), read(8, { calcium: 380, salinity: 31.9 }));
    expect(waterStatus(snapshot, tank, now).find(({ parameter }) => parameter === 'calcium')?.place).toBe('on target');
    expect(plainSentence(levelsOutcome(snapshot, tank, now).answer.says, DEFAULT_UNITS)).not.toMatch(/Calcium/);
  });
});

describe('a correction that was begun', () => {
  const low = [42, 35, 28, 21, 14, 7, 1].map((day) => alk(day, 6.8));
  const begun = (at: number): Entry => ({
    id: 'begun',
    tankId: 't',
    at,
    kind: 'correction',
    parameter: 'alkalinity',
    solutionId: 'soda',
    from: 6.8 * DKH,
    to: 8.3 * DKH,
    days: 2,
    mlPerDay: 53,
  });
  const share = (at: number): Entry => ({
    id: `share${at}`,
    tankId: 't',
    at,
    kind: 'dose',
    solutionId: 'soda',
    volumeMl: 53,
    correction: 'begun',
  });

  it('counts down, gives today’s share once, and ends', () => {
    const first = snapshotOf(dosing(60, 20), ...low, begun(now), share(now));
    const today = ofAlkalinity(first, now + 3600_000);
    expect(today.begun?.id).toBe('begun');
    expect(says(today)).toMatch(/^Today’s share of Carbonate is given/);
    const tomorrow = ofAlkalinity(first, now + DAY_MS);
    expect(says(tomorrow)).toMatch(/^Add today’s share, .* it is the last\.$/);
    const line = todayOf(first, tank, now + DAY_MS).lines.find(({ bench }) => bench === 'corrections');
    expect(plainSentence(line?.answer.says ?? [], DEFAULT_UNITS)).toMatch(/^Add today’s share/);
    // A test on the way that reads higher leaves less to give.
    const tested = ofAlkalinity(
      snapshotOf(dosing(60, 20), ...low, begun(now), share(now), alk(-0.9, 7.9)),
      now + DAY_MS,
    );
    expect(tested.outcome.values.totalMl).toBeLessThan(tomorrow.outcome.values.totalMl);
    // Given again after that test, it counts beside it; and who pours it is warned of what it is.
    const after = snapshotOf(dosing(60, 20), ...low, begun(now), share(now), alk(-0.9, 7.9), {
      ...share(now + 0.95 * DAY_MS),
      volumeMl: 10,
    } as Entry);
    const then = ofAlkalinity(after, now + DAY_MS);
    expect(then.outcome.values.totalMl).toBeCloseTo(tested.outcome.values.totalMl - 10, 6);
    expect(today.outcome.cautions[0]?.says.join(' ')).toMatch(/^Carbonate: Caustic/);
    const over = { ...begun(now), endedAt: now + DAY_MS } as Entry;
    expect(ofAlkalinity(snapshotOf(dosing(60, 20), ...low, over, share(now)), now + 2 * DAY_MS).begun).toBeUndefined();
    // What was given of an ended one, or poured in apart from any, is not given again.
    const fresh = ofAlkalinity(snapshotOf(dosing(60, 20), ...low), now).outcome.values;
    for (const once of [share(now), { ...share(now), correction: undefined } as Entry]) {
      const { values } = ofAlkalinity(snapshotOf(dosing(60, 20), ...low, once), now + 3600_000).outcome;
      expect(values.totalMl).toBeCloseTo(fresh.totalMl - 53, 6);
    }
  });

  it('is no habit: its shares do not go on in the balance, as doses by hand each day do', () => {
    const met = { alkalinity: 3, calcium: 420, magnesium: 1300 };
    const daily = Array.from({ length: 12 }, (_, i) => entry(i, { kind: 'dose', solutionId: 'soda', volumeMl: 20 }));
    const shares = daily.map((each) => ({ ...each, id: `s${each.id}`, correction: 'begun' }) as Entry);
    expect(whatGoesIn(snapshotOf(...daily), tank, now, met)).toMatchObject([{ kind: 'by hand', mlPerDay: 20 }]);
    // And no pump is asked after where there is none.
    expect(doseQuestion(snapshotOf(...daily), tank, now).input.sources[0]).not.toHaveProperty('measured');
    // Beside a pump that ran before they began they go on; a pump that was set after them takes their place.
    const pumped = (daysAgo: number) =>
      whatGoesIn(snapshotOf(...daily, dosing(daysAgo, 30)), tank, now, met).map(({ kind, source }) => [kind, source]);
    expect(pumped(40)).toEqual([
      ['dose', 'soda'],
      ['by hand', 'soda, by hand'],
    ]);
    expect(pumped(0)).toEqual([['dose', 'soda']]);
    expect(whatGoesIn(snapshotOf(...shares), tank, now, met)).toEqual([]);
    // What was poured in for some days, weeks ago, goes on no more.
    expect(whatGoesIn(snapshotOf(...daily), tank, now + 10 * DAY_MS, met)).toEqual([]);
  });

  it('by a lowered dose says until when, and what it goes back to', () => {
    const high = snapshotOf(dosing(60, 40), ...[42, 35, 28, 21, 14, 7, 1].map((day) => alk(day, 9.3)));
    const [set] = dosesSet(high, tank, now, [{ id: 'soda', mlPerDay: 30 }]);
    if (!set) throw new Error('nothing set');
    const easing: Entry = { ...begun(now), from: 9.3 * DKH, days: 10, mlPerDay: 30, backToMlPerDay: 40 } as Entry;
    const snapshot = { ...high, entries: [...high.entries, set, easing].toSorted(inOrder) };
    expect(easingsUnderWay(snapshot, tank, now + DAY_MS)).toMatchObject([{ endsAt: now + 10 * DAY_MS }]);
    // Once its days are over Today says so, and what the dose goes back to.
    const after = todayOf(snapshot, tank, now + 11 * DAY_MS).lines.find(({ bench }) => bench === 'corrections');
    expect(plainSentence(after?.answer.says ?? [], DEFAULT_UNITS)).toMatch(
      /^Test alkalinity and set Carbonate back to 40 mL\/day/,
    );
    // Set otherwise meanwhile, it is the keeper's own dose that runs.
    const again: Entry = { ...set, id: 'again', at: now + 2 * DAY_MS, mlPerDay: 36 };
    expect(easingsUnderWay({ ...snapshot, entries: [...snapshot.entries, again] }, tank, now + 3 * DAY_MS)).toEqual([]);
  });
});

describe('a dose set for a time by the plan', () => {
  const short = [dosing(60, 30), ...[42, 35, 28, 21, 14, 7, 0.2].map((day) => alk(day, 7.7))];
  const asked = snapshotOf(...short);
  const question = doseQuestion(asked, tank, now);
  const plan = dosingPlan.run(question.input);
  const doses = plan.values.doses.filter(({ id }) => id === 'soda');
  const days = doses[0]?.returns?.days ?? NaN;
  const holds = doses[0]?.returns?.thenMlPerDay ?? NaN;
  const set = snapshotOf(...short, ...planSet(asked, tank, now, doses, question.input.levels));

  it('is filed as the dose and the course it is on, and left until its end', () => {
    expect(doses).toMatchObject([{ id: 'soda', action: 'increase', returns: { days: 14 } }]);
    expect(easingsUnderWay(set, tank, now + DAY_MS)).toMatchObject([
      { entry: { backToMlPerDay: holds, to: 8.3 * DKH }, endsAt: now + days * DAY_MS },
    ]);
    const later = dosingPlan.run(doseQuestion(set, tank, now + DAY_MS).input);
    expect(later.values.doses[0]).toMatchObject({ action: 'leave', returns: { thenMlPerDay: holds } });
    expect(
      correctionQuestions(set, tank, now + DAY_MS, doseQuestion(set, tank, now + DAY_MS))[0]?.input.byDose,
    ).toEqual({
      name: 'Carbonate',
      until: now + days * DAY_MS,
    });
  });

  it('is foretold to go back: the outlook comes to the target and stays', () => {
    const at = (inDays: number) =>
      (outlook(set, tank, 'alkalinity', now, now + 40 * DAY_MS).find((point) => point.at >= now + inDays * DAY_MS)
        ?.value ?? NaN) / DKH;
    expect(at(days)).toBeCloseTo(8.3, 1);
    expect(at(days + 20)).toBeCloseTo(8.3, 1);
  });

  it('once over is told on Today as Dosing tells it, and set back ends it', () => {
    const over = now + (days + 0.5) * DAY_MS;
    const tested = {
      ...set,
      entries: [...set.entries, { ...alk(0, 8.3), id: 'end', at: over - 3600_000 }].toSorted(inOrder),
    };
    const lines = todayOf(tested, tank, over).lines;
    const says = (bench: string) =>
      plainSentence(lines.find((line) => line.bench === bench)?.answer.says ?? [], DEFAULT_UNITS);
    const [, back] = /set Carbonate back to ([\d.]+) mL/.exec(says('corrections')) ?? [];
    expect(says('dosing')).toContain(`to ${String(back)} mL/day`);
    const [easing] = easingsUnderWay(tested, tank, over);
    if (!easing) throw new Error('none under way');
    const ended = easingEnded(tested, tank, over, easing.entry, Number(back));
    const after = {
      ...tested,
      entries: [...tested.entries.filter(({ id }) => id !== easing.entry.id), ...ended].toSorted(inOrder),
    };
    expect(easingsUnderWay(after, tank, over + 1)).toEqual([]);
    expect(balanceAt(after, tank, over + 1).inputs[0]?.mlPerDay).toBe(Number(back));
  });

  it('set anew meanwhile is ended with it', () => {
    const again = planSet(set, tank, now + DAY_MS, doses, question.input.levels);
    expect(again.filter((each) => each.kind === 'correction' && each.endedAt === now + DAY_MS)).toHaveLength(1);
  });

  it('how it was held is looked back on as the record stood then', () => {
    const later = now + 21 * DAY_MS;
    const tests = [7, 14, 21].map((day): Entry => ({
      ...alk(0, 7.7 + day * 0.04),
      id: `t${day}`,
      at: now + day * DAY_MS,
    }));
    const looked = heldQuestion({ ...set, entries: [...set.entries, ...tests].toSorted(inOrder) }, tank, later);
    const own = looked?.advice.find(({ at }) => Math.abs(at - now) < DAY_MS);
    expect(own).toMatchObject({ runs: 30, followed: true, set: doses[0]?.mlPerDay });
    expect((own?.foretold?.level ?? 0) / DKH).toBeCloseTo(8.3, 1);
  });
});
