import { describe, expect, it } from 'vitest';
import { plainSentence } from '@/calculators/calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { checklist, type DayStep } from '@/calculators/water-change/checklist';
import { waterDay } from '@/calculators/water-change/water-day';
import { touchedRows } from '@/record/change';
import { emptySnapshot, newTank } from '@/record/defaults';
import {
  TABLES,
  type Snapshot,
  type Entry,
  type EntryOf,
  type Solution,
  type Tank,
  type WaterDay,
} from '@/record/schema';
import { batchStates, batchState, momentAfter, waterOfBatch } from './saltwater/batches';
import { changeHabit, changesToCome } from './saltwater/change-habit';
import { movingCautions, levelsNow, consumptionPerDay } from './water-change/change-question';
import { knownEvents } from './balance/known-events';
import { labelTested, saltStrength, vesselLearnt } from './saltwater/learnt-salt';
import { purifiedSince, rateOfSource, sourceState } from './source-water/source-line';
import { tickChange, untickChange } from './saltwater/tick';
import { batchName, ticksOf, usualChange, waterDayQuestion } from './saltwater/water-day';

const now = 400 * DAY_MS;
const HOUR = DAY_MS / 24;
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 310,
  saltId: 'sea',
  supplies: [],
  targets: { salinity: [34, 36] },
};
const other: Tank = { ...newTank('o'), name: 'Nook', displayL: 60, saltId: 'sea', targets: { salinity: [32, 34] } };
const sea = {
  id: 'sea',
  name: 'Sea',
  gramsPerLAt35: 38,
  profile: { salinity: 35, alkalinity: 3, calcium: 430, magnesium: 1330 },
  boxG: 20_000,
};
const line = {
  id: 'line',
  name: 'Line',
  ratedLPerDay: 284,
  ratedKPa: 345,
  wasteRatio: 4,
  pressureKPa: 345,
  temperatureC: 25,
  flushMinutes: 0,
  stages: [
    { id: 'membrane', kind: 'membrane' as const },
    { id: 'resin', kind: 'resin' as const, resinL: 0.6 },
  ],
};

function snapshotOf(...entries: Entry[]): Snapshot {
  return {
    ...emptySnapshot('UTC'),
    tanks: [tank, other],
    salts: [sea],
    vessels: [
      { id: 'drum', name: 'Drum', litres: 60 },
      { id: 'pail', name: 'Pail', litres: 15 },
    ],
    sources: [line],
    entries: entries.toSorted((a, b) => a.at - b.at),
  };
}
const ago = (days: number, id: string) => ({ id, tankId: 't', at: now - days * DAY_MS });
const batch = (days: number, over: Partial<EntryOf<'batch'>> = {}): EntryOf<'batch'> => ({
  ...ago(days, `batch${days}`),
  kind: 'batch',
  saltId: 'sea',
  volumeL: 40,
  saltG: 1520,
  targetSalinity: 35,
  vesselId: 'drum',
  ...over,
});
const change = (days: number, over: Partial<EntryOf<'water-change'>> = {}): EntryOf<'water-change'> => ({
  ...ago(days, `change${days}`),
  kind: 'water-change',
  volumeL: 30,
  ...over,
});
const check = (days: number, salinity: number, over: Partial<EntryOf<'batch-check'>> = {}): EntryOf<'batch-check'> => ({
  ...ago(days, `check${days}`),
  kind: 'batch-check',
  batchId: 'batch5',
  salinity,
  ...over,
});

describe('a batch as it stands', () => {
  it('follows what was added to it, by mass: salt, then water, then a swap', () => {
    // By hand, 40 L at 33 ppt hold 40 × 1.0218 = 40.87 kg; 2 L of water (1.994 kg) let it down to 33 × 40.87 ÷ 42.87 = 31.46.
    const down = batchState(snapshotOf(batch(5), check(4, 33, { waterPouredInL: 2 })), batch(5));
    expect(down.salinity).toBeCloseTo(31.46, 2);
    expect(down.madeL).toBeCloseTo(42, 1);
    // 1520 g made 33 ppt, so 80 g more make it 33 × 1600/1520 in 40.95 kg for 40.87: 34.67.
    const up = batchState(snapshotOf(batch(5), check(4, 33, { saltAddedG: 80 })), batch(5));
    expect(up.salinity).toBeCloseTo(34.67, 2);
    expect(up.saltG).toBe(1600);
    // What its salt is learnt from is the reading before the addition.
    expect(up.measured).toEqual({ saltG: 1520, volumeL: 40, salinity: 33 });
  });

  it('is used up by the changes that name it, and gone when its vessel is filled anew', () => {
    const left = (...entries: Entry[]) =>
      batchStates(snapshotOf(...entries), now).map(({ batch: { id }, leftL }) => [id, Math.round(leftL)]);
    expect(left(batch(5))).toEqual([['batch5', 40]]);
    expect(left(batch(5), change(2, { batchId: 'batch5' }))).toEqual([['batch5', 10]]);
    expect(left(batch(5), change(2, { batchId: 'batch5', volumeL: 38 }))).toEqual([]);
    // Before changes could name their batch, the next change of its tank was what used it.
    expect(left(batch(5), change(2))).toEqual([]);
    expect(left(batch(5), change(2, { tankId: 'o' }))).toEqual([['batch5', 40]]);
    expect(left(batch(5), batch(1))).toEqual([['batch1', 40]]);
    expect(left(batch(70))).toEqual([]);
  });

  it('is a first fill when it is the first and large enough', () => {
    expect(batchStates(snapshotOf(batch(5, { volumeL: 300, saltG: 11_400 })), now)).toEqual([]);
  });

  it('brings what its own tests say, told at its own salinity, and the label for the rest', () => {
    const snapshot = snapshotOf(batch(5), check(4, 33, { alkalinity: 2.6 }), check(3, 35));
    const water = waterOfBatch(snapshot, batchState(snapshot, batch(5)));
    expect(water.alkalinity).toBeCloseTo(2.6 * (35 / 33) * 1.00148, 3);
    expect(water.calcium).toBe(430);
    expect(water.salinity).toBe(35);
  });

  it('a change that names a batch brings that batch’s water, whatever was mixed since', () => {
    const snapshot = snapshotOf(
      batch(5),
      check(4, 33.5),
      batch(3, { vesselId: 'pail', measuredSalinity: 36 }),
      change(2, { batchId: 'batch5' }),
    );
    const exchange = knownEvents(snapshot, tank).find(({ kind }) => kind === 'exchange');
    expect(exchange?.kind === 'exchange' && exchange.water.salinity).toBe(33.5);
  });

  it('is never checked at the very moment of what was filed before', () => {
    const state = batchState(snapshotOf(batch(0)), batch(0));
    expect(momentAfter(state, now)).toBe(now + 1);
    expect(momentAfter(state, now + HOUR)).toBe(now + HOUR);
  });

  it('is called by its vessel while it stands there, and by its day after', () => {
    const snapshot = snapshotOf(batch(5), batch(1));
    expect(batchName(snapshot, 'batch1')).toBe('Drum');
    expect(batchName(snapshot, 'batch5')).toMatch(/^batch of \d+ \w+$/);
  });
});

describe('what batches teach', () => {
  it('a salt by their last readings, and a vessel by its mark', () => {
    const snapshot = snapshotOf(batch(9, { measuredSalinity: 35 }), batch(8, { measuredSalinity: 35 }));
    expect(saltStrength(snapshot, sea)).toMatchObject({ from: 'learnt', gramsPerLAt35: expect.closeTo(38, 1) });
    expect(vesselLearnt(snapshot, 'drum')).toMatchObject({ batches: 2, factor: expect.closeTo(1, 2) });
    expect(vesselLearnt(snapshot, 'pail')).toBeUndefined();
  });

  it('the label, against tests at its own salinity, with the error of their mean', () => {
    const found = labelTested(
      snapshotOf(batch(5), check(4, 35, { alkalinity: 2.8, calcium: 433 }), check(3, 35, { alkalinity: 2.84 })),
      sea,
    );
    expect(found.map(({ parameter, tests, differs }) => [parameter, tests, differs])).toEqual([
      ['alkalinity', 2, true],
      ['calcium', 1, false],
    ]);
    expect(found[0]?.tested).toBeCloseTo(2.82, 9);
    // Test error 0.12 dKH over the root of two tests.
    expect(found[0]?.sd).toBeCloseTo((0.12 * DKH) / Math.SQRT2, 9);
    expect(labelTested(snapshotOf(batch(5)), sea)).toEqual([]);
  });
});

describe('the habit of changing water', () => {
  it('is as set, else as the log shows, else a tenth weekly', () => {
    expect(changeHabit(snapshotOf(), tank, now)).toMatchObject({
      from: 'usual',
      changeL: 31,
      everyDays: 7,
      nextAt: undefined,
    });
    const logged = snapshotOf(change(29), change(15), change(1));
    expect(changeHabit(logged, tank, now)).toMatchObject({
      from: 'log',
      changeL: 30,
      everyDays: 14,
      nextAt: now + 13 * DAY_MS,
    });
    const set = { ...tank, routine: { changeL: 50, everyDays: 7 } };
    expect(changeHabit(logged, set, now)).toMatchObject({ from: 'set', changeL: 50, nextAt: now + 6 * DAY_MS });
  });

  it('says which changes come, from the next on', () => {
    const habit = changeHabit(snapshotOf(change(15), change(8), change(1)), tank, now);
    expect(changesToCome(habit, now, now + 21 * DAY_MS, 'UTC').map((at) => (at - now) / DAY_MS)).toEqual([6, 13, 20]);
    expect(changesToCome(changeHabit(snapshotOf(), tank, now), now, now + 21 * DAY_MS, 'UTC')).toEqual([]);
  });

  it('keeps the hour over a change of the clocks', () => {
    const zoned = { ...snapshotOf(), settings: { ...snapshotOf().settings, zone: 'Europe/Lisbon' } };
    const at = Date.UTC(2026, 9, 21, 10);
    const set = { ...tank, routine: { changeL: 30, everyDays: 7 } };
    // 11:00 in Lisbon before the clocks go back on 25 October is 10:00 UTC; a week later 11:00 there is 11:00 UTC.
    const snapshot: Snapshot = { ...zoned, entries: [{ id: 'c', tankId: 't', at, kind: 'water-change', volumeL: 30 }] };
    expect(new Date(changeHabit(snapshot, set, at).nextAt ?? 0).getUTCHours()).toBe(11);
  });
});

describe('what changes are asked to carry', () => {
  it('is what the tank takes where nothing is dosed, and nothing where doses are to hold it', () => {
    const alk = (days: number, dkh: number): Entry => ({
      ...ago(days, `alk${days}`),
      kind: 'reading',
      values: { alkalinity: dkh * DKH, nitrate: 5 + (10 - days) * 0.4 },
    });
    const snapshot = snapshotOf(alk(10, 8.5), alk(7, 8.2), alk(4, 7.9), alk(1, 7.6));
    expect(consumptionPerDay(snapshot, tank, now).alkalinity).toBeCloseTo(0.1 * DKH, 3);
    // Nitrate rises by 0.4 a day: what a tank makes stands negative.
    expect(consumptionPerDay(snapshot, tank, now).nitrate).toBeCloseTo(-0.4, 3);
    // Doses are taken to be set so that they hold the level; as they run now, how it moves is said.
    const dosed: Tank = { ...tank, supplies: ['parts'] };
    const soda: Solution = { id: 'soda', name: 'Soda', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
    const dose = (mlPerDay: number): Entry => ({
      ...ago(12, 'dose'),
      kind: 'standing-dose',
      solutionId: 'soda',
      mlPerDay,
    });
    const dosing = (mlPerDay: number) => ({ ...snapshotOf(dose(mlPerDay), ...snapshot.entries), solutions: [soda] });
    expect(consumptionPerDay(dosing(0), dosed, now).alkalinity).toBe(0);
    expect(movingCautions(dosing(0), dosed, now)[0]?.says[0]).toMatch(/alkalinity falls by/);
    expect(levelsNow(snapshot, tank, now).alkalinity).toBeCloseTo(7.6 * DKH, 2);
  });
});

describe('the source line', () => {
  const test = (days: number, figures: object): Entry => ({
    id: `s${days}`,
    tankId: null,
    at: now - days * DAY_MS,
    kind: 'source-test',
    sourceId: 'line',
    ...figures,
  });
  it('keeps the last figure read of each, and counts water since each part was fitted', () => {
    const fitted: Entry = {
      id: 'f',
      tankId: null,
      at: now - 20 * DAY_MS,
      kind: 'part-fitted',
      sourceId: 'line',
      stageId: 'resin',
    };
    const refill: Entry = { ...ago(3, 'r'), kind: 'refill', volumeL: 12 };
    const snapshot = snapshotOf(
      test(30, { tdsSupply: 300, tdsMembrane: 6 }),
      test(2, { tdsSupply: 285 }),
      fitted,
      refill,
      batch(5),
      batch(25),
    );
    const state = sourceState(snapshot, line, now);
    expect(state.read.tdsSupply?.value).toBe(285);
    expect(state.read.tdsMembrane?.value).toBe(6);
    expect(state.stages.map(({ litresMade }) => litresMade)).toEqual([92, 52]);
    expect(purifiedSince(snapshot, now - 4 * DAY_MS, now)).toBe(12);
  });
  it('goes by a jug and a clock where one was taken, else by the rating', () => {
    expect(rateOfSource(sourceState(snapshotOf(), line, now)).by).toBe('rating');
    expect(rateOfSource(sourceState(snapshotOf(test(2, { litresPerDay: 190, temperatureC: 12 })), line, now))).toEqual({
      by: 'measured',
      litresPerDay: 190,
      pressureKPa: 345,
      temperatureC: 12,
    });
  });
});

describe('a water day', () => {
  const day: WaterDay = {
    id: 'd',
    at: now + 4 * DAY_MS,
    mixHours: 24,
    tanks: [
      { tankId: 't', litres: 30, salinity: 35 },
      { tankId: 'o', litres: 6, salinity: 33 },
    ],
  };
  const outcomeOf = (snapshot: Snapshot) =>
    waterDay.run(waterDayQuestion(snapshot, day, now) ?? { now, changeAt: now, tanks: [] });
  const stepsOf = (snapshot: Snapshot) =>
    checklist(outcomeOf(snapshot).values, [
      { id: 't', name: 'Bay', litres: 30 },
      { id: 'o', name: 'Nook', litres: 6 },
    ]).flatMap(({ steps }) => steps);
  const filed = (snapshot: Snapshot, change: ReturnType<typeof tickChange>): Snapshot => {
    for (const { table, after } of touchedRows(change)) if (after) TABLES[table].parse(after);
    const gone = new Set(change.remove?.entries ?? []);
    return {
      ...snapshot,
      entries: [...snapshot.entries.filter(({ id }) => !gone.has(id)), ...(change.put?.entries ?? [])].toSorted(
        (a, b) => a.at - b.at,
      ),
    };
  };

  it('takes its figures from the record: habit, aim, salt, vessels, line', () => {
    const { mixes, waterL, openBy, mixBy } = outcomeOf(snapshotOf()).values;
    expect(mixes.map(({ vessel, litres, salinity }) => [vessel, litres, salinity])).toEqual([
      ['Drum', 30, 35],
      ['Pail', 6, 33],
    ]);
    // The line makes its rated 284 L/day at its rated pressure and 25 °C, the rating's own soft water; 15 % less at the slow
    // end of a rating's doubt.
    const ahead = (mixBy - (openBy ?? 0)) / DAY_MS;
    expect(ahead).toBeGreaterThanOrEqual(waterL / (284 * 0.85));
    expect(ahead).toBeLessThan(waterL / (284 * 0.85) + 1 / 144);
    expect(usualChange(snapshotOf(), other, now)).toEqual({ tankId: 'o', litres: 6, salinity: 33 });
  });

  it('a batch that stands ready is used, and one that is not mixed long enough is not', () => {
    expect(outcomeOf(snapshotOf(batch(2, { measuredSalinity: 35 }))).values.pours[0]).toMatchObject({
      from: 'batch',
      vessel: 'Drum',
      litres: 30,
    });
    const late = { ...day, at: now + 0.5 * DAY_MS };
    const fresh = waterDayQuestion(snapshotOf(batch(0, { measuredSalinity: 35 })), late, now);
    expect(fresh?.batches).toEqual([]);
  });

  it('files a look at the sensors when it is ticked, and takes it back', () => {
    const step = checklist(outcomeOf(snapshotOf()).values, [{ id: 't', name: 'Bay', litres: 30, sensors: true }])
      .flatMap(({ steps }) => steps)
      .find(({ writes }) => writes?.what === 'look');
    if (!step) throw new Error('a step that asks for the look');
    const ticked = filed(
      snapshotOf(),
      tickChange(snapshotOf(), { day, step, says: 'Look', now, newId: () => `n${now}-${Math.random()}` }),
    );
    expect(ticked.entries.filter(({ kind }) => kind === 'upkeep')).toMatchObject([{ item: 'look', tankId: 't' }]);
    const back = filed(ticked, untickChange(ticked, day, step));
    expect(back.entries.filter(({ kind }) => kind === 'upkeep')).toEqual([]);
  });

  it('does not change under the hand that ticks it, and each tick files what it stands for', () => {
    let snapshot = snapshotOf();
    const before = outcomeOf(snapshot).values.pours;
    let next = 0;
    for (const [i, step] of stepsOf(snapshot).entries()) {
      const says = plainSentence(step.says, DEFAULT_UNITS);
      snapshot = filed(
        snapshot,
        tickChange(snapshot, {
          day,
          step,
          says,
          now: now + i * 60_000,
          newId: () => `n${next++}`,
          salinity: step.writes?.what === 'read' ? 35.2 : undefined,
        }),
      );
      expect(outcomeOf(snapshot).values.pours).toEqual(before);
    }
    const kinds = (kind: Entry['kind']) => snapshot.entries.filter((entry) => entry.kind === kind);
    expect(kinds('batch')).toHaveLength(2);
    expect(kinds('batch-check')).toHaveLength(2);
    const changes = kinds('water-change') as EntryOf<'water-change'>[];
    expect(changes.map(({ tankId, volumeL }) => [tankId, volumeL])).toEqual([
      ['t', 30],
      ['o', 6],
    ]);
    // Each change names the batch its own vessel was mixed as.
    expect(changes.every(({ batchId }) => kinds('batch').some(({ id }) => id === batchId))).toBe(true);
    expect(ticksOf(snapshot, 'd')).toHaveLength(stepsOf(snapshot).length);
  });

  it('a tank and a vessel called otherwise in mid-day keep their ticks, their batch and their change', () => {
    let snapshot = snapshotOf();
    let next = 0;
    const tick = (which: (step: DayStep) => boolean) => {
      const step = stepsOf(snapshot).find(which);
      if (!step) throw new Error('no such step');
      snapshot = filed(
        snapshot,
        tickChange(snapshot, { day, step, says: 'Done.', now: now + next * 60_000, newId: () => `n${next++}` }),
      );
      return step.key;
    };
    const ticked = [tick(({ writes }) => writes?.what === 'mix'), tick(({ key }) => key === 't: off')];
    snapshot = {
      ...snapshot,
      tanks: snapshot.tanks.map((each) => ({ ...each, name: `${each.name} renamed` })),
      vessels: snapshot.vessels.map((each) => ({ ...each, name: `${each.name} renamed` })),
    };
    const keys = stepsOf(snapshot).map(({ key }) => key);
    for (const key of ticked) expect(keys).toContain(key);
    tick(({ writes }) => writes?.what === 'change' && writes.tankId === 't');
    const mixed = snapshot.entries.find(({ kind }) => kind === 'batch');
    expect(snapshot.entries.find(({ kind }) => kind === 'water-change')).toMatchObject({
      tankId: 't',
      batchId: mixed?.id,
    });
  });

  it('a batch that stands in no vessel is still the one its change came from', () => {
    const state = { ...batch(2, { measuredSalinity: 35 }), vesselId: undefined } as Entry;
    const snapshot = { ...snapshotOf(state), vessels: [] };
    const step = stepsOf(snapshot).find(({ writes }) => writes?.what === 'change' && writes.tankId === 't');
    if (!step) throw new Error('no change');
    const after = filed(
      snapshot,
      tickChange(snapshot, { day, step, says: 'Done.', now, newId: () => `n${Math.random()}` }),
    );
    expect(after.entries.find(({ kind }) => kind === 'water-change')).toMatchObject({ batchId: state.id });
  });

  it('an un-tick takes back what its tick filed and nothing else', () => {
    const snapshot = snapshotOf();
    const mix = stepsOf(snapshot).find(({ writes }) => writes?.what === 'mix');
    if (!mix) throw new Error('nothing to mix');
    let next = 0;
    const ticked = filed(
      snapshot,
      tickChange(snapshot, { day, step: mix, says: 'Mix.', now, newId: () => `n${next++}` }),
    );
    expect(ticked.entries).toHaveLength(2);
    expect(filed(ticked, untickChange(ticked, day, mix)).entries).toEqual([]);
  });

  it('what goes off first comes on last, in every tank', () => {
    const keys = stepsOf(snapshotOf()).map(({ key }) => key);
    for (const id of ['t', 'o']) {
      const own = keys.filter((key) => key.startsWith(`${id}: `));
      expect(own[0]).toBe(`${id}: off`);
      expect(own.at(-1)).toBe(`${id}: on`);
    }
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('one entry corrected', () => {
  it('a batch’s reading corrected corrects every change that came from it, and what is learnt of its salt', () => {
    const exchanged = (salinity: number) => {
      const snapshot = snapshotOf(
        batch(5),
        check(4, salinity),
        change(2, { batchId: 'batch5' }),
        change(1, { batchId: 'batch5', volumeL: 8 }),
      );
      return {
        waters: knownEvents(snapshot, tank).flatMap((event) =>
          event.kind === 'exchange' ? [event.water.salinity] : [],
        ),
        gramsPerL: saltStrength(snapshot, sea).gramsPerLAt35,
      };
    };
    expect(exchanged(34).waters).toEqual([34, 34]);
    expect(exchanged(35).waters).toEqual([35, 35]);
    // The same salt that made less salinity is the weaker one: it takes more grams a litre.
    expect(exchanged(34).gramsPerL).toBeGreaterThan(exchanged(35).gramsPerL);
  });

  it('a change that tells its own salinity keeps it, whatever its batch reads', () => {
    const snapshot = snapshotOf(batch(5), check(4, 34), change(2, { batchId: 'batch5', salinity: 36 }));
    const exchange = knownEvents(snapshot, tank).find(({ kind }) => kind === 'exchange');
    expect(exchange?.kind === 'exchange' && exchange.water.salinity).toBe(36);
  });

  it('a batch deleted leaves its changes with the tank’s own aim and salt', () => {
    const snapshot = snapshotOf(change(2, { batchId: 'gone' }));
    const exchange = knownEvents(snapshot, tank).find(({ kind }) => kind === 'exchange');
    expect(exchange?.kind === 'exchange' && [exchange.water.salinity, exchange.water.calcium]).toEqual([35, 430]);
  });
});
