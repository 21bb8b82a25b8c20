import { describe, expect, it } from 'vitest';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryDraft, Solution, Tank } from '@/record/schema';
import { bottlesOf } from './supplies/bottles';
import { knownEvents, tankEvents } from './balance/known-events';
import {
  dosedWaterSteps,
  givenMl,
  limewaterPerDay,
  runningAt,
  suppliesAt,
  supplyTimeline,
} from './supplies/supply-timeline';

const HOUR_MS = DAY_MS / 24;
const soda: Solution = { id: 'soda', name: 'Soda', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
const lime: Solution = { id: 'lime', name: 'Night drip', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.5 }] };
const traces: Solution = {
  id: 'traces',
  name: 'Traces',
  parts: [{ reagent: 'strontium-chloride-hexahydrate', gramsPerL: 30 }],
};
const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 300, openSurfaceM2: 0.5 };
let count = 0;
const entry = (at: number, row: Partial<EntryDraft> & { kind: EntryDraft['kind'] }): Entry =>
  ({ id: `e${++count}`, tankId: 't', at, ...row }) as Entry;
const snapshotOf = (entries: Entry[], zone = 'UTC'): Snapshot => ({
  ...emptySnapshot(zone),
  tanks: [tank],
  solutions: [soda, lime, traces],
  entries: entries.toSorted((a, b) => a.at - b.at),
});
const day = (n: number) => n * DAY_MS;

describe('the timeline of what runs', () => {
  const entries = [
    entry(day(1), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 20 }),
    entry(day(3), { kind: 'reactor', mlPerMin: 20, effluentAlkalinity: 10 }),
    entry(day(4), { kind: 'lever', lever: 'lights', hours: { fromMinute: 600, forMinutes: 600 } }),
    entry(day(5), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 30 }),
    entry(day(7), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 0 }),
    entry(day(8), { kind: 'reactor', mlPerMin: 0, effluentAlkalinity: 10 }),
    entry(day(9), { kind: 'lever', lever: 'lights', off: true }),
  ];
  const snapshot = snapshotOf(entries);

  it('holds each thing from its day until the next word on it, whatever mix runs', () => {
    expect(
      supplyTimeline(snapshot, tank).map(({ source, from, until, ended }) => [
        source,
        from / DAY_MS,
        until / DAY_MS,
        ended,
      ]),
    ).toEqual([
      ['soda', 1, 5, false],
      ['reactor', 3, 8, false],
      ['lights', 4, 9, false],
      ['soda', 5, 7, false],
      ['soda', 7, Infinity, true],
      ['reactor', 8, Infinity, true],
      ['lights', 9, Infinity, true],
    ]);
    expect(runningAt(snapshot, tank, day(6)).map(({ source }) => source)).toEqual(['reactor', 'lights', 'soda']);
    expect(runningAt(snapshot, tank, day(20))).toEqual([]);
    expect([...suppliesAt(snapshot, tank, day(6)).doses]).toEqual([['soda', 30]]);
    expect(suppliesAt(snapshot, tank, day(6)).reactor?.mlPerMin).toBe(20);
  });

  it('counts what was given between two moments, by hand too', () => {
    const more = snapshotOf([...entries, entry(day(6), { kind: 'dose', solutionId: 'soda', volumeMl: 7 })]);
    // By hand: 4 days of 20 mL, 2 of 30, and 7 mL once.
    expect(givenMl(more, tank, 'soda', 0, day(30))).toBeCloseTo(4 * 20 + 2 * 30 + 7, 9);
    expect(givenMl(more, tank, 'soda', day(4.5), day(5.5))).toBeCloseTo(10 + 15, 9);
  });

  it('tells what is left in a bottle from it', () => {
    const seen = snapshotOf([
      entry(day(1), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 20 }),
      entry(day(2), { kind: 'bottle-level', solutionId: 'soda', volumeMl: 1000 }),
      entry(day(12), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 40 }),
      entry(day(13), { kind: 'dose', solutionId: 'soda', volumeMl: 50 }),
    ]);
    expect(bottlesOf(seen, tank, day(14))[0]?.leftMl).toBeCloseTo(1000 - 200 - 80 - 50, 9);
  });

  it('steps the water that doses bring, as they were set', () => {
    expect(dosedWaterSteps(snapshot, tank)).toEqual([
      { at: day(1), litresPerDay: 0.02 },
      { at: day(5), litresPerDay: 0.03 },
      { at: day(7), litresPerDay: 0 },
    ]);
  });

  it('knows limewater by what it holds and not by its name', () => {
    const dripped = snapshotOf([
      entry(day(1), { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 1500 }),
      entry(day(1), { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 500 }),
    ]);
    expect(limewaterPerDay(dripped, tank, day(2))).toBeCloseTo(1.5, 12);
  });
});

describe('what runs, as events of the tank model', () => {
  const rates = (events: readonly TankEvent[]) =>
    events.filter((event): event is Extract<TankEvent, { kind: 'rate' }> => event.kind === 'rate');

  it('brings its water and everything it holds, those ions too that no kit reads', () => {
    const snapshot = snapshotOf([
      entry(day(1), { kind: 'standing-dose', solutionId: 'traces', mlPerDay: 10 }),
      entry(day(2), { kind: 'dose', solutionId: 'soda', volumeMl: 250 }),
    ]);
    const [event] = rates(knownEvents(snapshot, tank));
    expect(event?.litresPerDay).toBeCloseTo(0.01, 12);
    // 30 g of SrCl2·6H2O (266.6 g/mol) in a litre holds 9.86 g of strontium: 10 mL a day bring 98.6 mg. CIAAW 2021.
    expect(event?.perDay.further?.strontium).toBeCloseTo(98.6, 1);
    expect(knownEvents(snapshot, tank).find(({ kind }) => kind === 'addition')).toMatchObject({ litres: 0.25 });
  });

  it('stands by the keeper’s clock on both sides of a change of the clocks', () => {
    // Lisbon leaves summer time on 25 October 2026 at 01:00 UTC: 22:00 on the wall is 21:00 UTC before it and 22:00 after.
    const from = Date.UTC(2026, 9, 20, 12);
    const snapshot = snapshotOf(
      [
        entry(from, {
          kind: 'standing-dose',
          solutionId: 'lime',
          mlPerDay: 2000,
          hours: { fromMinute: 22 * 60, forMinutes: 600 },
        }),
        entry(Date.UTC(2026, 10, 20), { kind: 'note', note: 'later' }),
      ],
      'Europe/Lisbon',
    );
    const [before, after] = rates(knownEvents(snapshot, tank));
    expect(before?.hours).toEqual({ fromMs: 21 * HOUR_MS, forMs: 10 * HOUR_MS });
    expect(after?.hours).toEqual({ fromMs: 22 * HOUR_MS, forMs: 10 * HOUR_MS });
    expect(after?.at).toBe(Date.UTC(2026, 9, 25, 1));
    // By the model: nothing comes in the hour before ten at night, on either side.
    const level = (at: number) =>
      simulate({ at: from, volumeL: 300, water: FRESH_WATER }, knownEvents(snapshot, tank), [at])[0]?.water.calcium ??
      0;
    for (const [month, date] of [
      [9, 23],
      [9, 28],
    ] as const) {
      const ten = Date.UTC(2026, month, date, month === 9 && date < 25 ? 21 : 22);
      expect(level(ten) - level(ten - HOUR_MS)).toBeCloseTo(0, 9);
      expect(level(ten + HOUR_MS) - level(ten)).toBeGreaterThan(0.1);
    }
  });

  it('two stretches of the day give the day’s amount between them, and end together', () => {
    const snapshot = snapshotOf([
      entry(day(1), {
        kind: 'standing-dose',
        solutionId: 'lime',
        mlPerDay: 2400,
        hours: { fromMinute: 21 * 60, forMinutes: 240 },
        alsoHours: { fromMinute: 6 * 60, forMinutes: 120 },
      }),
      entry(day(11), { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 0 }),
      entry(day(12), { kind: 'note', note: 'later' }),
    ]);
    const level = (at: number) =>
      simulate({ at: day(1), volumeL: 1e6, water: FRESH_WATER }, knownEvents(snapshot, tank), [at])[0]?.water.calcium ??
      0;
    const midnight = Math.floor(day(3) / (24 * HOUR_MS)) * 24 * HOUR_MS;
    const between = (from: number, to: number) => level(midnight + to * HOUR_MS) - level(midnight + from * HOUR_MS);
    const whole = between(0, 24);
    // 21:00 to 1:00 gives two thirds of it, 6:00 to 8:00 one third; nothing between.
    expect(between(6, 8) / whole).toBeCloseTo(1 / 3, 5);
    expect(between(21, 25) / whole).toBeCloseTo(2 / 3, 5);
    expect(between(8, 21)).toBeCloseTo(0, 12);
    // 2.4 L a day of 1.5 g/L Ca(OH)2: 2400 × 1.5 × 40.078 ÷ 74.093 mg of calcium a day into a million litres. CIAAW 2021.
    expect(whole).toBeCloseTo((2400 * 1.5 * 40.078) / 74.093 / 1e6, 8);
    expect(level(day(20)) - level(day(12))).toBe(0);
  });

  it('changes no volume while less comes in than evaporates, and dilutes beyond what could', () => {
    const volume = (mlPerDay: number) => {
      const snapshot = snapshotOf([entry(day(1), { kind: 'standing-dose', solutionId: 'soda', mlPerDay })]);
      const [state] = simulate({ at: day(1), volumeL: 300, water: FRESH_WATER }, tankEvents(snapshot, tank), [day(31)]);
      return state?.volumeL ?? 0;
    };
    expect(volume(0)).toBeCloseTo(300, 6);
    expect(volume(40)).toBeCloseTo(300, 6);
    expect(volume(1500)).toBeCloseTo(300, 6);
    expect(volume(20_000)).toBeGreaterThan(500);
  });

  it('a reactor’s carbon goes by its own chamber’s pH where it was read', () => {
    const dic = (chamberPh?: number) => {
      const row = { kind: 'reactor' as const, mlPerMin: 20, effluentAlkalinity: 10, ...(chamberPh && { chamberPh }) };
      const loop = knownEvents(snapshotOf([entry(day(1), row)]), tank).find(({ kind }) => kind === 'loop');
      return loop?.kind === 'loop' ? (loop.returns.dic ?? 0) : 0;
    };
    expect(dic(6.6)).toBe(dic());
    expect(dic(6.2)).toBeGreaterThan(dic() + 3);
  });
});

describe('a reactor that is tested', () => {
  const set = entry(day(1), { kind: 'reactor', mlPerMin: 10, effluentAlkalinity: 10, chamberPh: 6.6 });
  const tested = entry(day(5), { kind: 'effluent-test', effluentAlkalinity: 8 });
  const flowing = entry(day(9), { kind: 'effluent-test', mlPerMin: 7, chamberPh: 6.5 });

  it('goes on from then at what was measured, the rest as it was', () => {
    const snapshot = snapshotOf([set, tested, flowing]);
    expect(suppliesAt(snapshot, tank, day(6)).reactor).toMatchObject({
      mlPerMin: 10,
      effluentAlkalinity: 8,
      chamberPh: 6.6,
    });
    expect(suppliesAt(snapshot, tank, day(10)).reactor).toMatchObject({
      mlPerMin: 7,
      effluentAlkalinity: 8,
      chamberPh: 6.5,
    });
    const loops = knownEvents(snapshot, tank).filter((event) => event.kind === 'loop');
    expect(loops.map(({ at, litresPerDay, returns }) => [at, litresPerDay, returns.alkalinity])).toEqual([
      [day(1), 14.4, 10],
      [day(5), 14.4, 8],
      [day(9), 10.08, 8],
    ]);
  });

  it('sets nothing going where no reactor was set, nor in one that is shut', () => {
    expect(supplyTimeline(snapshotOf([tested]), tank)).toEqual([]);
    const shut = entry(day(3), { kind: 'reactor', mlPerMin: 0, effluentAlkalinity: 10 });
    const snapshot = snapshotOf([set, shut, tested]);
    expect(suppliesAt(snapshot, tank, day(6)).reactor).toBeUndefined();
    expect(knownEvents(snapshot, tank).filter((event) => event.kind === 'loop')).toHaveLength(2);
  });

  it('in the moment it was set goes on at what was measured, whichever was filed first', () => {
    const at = entry(day(1), { kind: 'effluent-test', mlPerMin: 8 });
    for (const entries of [
      [set, at],
      [at, set],
    ]) {
      const snapshot = { ...snapshotOf([]), entries };
      expect(suppliesAt(snapshot, tank, day(2)).reactor?.mlPerMin).toBe(8);
      const last = knownEvents(snapshot, tank).findLast((event) => event.kind === 'loop');
      expect(last?.litresPerDay).toBeCloseTo(8 * 1.44, 10);
    }
  });

  it('whose flow and effluent were both measured runs, said or not', () => {
    const both = entry(day(2), { kind: 'effluent-test', effluentAlkalinity: 9, mlPerMin: 12 });
    expect(suppliesAt(snapshotOf([both]), tank, day(3)).reactor).toMatchObject({ mlPerMin: 12, effluentAlkalinity: 9 });
  });
});
