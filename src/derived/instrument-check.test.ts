import { describe, expect, it } from 'vitest';
import { gaussian, seeded } from '@/numerics/seeded';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { emptySnapshot, newTank } from '@/record/defaults';
import { corrected } from '@/record/instrument-history';
import type { Snapshot, Entry, EntryDraft, Instrument, Tank } from '@/record/schema';
import { holdingsOf, lightsOf } from './tank/livestock';
import { findingOf, instrumentFindings, offInstrument } from './observations/instrument-check';
import { offInstrumentCautions } from './observations/off-instrument-cautions';
import { draftQuestion } from './dosing/draft-question';
import { readingsAt, trendAhead, trendOf } from './trends/parameter-trend';
import { confidenceOf } from './balance/record-confidence';

const NOW = 200 * DAY_MS;
const day = (n: number) => n * DAY_MS;
const tanks = ['a', 'b', 'c'].map((id) => ({ ...newTank(id), name: `Tank ${id}`, displayL: 200 }));
const kit: Instrument = { id: 'kit', name: 'New kit', parameter: 'magnesium', by: 'kit' };
const lab: Instrument = { id: 'lab', name: 'Laboratory', parameter: 'magnesium', by: 'laboratory' };
let ids = 0;
const read = (tankId: string, at: number, magnesium: number, by?: string): Entry => ({
  id: `r${(ids += 1)}`,
  tankId,
  at,
  kind: 'reading',
  values: { magnesium },
  ...(by && { instruments: { magnesium: by } }),
});
const snapshotOf = (entries: Entry[], instruments = [kit, lab]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks,
  instruments,
  entries: entries.toSorted((a, b) => a.at - b.at),
});
/** The evening on which a kit read about 1500 on three tanks, and a laboratory 1240 to 1300 (common practice). */
const evening = tanks.flatMap(({ id }, i) => [
  read(id, day(190), 1500 + 5 * i, 'kit'),
  read(id, day(190) + 600_000, 1250 + 10 * i, 'lab'),
]);

describe('an instrument against whatever else read the same waters', () => {
  it('one that reads high on several tanks is found off, and stands first', () => {
    const [first, second] = instrumentFindings(snapshotOf(evening), NOW);
    expect(first?.instrument.id).toBe('kit');
    expect(first?.otherName).toBe('Laboratory');
    expect(first?.outcome.values).toMatchObject({ believe: 'other', comparison: { finding: 'bias', watersOff: 3 } });
    expect(second?.outcome.values).toMatchObject({ believe: 'this' });
  });

  it('is held against the usual test where no other is named, by its trend where days lie between', () => {
    const noise = gaussian(seeded(3));
    const usual = Array.from({ length: 20 }, (_, i) => read('a', day(60 + 7 * i), 1400 - i * 5 + noise(20)));
    const snapshot = snapshotOf([
      ...usual,
      ...[63, 100, 140].map((n) => read('a', day(n), 1400 - ((n - 60) / 7) * 5 + 180, 'kit')),
    ]);
    const { outcome, otherName, differences } = findingOf(snapshot, kit, NOW);
    expect(otherName).toBe('the usual magnesium test');
    expect(differences).toHaveLength(3);
    expect(outcome.values.comparison?.bias).toBeGreaterThan(140);
    expect(outcome.values.comparison?.bias).toBeLessThan(220);
  });

  it('corrected, it agrees, and the log still holds what was read', () => {
    const snapshot = snapshotOf(evening);
    const { outcome } = findingOf(snapshot, kit, NOW);
    const mended = corrected(kit, outcome.values.correction ?? 0, day(190));
    const after = { ...snapshot, instruments: [mended, lab] };
    expect(findingOf(after, mended, NOW).outcome.values.comparison?.finding).toBe('agree');
    expect(after.entries).toBe(snapshot.entries);
  });

  it('corrected from now on, or on a new reagent, it is judged by what it reads from then: no correction is asked for twice', () => {
    const from = corrected(kit, -250, day(195));
    const later = { ...snapshotOf(evening), instruments: [from, lab] };
    expect(findingOf(later, from, NOW).outcome.values.comparison).toBeUndefined();
    const renewed: Instrument = { ...kit, reagents: [{ openedAt: day(195) }] };
    expect(
      findingOf({ ...later, instruments: [renewed, lab] }, renewed, NOW).outcome.values.correction,
    ).toBeUndefined();
    const before: Instrument = { ...kit, reagents: [{ openedAt: day(180) }] };
    expect(findingOf({ ...later, instruments: [before, lab] }, before, NOW).outcome.values.correction).toBeLessThan(
      -200,
    );
  });

  it('no water read by two methods tells nothing, and a lone pair asks for another', () => {
    expect(
      findingOf(snapshotOf([read('a', day(190), 1500, 'kit')]), kit, NOW).outcome.values.comparison,
    ).toBeUndefined();
    const once = snapshotOf([read('a', day(190), 1500, 'kit'), read('a', day(190) + 1, 1250, 'lab')]);
    expect(findingOf(once, kit, NOW).outcome.values.comparison?.finding).toBe('apart once');
  });

  it('two readings at one minute are repeats', () => {
    const repeats = Array.from({ length: 8 }, (_, i) => [
      read('a', day(10 + i), 1300, 'kit'),
      read('a', day(10 + i), 1320, 'kit'),
    ]);
    expect(findingOf(snapshotOf(repeats.flat()), kit, NOW).outcome.values).toMatchObject({ errorFrom: 'repeats' });
  });

  it('retest before acting where the last reading is by one that is off', () => {
    const snapshot = snapshotOf(evening);
    const last = { ...snapshot, entries: [...snapshot.entries, read('a', day(195), 1510, 'kit')] };
    expect(offInstrument(last, tanks[0] ?? newTank('a'), 'magnesium', NOW)?.instrument.id).toBe('kit');
    expect(offInstrumentCautions(last, tanks[0] ?? newTank('a'), NOW)[0]?.says[0]).toMatch(
      /^Retest magnesium before acting/,
    );
    // Its last is by the laboratory.
    expect(offInstrument(snapshot, tanks[0] ?? newTank('a'), 'magnesium', NOW)).toBeUndefined();
    const { outcome } = { outcome: confidenceOf(last, tanks[0] ?? newTank('a'), NOW) };
    expect(outcome.cautions.map(({ says }) => says[0])).toEqual([
      'New kit and Laboratory contradict each other on magnesium: see Instruments.',
    ]);
  });
});

describe('levels at 35 ppt', () => {
  it('do not take a top-off slip for consumption', () => {
    // Fresh water thins everything by a twentieth for a week, and nothing is consumed.
    const thin = (n: number) => (n > 150 && n < 158 ? 0.95 : 1);
    const entries = Array.from({ length: 30 }, (_, i): Entry => {
      const n = 40 + i * 5;
      return {
        id: `s${i}`,
        tankId: 'a',
        at: day(n),
        kind: 'reading',
        values: { calcium: 420 * thin(n), salinity: 35 * thin(n) },
      };
    });
    const snapshot = snapshotOf(entries);
    const [tank] = tanks;
    if (!tank) throw new Error('no tank');
    const at35 = readingsAt(snapshot, tank, 'calcium', true).map(({ value }) => value);
    expect(at35).toHaveLength(30);
    for (const value of at35) expect(Math.abs(value - 420)).toBeLessThan(0.01);
    expect(Math.min(...readingsAt(snapshot, tank, 'calcium', false).map(({ value }) => value))).toBeLessThan(400);
    expect(trendOf(snapshot, tank, 'calcium', NOW, true).values.moved?.moves).toBe('steady');
    // pH is not diluted with the salt.
    expect(readingsAt(snapshot, tank, 'ph', true)).toEqual([]);
  });
});

describe('what lives there', () => {
  const move = (n: number, kind: 'put-in' | 'taken-out', count: number, lost?: true): Entry =>
    ({ id: `m${n}`, tankId: 'a', at: day(n), kind, what: 'fish', count, ...(lost && { lost }) }) as Entry;
  const [tank] = tanks;
  it('is what came less what was lost and what moved out, as of a moment', () => {
    const snapshot = snapshotOf([
      move(1, 'put-in', 6),
      move(5, 'taken-out', 2, true),
      move(9, 'taken-out', 1),
      move(11, 'put-in', 3),
    ]);
    if (!tank) throw new Error('no tank');
    expect(holdingsOf(snapshot, tank, day(10))).toMatchObject([
      { what: 'fish', added: 6, lost: 2, movedOut: 1, there: 3 },
    ]);
    expect(holdingsOf(snapshot, tank, NOW)[0]?.there).toBe(6);
  });
  it('of which more went than came is told as it is, and the lights are those set last', () => {
    if (!tank) throw new Error('no tank');
    expect(holdingsOf(snapshotOf([move(3, 'taken-out', 2, true)]), tank, NOW)[0]?.there).toBe(-2);
    const lights = (n: number, hours: number): Entry => ({
      id: `l${n}`,
      tankId: 'a',
      at: day(n),
      kind: 'lever',
      lever: 'lights',
      hours: { fromMinute: 600, forMinutes: hours * 60 },
    });
    expect(lightsOf(snapshotOf([lights(3, 8), lights(9, 10)]), tank, day(8))?.hours?.forMinutes).toBe(480);
  });
});

describe('a date that slipped', () => {
  it('before a tank was begun, or long before anything else of it, is asked about', () => {
    const begun: Tank = {
      ...newTank('a'),
      name: 'Bay',
      displayL: 200,
      cycle: { school: 'starter', startedAt: day(100) },
    };
    const draft = (at: number): EntryDraft => ({ kind: 'reading', at, values: { nitrate: 4 } });
    expect(draftQuestion(snapshotOf([]), begun, draft(day(20)))).toMatch(/before Bay was begun/);
    expect(draftQuestion(snapshotOf([]), begun, draft(day(95)))).toBeUndefined();
    const [tank] = tanks;
    if (!tank) throw new Error('no tank');
    const snapshot = snapshotOf([read('a', day(600), 1300)]);
    expect(draftQuestion(snapshot, tank, draft(day(100)))).toMatch(/more than a year before anything else of Tank a/);
    expect(draftQuestion(snapshot, tank, draft(day(500)))).toBeUndefined();
  });
});

describe('a level that no model carries forward', () => {
  const nitrate = (per: number): Snapshot =>
    snapshotOf(
      Array.from({ length: 10 }, (_, i): Entry => ({
        id: `n${i}`,
        tankId: 'a',
        at: day(137 + i * 7),
        kind: 'reading',
        values: { nitrate: 5 + i * 7 * per },
      })),
    );
  it('falls by no change of half the water, and is told of no more where it was tested long ago', () => {
    const [tank] = tanks;
    if (!tank) throw new Error('no tank');
    const weekly = Array.from({ length: 12 }, (_, i): Entry => ({
      id: `n${i}`,
      tankId: 'a',
      at: day(123 + i * 7),
      kind: 'reading',
      values: { nitrate: i < 7 ? 20 + (i % 2) : 10 + (i % 2) },
    }));
    const half: Entry = { id: 'half', tankId: 'a', at: day(168), kind: 'water-change', volumeL: 200, salinity: 35 };
    expect(trendOf(snapshotOf([...weekly, half]), tank, 'nitrate', NOW).values.moved?.moves).not.toBe('falling');
    expect(trendOf(snapshotOf(weekly), tank, 'nitrate', NOW).values.moved?.moves).toBe('falling');
    const later = trendOf(snapshotOf(weekly), tank, 'nitrate', NOW + day(60));
    expect(later.values.moved).toBeUndefined();
    expect(later.answer.says[0]).toContain('was last tested too long ago');
  });
  it('goes on at its rate, its doubt growing; an old one is not carried on', () => {
    const [tank] = tanks;
    if (!tank) throw new Error('no tank');
    const { values } = trendOf(nitrate(0.1), tank, 'nitrate', NOW);
    const ahead = trendAhead(values, NOW, NOW + day(20));
    const [first, last] = [ahead[0], ahead.at(-1)];
    expect((last?.value ?? 0) - (first?.value ?? 0)).toBeCloseTo(0.1 * 20, 1);
    expect((last?.high ?? 0) - (last?.low ?? 0)).toBeGreaterThan((first?.high ?? 0) - (first?.low ?? 0));
    expect(trendAhead(values, NOW + day(60), NOW + day(80))).toEqual([]);
  });
});
