import { describe, expect, it } from 'vitest';
import { limewater } from '@/calculators/limewater/limewater';
import { limewaterHours } from '@/calculators/limewater/limewater-hours';
import { limewaterStuck } from '@/calculators/limewater/limewater-stuck';
import { reactorDialIn } from '@/calculators/reactor/reactor-dial-in';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { reactorSize } from '@/calculators/reactor/reactor-size';
import { topOffFailure } from '@/calculators/top-off/failure';
import { topOffUpkeep } from '@/calculators/top-off/upkeep';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryDraft, Solution, Tank } from '@/record/schema';
import { doseQuestion } from './dosing/dose-question';
import {
  limewaterHoursQuestion,
  limewaterMadeOf,
  limewaterQuestion,
  limewaterRoomMmol,
  limewaterStuckQuestion,
} from './limewater/limewater-question';
import { dialInQuestion } from './reactor/reactor-dial-in-question';
import { mediaLeft } from './reactor/reactor-setting';
import { reactorQuestion } from './reactor/reactor-question';
import { reactorSizeQuestion } from './reactor/reactor-size-question';
import { reactorUseNow, reactorUseQuestion } from './reactor/reactor-use-question';
import { limewaterSet } from './limewater/set-limewater';
import { reactorSet } from './reactor/set-reactor';
import { todayOf } from './today/today';
import { failureQuestion } from './limewater/top-off-failure';
import { upkeepQuestion } from './top-off/top-off-upkeep';

const NOW = 100 * DAY_MS;
const lime: Solution = { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] };
const soda: Solution = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
const base: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 250,
  openSurfaceM2: 0.6,
  reservoirL: 25,
  parts: { alkalinity: 'soda' },
  targets: { alkalinity: [7.5 * DKH, 8.5 * DKH] },
};
let count = 0;
const entry = (day: number, row: Partial<EntryDraft> & { kind: EntryDraft['kind'] }): Entry =>
  ({ id: `e${++count}`, tankId: 't', at: day * DAY_MS, ...row }) as Entry;
const alk = (day: number, dkh: number) => entry(day, { kind: 'reading', values: { alkalinity: dkh * DKH } });
const snapshotOf = (tank: Tank, ...entries: Entry[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [lime, soda],
  entries: entries.toSorted((a, b) => a.at - b.at),
});
const drip = entry(60, {
  kind: 'standing-dose',
  solutionId: 'lime',
  mlPerDay: 1200,
  hours: { fromMinute: 1200, forMinutes: 720 },
});
const tests = [62, 69, 76, 83, 90, 97].map((day, i) => alk(day, 8.4 - 0.05 * i));

describe('limewater in the record', () => {
  const row = { solutionId: 'lime', vessel: 'stirrer', litres: 3 } as const;
  const tank: Tank = { ...base, limewater: row };
  const charged = entry(60, { kind: 'limewater', grams: 200 });

  it('counts the charge down by what was dosed', () => {
    // 40 days × 1.2 L × 1.6 g = 76.8 g of 200.
    const made = limewaterMadeOf(snapshotOf(tank, drip, charged), tank, NOW);
    expect(made.limeG).toBeCloseTo(200 - 76.8, 6);
    const again = limewaterMadeOf(
      snapshotOf(tank, drip, charged, entry(90, { kind: 'limewater', grams: 100 })),
      tank,
      NOW,
    );
    expect(again.limeG).toBeCloseTo(300 - 76.8, 6);
  });

  it('knows what is left in a plain vessel since it was filled', () => {
    const plain: Tank = { ...base, limewater: { ...row, vessel: 'plain', litres: 10 } };
    const made = limewaterMadeOf(
      snapshotOf(plain, drip, entry(97, { kind: 'limewater', grams: 25, litres: 10 })),
      plain,
      NOW,
    );
    expect(made.leftL).toBeCloseTo(10 - 3.6, 6);
  });

  it('takes its warmth from the room, and a test for ninety days', () => {
    const room = entry(95, { kind: 'room', airC: 19 });
    const test = entry(80, { kind: 'limewater', alkalinity: 100 * DKH });
    const made = limewaterMadeOf(snapshotOf(tank, drip, charged, room, test), tank, NOW);
    expect(made.temperatureC).toBe(19);
    expect(made.tested?.alkalinity).toBeCloseTo(100 * DKH, 10);
    const old = limewaterMadeOf(snapshotOf(tank, entry(5, { kind: 'limewater', alkalinity: 35 })), tank, NOW);
    expect(old.tested).toBeUndefined();
  });

  it('is asked with consumption, evaporation and the day it was begun', () => {
    const question = limewaterQuestion(snapshotOf(tank, drip, charged, ...tests), tank, NOW);
    expect(question).toMatchObject({ litresPerDay: 1.2, runs: true, startedAt: 60 * DAY_MS, vessel: 'stirrer' });
    expect(Number(question?.consumption)).toBeGreaterThan(0);
    const { values } = limewater.run(question ?? limewater.example);
    expect(values.supplies).toBeCloseTo((1.2 * values.strength) / 250, 10);
    expect(limewaterRoomMmol(snapshotOf(tank, drip, charged), tank, NOW)).toBeCloseTo(
      values.roomL * values.strength,
      6,
    );
  });

  it('begins anew after a stop, and compares with what was consumed before', () => {
    const off = entry(70, { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 0 });
    const on = entry(80, { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 1000 });
    const question = limewaterQuestion(snapshotOf(tank, drip, off, on, ...tests), tank, NOW);
    expect(question?.startedAt).toBe(80 * DAY_MS);
    // What was consumed before it began again: more than none, and no more than a tank of stony corals does (common practice: up to 4 dKH a day).
    expect(Number(question?.before?.perDay)).toBeGreaterThan(0);
    expect(Number(question?.before?.perDay)).toBeLessThan(1.43);
  });

  it('drips in its own hours, and a pump that was measured goes before the one told', () => {
    const pump = entry(61, { kind: 'pump-measured', solutionId: 'lime', gaveMl: 50, ranDays: 10 / 1440 });
    const asked = { hours: { fromMinute: 1200, forMinutes: 720 }, pulses: 0, litresPerDay: 1.2 };
    const question = limewaterHoursQuestion(snapshotOf(tank, drip, charged, pump, ...tests), tank, NOW, asked);
    expect(question?.pumpLPerH).toBeCloseTo(0.3, 10);
    expect(limewaterHours.run(question ?? limewaterHours.example).values.ways[2].litresPerHour).toBeCloseTo(0.1, 10);
  });

  it('a stirrer passes on what feeds it, with no more lime than it holds', () => {
    const question = limewaterStuckQuestion(snapshotOf(tank, charged), tank, NOW);
    expect(question?.canRunL).toBe(25);
    const nearlyEmpty = limewaterStuckQuestion(
      snapshotOf(tank, entry(99, { kind: 'limewater', grams: 10 })),
      tank,
      NOW,
    );
    expect(nearlyEmpty?.gramsPerL).toBeCloseTo(0.4, 10);
    const plain: Tank = { ...base, limewater: { ...row, vessel: 'plain', litres: 10 } };
    expect(limewaterStuckQuestion(snapshotOf(plain), plain, NOW)?.canRunL).toBe(10);
    expect(limewaterStuck.run(question ?? limewaterStuck.example).values.survivable).toBe(false);
  });

  it('in the top-off it is told on that bench, and its pump is rinsed sooner', () => {
    const carried: Tank = { ...tank, limewater: { ...row, byTopOff: true } };
    const snapshot = snapshotOf(carried, drip, charged);
    const { values } = topOffFailure.run(failureQuestion(snapshot, carried, NOW));
    expect(values.worst.limewater?.phNbs).toBeGreaterThan(9);
    expect(topOffFailure.run(failureQuestion(snapshot, tank, NOW)).values.worst.limewater).toBeUndefined();
    const every = (of: Tank) =>
      topOffUpkeep.run(upkeepQuestion(snapshotOf(of, drip), of, NOW)).values.due.find(({ item }) => item === 'pump');
    expect(every(carried)?.everyDays).toBe(45);
    expect(every(tank)?.everyDays).toBe(122);
    expect(upkeepQuestion(snapshot, tank, NOW).items.map(({ item }) => item)).toContain('limewater');
    expect(upkeepQuestion(snapshotOf(tank), tank, NOW).items.map(({ item }) => item)).not.toContain('limewater');
  });

  it('is set going from nothing: solution and dose in one', () => {
    const bare = { ...snapshotOf(base), solutions: [soda] };
    const put = limewaterSet(bare, base, NOW, { litresPerDay: 0.8, hours: { fromMinute: 1200, forMinutes: 720 } });
    expect(put.solutions?.[0]).toMatchObject({ name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide' }] });
    expect(put.entries[0]).toMatchObject({ kind: 'standing-dose', mlPerDay: 800, solutionId: put.solutions?.[0]?.id });
    // Where it is known, only the dose.
    expect(limewaterSet(snapshotOf(tank), tank, NOW, { litresPerDay: 1 }).solutions).toBeUndefined();
  });

  it('is on Today in the days before its stirrer is empty', () => {
    const line = (grams: number) =>
      todayOf(snapshotOf(tank, drip, entry(60, { kind: 'limewater', grams })), tank, NOW).lines.find(
        ({ bench }) => bench === 'limewater',
      );
    expect(line(79)?.answer.says.join(' ')).toMatch(/Charge the stirrer/);
    expect(line(200)).toBeUndefined();
  });
});

describe('a reactor in the record', () => {
  const tank: Tank = {
    ...base,
    supplies: ['parts', 'reactor'],
    reactor: {
      chamberL: 2,
      mediaG: 1800,
      cylinderG: 2000,
      bubbles: { counted: 60, ml: 5 },
      effluentAlkalinity: 30 * DKH,
    },
  };
  const set = entry(60, { kind: 'reactor', mlPerMin: 10, effluentAlkalinity: 26 * DKH, chamberPh: 6.6 });
  const filled = entry(60, { kind: 'reactor-filled', store: 'media', grams: 1800 });
  const gas = entry(60, { kind: 'reactor-filled', store: 'CO2', grams: 2000 });

  it('on paper it is run at what was thought of, with limewater’s share left out', () => {
    const snapshot = snapshotOf(tank, drip, ...tests);
    const question = doseQuestion(snapshot, tank, NOW);
    const input = reactorQuestion(snapshot, tank, NOW, question);
    expect(input).toMatchObject({ effluentAlkalinity: 30 * DKH, carriedBy: ['Limewater'] });
    // 1.2 L × 43.19 meq a day.
    expect(input?.carriedMmolPerDay).toBeCloseTo(1.2 * 43.19, 1);
    expect(reactorSizeQuestion(snapshot, tank, NOW, question)?.chamberL).toBe(2);
    expect(
      reactorSize.run(reactorSizeQuestion(snapshot, tank, NOW, question) ?? reactorSize.example).values.chamberLNow,
    ).toBeGreaterThanOrEqual(0);
    const use = reactorUseQuestion(snapshot, tank, NOW, question, {}, 8);
    expect(use).toMatchObject({ runs: false, media: { grams: 1800 }, cylinder: { grams: 2000 } });
  });

  it('water changes are a part of what others supply', () => {
    const change = (day: number) => entry(day, { kind: 'water-change', volumeL: 50, salinity: 35 });
    const changed: Tank = { ...tank, supplies: [], routine: { changeL: 50, everyDays: 7 } };
    const snapshot = snapshotOf(changed, change(70), change(77), change(84), ...tests);
    const question = doseQuestion(snapshot, changed, NOW);
    const byChanges = question.input.others.find(({ by }) => by === 'water changes')?.perDay.alkalinity ?? 0;
    expect(byChanges).not.toBe(0);
    expect(reactorQuestion(snapshot, changed, NOW, question)?.carriedMmolPerDay).toBeCloseTo(byChanges, 8);
  });

  it('a test carries it on, and fits its own rate since the media were filled', () => {
    const test = entry(80, { kind: 'effluent-test', effluentAlkalinity: 24 * DKH, chamberPh: 6.62, mlPerMin: 9.5 });
    const snapshot = snapshotOf(tank, set, filled, test, ...tests);
    const input = reactorQuestion(snapshot, tank, NOW, doseQuestion(snapshot, tank, NOW));
    expect(input).toMatchObject({ effluentAlkalinity: 24 * DKH, chamberPh: 6.62 });
    expect(input?.measured?.map(({ mlPerMin }) => mlPerMin)).toEqual([10, 9.5]);
    expect(reactorOutput.run(input ?? reactorOutput.example).values.fit?.used).toBe(2);
    const refilled = snapshotOf(
      tank,
      set,
      filled,
      test,
      entry(90, { kind: 'reactor-filled', store: 'media', grams: 1800 }),
      ...tests,
    );
    expect(reactorQuestion(refilled, tank, NOW, doseQuestion(refilled, tank, NOW))?.measured).toEqual([]);
  });

  it('counts media and gas down by what it gave', () => {
    const snapshot = snapshotOf(tank, set, filled, gas, ...tests);
    // 14.4 L a day × (26 − 8) dKH × 40 days × 50.04 mg.
    const used = (14.4 * 18 * DKH * 40 * 50.043) / 1000;
    expect(mediaLeft(snapshot, tank, NOW)?.leftG).toBeCloseTo(1800 - used, 0);
    const outcome = reactorUseNow(snapshot, tank, NOW, doseQuestion(snapshot, tank, NOW));
    expect(outcome?.values.cylinder?.days).toBeCloseTo(2000 / (outcome?.values.co2GPerDay ?? 1) - 40, 3);
    expect(mediaLeft(snapshotOf(tank, set), tank, NOW)).toBeUndefined();
  });

  it('is dialled in from its settings, its tests and the tank’s own', () => {
    const test = entry(99, { kind: 'effluent-test', effluentAlkalinity: 26 * DKH, chamberPh: 6.6, mlPerMin: 10 });
    const snapshot = snapshotOf(tank, set, filled, test, ...tests);
    const input = dialInQuestion(snapshot, tank, NOW, doseQuestion(snapshot, tank, NOW));
    expect(input?.settings).toHaveLength(1);
    expect(input?.tests).toHaveLength(1);
    expect(input?.tank).toHaveLength(6);
    expect(input?.mediaLeftShare).toBeLessThan(1);
    const { values } = reactorDialIn.run(input ?? reactorDialIn.example);
    expect(['leave it', 'change one thing']).toContain(values.stage);
    expect(values.moved?.perDay).toBeLessThan(0);
  });

  it('set newly leaves what was consumed before as it was known', () => {
    const plain: Tank = { ...base, supplies: [] };
    const fresh = reactorSet(snapshotOf(plain, ...tests), plain, 99.5 * DAY_MS, {
      mlPerMin: 2,
      effluentAlkalinity: 25 * DKH,
      chamberPh: 6.7,
    });
    expect(fresh).toHaveLength(2);
    // Where one ran before, or may have run, it is not said for the keeper.
    expect(reactorSet(snapshotOf(tank, set, ...tests), tank, NOW, { mlPerMin: 3, effluentAlkalinity: 9 })).toHaveLength(
      1,
    );
    const before = reactorQuestion(
      snapshotOf(plain, ...tests),
      plain,
      NOW,
      doseQuestion(snapshotOf(plain, ...tests), plain, NOW),
      {
        effluent: 25 * DKH,
      },
    );
    const snapshot = snapshotOf(plain, ...tests, ...fresh);
    const after = reactorQuestion(snapshot, plain, NOW, doseQuestion(snapshot, plain, NOW));
    expect(Number(after?.demandPerDay)).toBeCloseTo(Number(before?.demandPerDay), 3);
    expect(todayOf(snapshot, plain, NOW).lines.map(({ bench }) => bench)).toContain('reactor');
  });

  it('is on Today while its media or gas run out', () => {
    const stores = (grams: number) =>
      todayOf(
        snapshotOf(tank, set, entry(60, { kind: 'reactor-filled', store: 'media', grams }), ...tests),
        tank,
        NOW,
      ).lines.find(({ title }) => title === 'Calcium reactor: gas and media');
    expect(stores(300)?.as).toBe('use');
    expect(stores(5000)).toBeUndefined();
  });
});
