import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { openDB } from 'idb';
import { afterEach, describe, expect, it } from 'vitest';
import { newTank } from './defaults';
import { readFile, replaceWith, writeFile } from './file';
import { entriesCsv } from './csv';
import type { Entry } from './schema';
import { RecordStore } from './store';
import { StorageError } from './storage-error';

let count = 0;
const open: RecordStore[] = [];
const store = (name = `test-${++count}`) => {
  const made = new RecordStore(name, 'Europe/Lisbon');
  open.push(made);
  return made;
};
afterEach(() => {
  for (const each of open.splice(0)) each.close();
});

const tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const alk = (id: string, value: number, at = 1000): Entry => ({
  id,
  tankId: 't',
  at,
  kind: 'reading',
  values: { alkalinity: value },
});
const fixture = readFileSync(new URL('./fixtures/record-v1.json', import.meta.url), 'utf8');

describe('the store', () => {
  it('keeps what is committed, in order of time, across a reopening', async () => {
    const first = store('kept');
    await first.commit({
      label: 'Made a tank',
      put: { tanks: [tank], entries: [alk('b', 2.9, 2000), alk('a', 3, 1000)] },
    });
    first.close();
    const snapshot = await store('kept').reload();
    expect(snapshot.tanks).toEqual([tank]);
    expect(snapshot.entries.map(({ id }) => id)).toEqual(['a', 'b']);
  });

  it('undoes and redoes changes whole, in order', async () => {
    const s = store();
    await s.commit({ label: 'one', put: { tanks: [tank], entries: [alk('a', 3)] } });
    await s.commit({ label: 'two', put: { entries: [alk('a', 3.1)] } });
    await s.commit({ label: 'three', remove: { entries: ['a'], tanks: ['t'] } });
    expect(s.snapshot?.entries).toEqual([]);
    expect(await s.undo()).toMatchObject({ label: 'three' });
    expect(s.snapshot?.tanks).toEqual([tank]);
    expect(s.snapshot?.entries).toEqual([{ ...alk('a', 3.1), seq: 1 }]);
    expect(await s.undo()).toMatchObject({ label: 'two' });
    expect(s.snapshot?.entries).toEqual([{ ...alk('a', 3), seq: 1 }]);
    expect(s.undoable).toEqual({ undo: 'one', redo: 'two' });
    expect(await s.redo()).toMatchObject({ label: 'two' });
    await s.undo();
    await s.undo();
    expect(await s.undo()).toBeUndefined();
    expect(s.snapshot?.tanks).toEqual([]);
  });

  it('keeps what was undone when something new is done: it can still be done again', async () => {
    const s = store();
    await s.commit({ label: 'one', put: { tanks: [tank], entries: [alk('a', 3)] } });
    await s.commit({ label: 'two', put: { entries: [alk('b', 3)] } });
    await s.undo();
    await s.commit({ label: 'other', put: { entries: [alk('c', 3)] } });
    expect(s.undoable).toEqual({ undo: 'other', redo: 'two' });
    expect(await s.redo()).toMatchObject({ label: 'two' });
    expect(s.snapshot?.entries.map(({ id }) => id).toSorted()).toEqual(['a', 'b', 'c']);
  });

  it('writes nothing of a change when one row of it is not of its schema', async () => {
    const s = store();
    await expect(s.commit({ label: 'bad', put: { tanks: [tank], entries: [alk('a', 999)] } })).rejects.toThrow();
    expect(await s.reload()).toMatchObject({ tanks: [], entries: [] });
    expect(s.undoable.undo).toBeUndefined();
  });

  it('tells another tab’s store of a change', async () => {
    const name = `tabs-${++count}`;
    const here = store(name);
    const there = store(name);
    await here.reload();
    const told = new Promise<void>((resolve) =>
      there.subscribe(() => (there.snapshot?.entries.length === 1 ? resolve() : undefined)),
    );
    await here.commit({ label: 'one', put: { tanks: [tank], entries: [alk('a', 3)] } });
    await told;
    expect(await there.undo()).toMatchObject({ label: 'one' });
    expect((await here.reload()).entries).toEqual([]);
  });

  it('says when a newer version holds the database, and when storage is refused', async () => {
    (await openDB('newer', 99)).close();
    const s = store('newer');
    await expect(s.commit({ label: 'x', put: { tanks: [tank] } })).rejects.toMatchObject({ kind: 'outdated' });
    expect(s.storageError).toBeInstanceOf(StorageError);
  });
});

describe('migration from a stored record of version 1', () => {
  it('carries a database up', async () => {
    const old = JSON.parse(fixture) as Record<string, unknown[]> & { settings: unknown };
    const db = await openDB('old', 1, {
      upgrade(made) {
        for (const table of ['settings', 'tanks', 'salts', 'solutions', 'entries'])
          made.createObjectStore(table, { keyPath: 'id' });
      },
    });
    await db.put('settings', old.settings);
    for (const table of ['tanks', 'salts', 'solutions', 'entries'])
      for (const row of old[table] ?? []) await db.put(table, row);
    db.close();
    const s = store('old');
    expect(await s.reload()).toEqual(readFile(fixture));
    await s.commit({ label: 'still writable', put: { entries: [{ ...alk('n', 3), tankId: 'bay' } as Entry] } });
    expect(await s.undo()).toMatchObject({ label: 'still writable' });
  });

  it('carries a file up', () => {
    const snapshot = readFile(fixture);
    expect(snapshot.tanks[0]).toMatchObject({ rockL: 28, sandL: 0 });
    expect(snapshot.tanks[0]).not.toHaveProperty('displacedL');
    expect(snapshot.settings.letterShortcuts).toBe(true);
    expect(snapshot.entries.map(({ id }) => id)).toEqual(['e1', 'e2']);
  });
});

describe('the exported file', () => {
  it('comes back into an empty store with nothing changed, and can be undone', async () => {
    const snapshot = readFile(fixture);
    const text = writeFile(snapshot, new Date(0));
    expect(readFile(text)).toEqual(snapshot);
    const s = store();
    const empty = await s.reload();
    await s.commit(replaceWith(readFile(text), empty));
    expect(s.snapshot).toEqual(snapshot);
    expect(writeFile(snapshot, new Date(0))).toBe(text);
    await s.undo();
    expect(s.snapshot).toEqual(empty);
  });

  it.each([
    ['{', /not a JSON file/],
    ['{"format":"other"}', /format/],
    [fixture.replace('"version": 1', '"version": 77'), /version 77/],
    [fixture.replace('"calcium": 431', '"calcium": "lots"'), /entries\[0\]\.values\.calcium/],
    [
      fixture.replace('"alkalinity": 2.95', '"alkalinity": 830'),
      /alkalinity is 2327 dKH; too big: at most 25 dKH is taken\. \[entries\[0\]\.values\.alkalinity\]/,
    ],
    [
      fixture.replace('"solutionId": "soda"', '"solutionId": "lost"'),
      /entries\[1\]\.solutionId|entries\[0\]\.solutionId/,
    ],
    [fixture.replace('"id": "e2"', '"id": "e1"'), /stands twice/],
    [fixture.replace('"sumpL": 60', '"sumpL": -60'), /tanks\[0\]\.sumpL/],
  ])('is refused with the place of the fault (%#)', (text, message) => {
    expect(() => readFile(text)).toThrow(message);
  });

  it('gives a CSV line for each figure, with units, and defuses formulas', () => {
    const snapshot = readFile(fixture);
    const noted = {
      ...snapshot,
      entries: [
        ...snapshot.entries,
        { id: 'n', tankId: 'bay', at: 1769900000000, kind: 'note' as const, note: '=1+1' },
      ],
    };
    const lines = entriesCsv(noted).split('\n');
    expect(lines[0]).toBe('time,tank,entry,what,value,unit,note');
    expect(lines[1]).toBe('2026-01-27T07:46:40Z,Bay Window,standing-dose,Carbonate,12,mL/day,');
    expect(lines[3]).toContain('calcium,431,mg/L');
    expect(lines[4]).toContain("'=1+1");
  });
});

describe('what making water keeps', () => {
  const vessel = { id: 'drum', name: 'Drum', litres: 60 };
  const day = { id: 'd', at: 5000, mixHours: 24, tanks: [{ tankId: 't', litres: 20, salinity: 35 }] };

  it('vessels and water days are read back, undone and redone like all else', async () => {
    const first = store('water');
    await first.commit({ label: 'Saved Drum', put: { tanks: [tank], vessels: [vessel], waterDays: [day] } });
    first.close();
    const again = store('water');
    expect(await again.reload()).toMatchObject({ vessels: [vessel], waterDays: [day], sources: [] });
    expect(await again.undo()).toMatchObject({ label: 'Saved Drum' });
    expect(again.snapshot).toMatchObject({ vessels: [], waterDays: [] });
    await again.redo();
    expect(again.snapshot?.vessels).toEqual([vessel]);
  });

  it('a tick and what it files are one change: one fault and neither is written, one undo and both are gone', async () => {
    const s = store();
    const change: Entry = { id: 'c', tankId: 't', at: 1, kind: 'water-change', volumeL: 20 };
    const tick: Entry = {
      id: 'x',
      tankId: 't',
      at: 1,
      kind: 'step-done',
      waterDayId: 'd',
      step: 'k',
      says: 'Refill.',
      filed: ['c'],
    };
    await expect(s.commit({ label: 'Done', put: { entries: [change, { ...tick, says: '' }] } })).rejects.toThrow();
    expect((await s.reload()).entries).toEqual([]);
    await s.commit({ label: 'Made', put: { tanks: [tank] } });
    await s.commit({ label: 'Done', put: { entries: [change, tick] } });
    expect(s.snapshot?.entries).toHaveLength(2);
    await s.undo();
    expect(s.snapshot?.entries).toEqual([]);
  });

  it('a database of version 3 gains its new tables and keeps its rows', async () => {
    const old = await openDB('old-water', 3, {
      upgrade: (db) => {
        for (const table of ['settings', 'tanks', 'salts', 'solutions', 'entries'])
          db.createObjectStore(table, { keyPath: 'id' });
        db.createObjectStore('changes', { keyPath: 'seq', autoIncrement: true });
      },
    });
    await old.put('tanks', tank);
    old.close();
    const s = store('old-water');
    expect(await s.reload()).toMatchObject({ tanks: [tank], vessels: [], sources: [], waterDays: [] });
    await s.commit({ label: 'Saved Drum', put: { vessels: [vessel] } });
    expect(s.snapshot?.vessels).toEqual([vessel]);
  });
});
