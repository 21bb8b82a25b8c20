import { describe, expect, it } from 'vitest';
import { away } from '@/calculators/top-off/away';
import { topOffFailure } from '@/calculators/top-off/failure';
import { topOff } from '@/calculators/top-off/top-off';
import { plainSentence } from '@/calculators/calculator/sentence';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, Tank } from '@/record/schema';
import { draftQuestion } from './dosing/draft-question';
import { limewaterCautions } from './limewater/limewater-room';
import { withReservoir } from './top-off/reservoir-mark';
import { todayOf } from './today/today';
import { awayQuestion } from './today/away';
import { bottlesOf } from './supplies/bottles';
import { failureQuestion } from './limewater/top-off-failure';
import { evaporationOf, roomToRiseL, topOffQuestion } from './top-off/top-off-question';
import { upkeepQuestion } from './top-off/top-off-upkeep';

const now = Date.UTC(2026, 10, 25, 9);
const rises = { lengthCm: 80, widthCm: 40, heightCm: 40, levelCm: 30, standsCm: 10 };
const base: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 300,
  sumpL: 96,
  rockL: 18,
  reservoirL: 40,
  openSurfaceM2: 1.1,
  targets: { salinity: [34, 36] },
  topOff: {
    rises,
    sensors: ['optical', 'float'],
    reservoir: { heightCm: 40, standsCm: 30 },
    outletCm: 52,
    fromReservoir: ['lime'],
  },
};
const solutions: Snapshot['solutions'] = [
  { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] },
  { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] },
];
let count = 0;
const at = (daysAgo: number) => ({ id: `e${++count}`, tankId: 't', at: now - daysAgo * DAY_MS });
const refill = (daysAgo: number, volumeL: number): Entry => ({ ...at(daysAgo), kind: 'refill', volumeL });
const dosed = (daysAgo: number, solutionId: string, mlPerDay: number): Entry => ({
  ...at(daysAgo),
  kind: 'standing-dose',
  solutionId,
  mlPerDay,
});
const snapshotOf = (entries: Entry[], tank: Tank = base): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions,
  entries: entries.toSorted((a, b) => a.at - b.at),
});
const weekly = [25, 18, 11, 4].map((days) => refill(days, 24.5));
const say = (phrases: Parameters<typeof plainSentence>[0]) => plainSentence(phrases, DEFAULT_UNITS);

describe('what the record says of the loss', () => {
  it('gathers refills, looks, the room, the pump’s time and the room to rise', () => {
    const snapshot = snapshotOf([
      ...weekly,
      { ...at(2), kind: 'reservoir-level', litres: 33 },
      { ...at(3), kind: 'room', airC: 19.5, humidityPercent: 38 },
      { ...at(1), kind: 'room', airC: 20 },
      { ...at(1), kind: 'pump-run', ranDays: 0.1, overDays: 7 },
    ]);
    const question = topOffQuestion(snapshot, base, now);
    expect(question.refills).toHaveLength(4);
    expect(question.levels).toEqual([{ at: now - 2 * DAY_MS, litres: 33 }]);
    expect(question.surroundings).toMatchObject({ airC: 20, humidity: 0.38, openSurfaceM2: 1.1 });
    const pumped = { ...base, topOff: { ...base.topOff, pump: { litresPerHour: 60, greatestLiftCm: 120 } } };
    // The hose ends 2 cm above a half-full reservoir's water: 60 × (1 − 2 ÷ 120).
    expect(topOffQuestion(snapshot, pumped, now).pumpGives).toBeCloseTo(59, 9);
    expect(question.pumpGives).toBeUndefined();
    expect(question.pumpRuns).toEqual([{ at: now - DAY_MS, ran: 0.1, over: 7 }]);
    // By hand: 80 × 40 cm and 10 cm to the rim are 32 L.
    expect(roomToRiseL(base)).toBe(32);
    expect(question.spareL).toBe(32);
    expect(topOff.run(question).values.litresPerDay).toBeCloseTo(3.5, 1);
  });
  it('counts a dose’s water unless it is made with the reservoir’s', () => {
    const snapshot = snapshotOf([dosed(90, 'lime', 2000), dosed(90, 'soda', 100), dosed(30, 'soda', 300)]);
    expect(topOffQuestion(snapshot, base, now).drips.map(({ litresPerDay }) => litresPerDay)).toEqual([0.1, 0.3]);
    expect(topOffQuestion(snapshotOf([dosed(900, 'soda', 200)]), base, now).drips).toHaveLength(1);
    const apart = { ...base, topOff: { ...base.topOff, fromReservoir: [] } };
    expect(topOffQuestion(snapshot, apart, now).drips.at(-1)?.litresPerDay).toBeCloseTo(2.3, 12);
    expect(topOffQuestion(snapshot, base, now).limewaterLPerDay).toBe(2);
  });
  it('finds a leak by the salinity that the tank model would give it', () => {
    // A tank that leaks a litre of saltwater a day, topped off with fresh: its readings are the model's own.
    const days = [0, 7, 14, 21, 28, 35, 42];
    const states = simulate(
      { at: 0, volumeL: 378, water: { ...FRESH_WATER, salinity: 35 } },
      [{ kind: 'loop', at: 0, source: 'leak', litresPerDay: 1, returns: { salinity: 0 } }],
      days.map((day) => day * DAY_MS),
    );
    const readings = states.map(({ water }, i): Entry => ({
      ...at(43 - (days[i] ?? 0)),
      kind: 'reading',
      values: { salinity: water.salinity },
    }));
    const refills = [43, 36, 29, 22, 15, 8, 1].map((ago) => refill(ago, 31.5));
    const { values, cautions } = topOff.run(topOffQuestion(snapshotOf([...readings, ...refills]), base, now));
    // 4.5 L a day are put back, of which one replaces saltwater.
    expect(Math.abs(values.litresPerDay - 3.5)).toBeLessThan(0.15);
    expect(values.drawnLPerDay).toBeCloseTo(4.5, 0);
    expect(cautions.map(({ says }) => say(says)).join('\n')).toMatch(
      /about 0\.9\d+ L\/day leaves as saltwater|1\.0\d L\/day leaves as saltwater/,
    );
  });
  it('knows nothing of what lies ahead of now', () => {
    expect(topOffQuestion(snapshotOf([...weekly, refill(-1, 20)]), base, now).refills).toHaveLength(4);
  });
});

describe('what the record says of failing', () => {
  it('tells band, sensors, heights and what a second sensor lets in', () => {
    const question = failureQuestion(snapshotOf(weekly), base, now);
    expect(question).toMatchObject({
      netVolumeL: 378,
      band: { low: 34, high: 36 },
      spareL: 32,
      heights: { fullCm: 70, bottomCm: 30, outletCm: 52, sumpWaterCm: 40, broken: false },
    });
    // By hand: 2 cm of 80 × 40 cm are 6.4 L.
    expect(question.cutOffL).toBeCloseTo(6.4, 12);
    const { values } = topOffFailure.run(question);
    // Closed form: 35 × 378 ÷ 410 × e^(−8 ÷ 410) = 31.64.
    expect(values.worst.salinity).toBeCloseTo(((35 * 378) / 410) * Math.exp(-8 / 410), 9);
    // Of 40 cm of water 18 stand above the hose's end.
    expect(values.siphon?.litres).toBeCloseTo(18, 9);
  });
  it('makes nothing of what was not told', () => {
    const bare = { ...newTank('t'), name: 'Bay', displayL: 300, reservoirL: 20 };
    const question = failureQuestion(snapshotOf([], bare), bare, now);
    expect(question.spareL).toBeUndefined();
    expect(question.heights).toBeUndefined();
    expect(topOffFailure.run(question).values.worst.spiltL).toBe(0);
  });
});

describe('upkeep by the record', () => {
  it('asks for what the tank has, and counts from when it was last seen to', () => {
    const snapshot = snapshotOf([
      { ...at(10), kind: 'upkeep', item: 'float' },
      { ...at(40), kind: 'upkeep', item: 'float' },
      { ...at(2), kind: 'water-change', volumeL: 30 },
    ]);
    const { items, changedAt } = upkeepQuestion(snapshot, base, now);
    expect(items.map(({ item }) => item)).toEqual([
      'optical',
      'float',
      'fail-safe',
      'look',
      'pump',
      'tubing',
      'reservoir',
    ]);
    expect(items.find(({ item }) => item === 'float')?.lastAt).toBe(now - 10 * DAY_MS);
    expect(changedAt).toBe(now - 2 * DAY_MS);
  });
  it('comes on Today once it is late, and not for a tank that never logged any', () => {
    const late: Entry = { ...at(80), kind: 'upkeep', item: 'optical' };
    const lines = (entries: Entry[]) => todayOf(snapshotOf([...weekly, ...entries]), base, now).lines;
    expect(lines([late]).find(({ title }) => title === 'Maintenance')).toMatchObject({ bench: 'maintenance' });
    expect(lines([]).map(({ title }) => title)).not.toContain('Top-off upkeep');
  });
});

describe('leaving by the record', () => {
  const leaving = { leavesAt: now + 2 * DAY_MS, days: 10 };
  it('follows each bottle from when it was looked at', () => {
    // By hand: 1000 mL nine days ago; 30 a day for four days, 50 a day for five; 60 by hand: 570 left.
    const snapshot = snapshotOf([
      dosed(60, 'soda', 30),
      { ...at(9), kind: 'bottle-level', solutionId: 'soda', volumeMl: 1000 },
      dosed(5, 'soda', 50),
      { ...at(3), kind: 'dose', solutionId: 'soda', volumeMl: 60 },
      dosed(60, 'lime', 2000),
    ]);
    expect(bottlesOf(snapshot, base, now)).toEqual([
      { solutionId: 'soda', name: 'Carbonate', mlPerDay: 50, leftMl: expect.closeTo(570, 6) as number },
    ]);
    // Two days more until one leaves.
    expect(awayQuestion(snapshot, base, now, leaving).bottles[0]?.holdsMl).toBeCloseTo(470, 6);
  });
  it('says how long reservoir and feeder last, and what falls due meanwhile', () => {
    const tank: Tank = { ...base, feeder: { portions: 30, perDay: 2 } };
    const snapshot = snapshotOf([...weekly, { ...at(25), kind: 'upkeep', item: 'float' }], tank);
    const question = awayQuestion(snapshot, tank, now, leaving);
    expect(question.upkeep).toContain('Clean the float and move it by hand');
    const { values } = away.run(question);
    expect(values.supplies.find(({ what }) => what === 'The reservoir')?.lastsDays).toBeCloseTo(
      40 / (evaporationOf(snapshot, tank, now)?.drawnHigh ?? 0),
      9,
    );
    expect(values.supplies.find(({ what }) => what === 'The feeder')?.lastsDays).toBe(15);
  });
});

describe('another reservoir', () => {
  it('keeps the loss that the refills of the old one told', () => {
    const told = evaporationOf(snapshotOf(weekly), base, now)?.litresPerDay;
    const smaller = withReservoir({ ...base, reservoirL: 18 }, base, now);
    const values = evaporationOf(snapshotOf(weekly), smaller, now);
    expect(values?.litresPerDay).toBeCloseTo(told ?? 0, 1);
    expect(values?.doubts).toEqual([]);
    expect(values?.leftL).toBeLessThanOrEqual(18);
    expect(withReservoir(base, base, now)).toBe(base);
    expect(withReservoir(base, undefined, now)).toBe(base);
    expect(withReservoir(base, { ...base, reservoirL: 0 }, now)).toBe(base);
  });
});

describe('leaving, on Today', () => {
  it('is told in the week before, and not while it is far off or past', () => {
    const titles = (inDays: number) => {
      const snapshot = snapshotOf(weekly);
      const away = { leavesAt: now + inDays * DAY_MS, days: 30 };
      return todayOf({ ...snapshot, settings: { ...snapshot.settings, away } }, base, now).lines.map(
        ({ title }) => title,
      );
    };
    expect(titles(3)).toContain('Going away');
    expect(titles(20)).not.toContain('Going away');
    expect(titles(-3)).not.toContain('Going away');
  });
});

describe('limewater beside evaporation', () => {
  it('is quiet within the room, and warns beyond it', () => {
    const given = (ml: number) =>
      limewaterCautions(snapshotOf([...weekly, dosed(60, 'lime', ml)]), base, now, new Map());
    expect(given(2000)).toEqual([]);
    expect(say(given(5000)[0]?.says ?? [])).toMatch(
      /^5 L\/day of limewater is more than the [23]\.\d\d L\/day that surely evaporates/,
    );
    expect(limewaterCautions(snapshotOf(weekly), base, now, new Map())).toEqual([]);
  });
  it('looks at what is thought of, not only at what runs', () => {
    const snapshot = snapshotOf([...weekly, dosed(60, 'lime', 2000)]);
    expect(limewaterCautions(snapshot, base, now, new Map([['lime', 6000]]))).toHaveLength(1);
  });
});

describe('an entry that its tank makes unlikely', () => {
  it('is asked about, and only then', () => {
    const snapshot = emptySnapshot('UTC');
    const ask = (volumeL: number, leavesL?: number) =>
      draftQuestion(snapshot, base, { kind: 'refill', at: now, volumeL, ...(leavesL !== undefined && { leavesL }) });
    expect(ask(115)).toMatch(/115 L is more than the reservoir of Bay holds, 40 L: another unit, two refills/);
    expect(ask(5, 60)).toMatch(/60 L is more/);
    expect(ask(41)).toBeUndefined();
    expect(draftQuestion(snapshot, base, { kind: 'reservoir-level', at: now, litres: 90 })).toMatch(/90 L/);
    const byHand = { ...base, reservoirL: 0 };
    expect(draftQuestion(snapshot, byHand, { kind: 'refill', at: now, volumeL: 90 })).toBeUndefined();
    expect(draftQuestion(snapshot, byHand, { kind: 'refill', at: now, volumeL: 227 })).toMatch(/a quarter of Bay/);
    expect(draftQuestion(snapshot, base, { kind: 'note', at: now, note: 'x' })).toBeUndefined();
  });
});
