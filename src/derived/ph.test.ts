import { describe, expect, it } from 'vitest';
import { phDay } from '@/calculators/ph/ph-day';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Entry, Snapshot, Tank } from '@/record/schema';
import { phConcern } from './ph/ph-concern';
import { phDayQuestion } from './ph/ph-question';
import { dayOfRecord, fittedDay, fittedDays } from './day/fitted-day';
import { phOfDays } from './day/ph-of-days';
import { phReadings } from './day/ph-readings';

const HOUR = 3_600_000;
const tank: Tank = { ...newTank('t'), name: 'Quay', displayL: 150 };
/** 24 October 2026, midnight UTC; summer time ends in Lisbon on the 25th. */
const DAY0 = Date.UTC(2026, 9, 24);
const now = DAY0 + 12 * DAY_MS + 21 * HOUR;
let count = 0;
const entry = (day: number, hours: number, over: object): Entry =>
  ({ id: `e${count++}`, tankId: 't', at: DAY0 + day * DAY_MS + hours * HOUR, ...over }) as Entry;
const ph = (day: number, hours: number, value: number, more: object = {}) =>
  entry(day, hours, { kind: 'reading', values: { ph: value, ...more } });
const record = (entries: readonly Entry[], zone = 'UTC'): Snapshot => {
  const empty = emptySnapshot(zone);
  return { ...empty, tanks: [tank], entries: entries.toSorted((a, b) => a.at - b.at) };
};
/** Mornings and evenings; shut until day 6, open from then on, the water 0.2 higher. */
const days = (open = true) =>
  Array.from({ length: 12 }, (_, day) => {
    const up = open && day >= 6 ? 0.2 : 0;
    return [ph(day, 8, 7.8 + up, { alkalinity: 9 * DKH }), ph(day, 20, 8.02 + up)];
  }).flat();
const windows = [
  entry(-1, 9, { kind: 'lever', lever: 'windows', off: true }),
  entry(5, 22, { kind: 'lever', lever: 'windows' }),
];

describe('pH of a record', () => {
  it('is read at the hour of the keeper’s own clock, on both sides of its change', () => {
    const { readings: read } = phReadings(record(days(), 'Europe/Lisbon'), tank, DAY0, now);
    const hours = [...new Set(read.map(({ minute }) => minute / 60))].toSorted((a, b) => a - b);
    // 8 and 20 UTC are 9 and 21 in summer time, 8 and 20 after it.
    expect(hours).toEqual([8, 9, 20, 21]);
    expect(phReadings(record(days(), 'Asia/Kathmandu'), tank, DAY0, now).readings[0]?.minute).toBe(13 * 60 + 45);
    expect(phReadings(record([ph(1, 8, 8)]), tank, DAY0, now).readings).toEqual([]);
  });

  it('leaves out what names a day and no hour, and says how many', () => {
    const vague = entry(11, 14, { kind: 'reading', values: { ph: 8.3 }, jotted: 'yesterday ph 8.3' });
    const told = phReadings(record([...days(), vague]), tank, DAY0, now);
    expect(told).toMatchObject({ withoutHour: 1 });
    expect(told.readings).toHaveLength(24);
    const question = phDayQuestion(record([...days(), vague]), tank, now);
    const words = question && phDay.run(question).cautions.flatMap(({ says }) => says);
    expect(words?.join(' ')).toMatch(/One reading names a day and no hour/);
  });

  it('is fitted since the last change of windows, lamps or scrubber, and held against what was before', () => {
    const snapshot = record([...days(), ...windows]);
    const { readings, changed } = dayOfRecord(snapshot, tank, now);
    expect(changed?.at).toBe(DAY0 + 5 * DAY_MS + 22 * HOUR);
    expect(readings).toHaveLength(12);
    const question = phDayQuestion(snapshot, tank, now);
    expect(question?.before?.what).toBe('the windows were opened');
    if (!question) throw new Error('pH is read');
    const { since } = phDay.run(question).values;
    expect(since?.mean.value).toBeCloseTo(0.2, 2);
    expect(since?.mean.low).toBeGreaterThan(0.1);
    expect(since?.swing?.value).toBeCloseTo(0, 2);
    // What was set once is no change: nobody knows how it was before.
    expect(dayOfRecord(record([...days(), ...windows.slice(0, 1)]), tank, now).changed).toBeUndefined();
  });

  it('is held against the days before a dose’s hours were changed, and not its amount alone', () => {
    const soda = { id: 'soda', name: 'Soda', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] } as const;
    const dose = (day: number, mlPerDay: number, hours?: object) =>
      entry(day, 9, { kind: 'standing-dose', solutionId: 'soda', mlPerDay, ...(hours && { hours }) });
    const with_ = (...doses: Entry[]): Snapshot => ({
      ...record([...days(), ...doses]),
      solutions: [{ ...soda, parts: [...soda.parts] }],
    });
    const night = { fromMinute: 1260, forMinutes: 600 };
    const { changed } = dayOfRecord(with_(dose(-1, 20), dose(6, 20, night)), tank, now);
    expect(changed?.at).toBe(DAY0 + 6 * DAY_MS + 9 * HOUR);
    const question = phDayQuestion(with_(dose(-1, 20), dose(6, 20, night)), tank, now);
    expect(question?.before?.what).toMatch(/^“.*Soda.*21:00–7:00.*” was set$/);
    expect(dayOfRecord(with_(dose(-1, 20), dose(6, 24)), tank, now).changed).toBeUndefined();
  });

  it('is not told as a day from one hour, and goes on as its level then', () => {
    const mornings = record(days().filter((_, i) => i % 2 === 0));
    expect(fittedDay(mornings, tank, now)).toBeUndefined();
    expect(fittedDays(mornings, tank, now)).toBeUndefined();
    const ahead = phOfDays(mornings, tank, now, now + 3 * DAY_MS);
    expect(Math.max(...ahead.map(({ value }) => value)) - Math.min(...ahead.map(({ value }) => value))).toBeLessThan(
      0.05,
    );
  });

  it('goes on by day and night where two hours were read', () => {
    const snapshot = record(days(false));
    expect(fittedDays(snapshot, tank, now)).toHaveLength(3);
    const ahead = phOfDays(snapshot, tank, now, now + 3 * DAY_MS);
    const at = (hours: number) => ahead.filter((point) => Math.abs(((point.at - DAY0) % DAY_MS) / HOUR - hours) < 1);
    for (const morning of at(8)) expect(morning.value).toBeLessThan(7.9);
    for (const evening of at(20)) expect(evening.value).toBeGreaterThan(7.95);
    expect(ahead.every(({ low, value, high }) => low < value && value < high)).toBe(true);
  });

  it('takes the room as it was read since the change, and says how the windows’ own readings stand', () => {
    const co2 = (day: number, ppm: number) => entry(day, 9, { kind: 'reading', values: { roomCo2: ppm } });
    const snapshot = record([...days(), ...windows, co2(3, 1400), co2(8, 520), co2(10, 560)]);
    const question = phDayQuestion(snapshot, tank, now);
    expect(question?.room?.uatm).toBe(540);
    expect(question?.measures?.openRoomUatm).toBe(540);
  });
});

describe('pH on Today', () => {
  const ask = (...entries: Entry[]) => phConcern(record(entries), tank, now);
  const words = (concern: ReturnType<typeof ask>) =>
    [...(concern?.answer.says ?? []), ...(concern?.answer.because ?? [])]
      .filter((each) => typeof each === 'string')
      .join(' ');

  it('says nothing inside its band, or of an old reading', () => {
    expect(ask(ph(12, 9, 8.1))).toBeUndefined();
    expect(ask(ph(2, 9, 7.6))).toBeUndefined();
  });

  it('names what is checked first: probe, air, reactor; limewater where it is high', () => {
    const low = words(ask(ph(12, 9, 7.7, { alkalinity: 9 * DKH }), windows[0] as Entry));
    expect(low).toMatch(/first check the probe in two buffers/);
    expect(low).toMatch(/open the windows that were shut/);
    const reactor = entry(1, 9, { kind: 'reactor', mlPerMin: 12, effluentAlkalinity: 10 });
    expect(words(ask(ph(12, 9, 7.7, { alkalinity: 9 * DKH }), reactor))).toMatch(/excess CO₂ of the reactor/);
    expect(words(ask(ph(12, 9, 8.5, { alkalinity: 12 * DKH })))).toMatch(/test alkalinity/);
  });
});
