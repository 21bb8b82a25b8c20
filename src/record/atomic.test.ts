import { comesTrue } from '@/testing/comes-true';
import { emptySnapshot } from './defaults';
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { newTank } from './defaults';
import type { Entry } from './schema';
import { RecordStore, UNDO_DEPTH } from './store';
import { StorageError } from './storage-error';

let count = 0;
const open: RecordStore[] = [];
function store(name: string): RecordStore {
  const made = new RecordStore(name, 'UTC');
  open.push(made);
  return made;
}
const fresh = () => store(`atomic-${++count}`);
afterEach(() => {
  vi.restoreAllMocks();
  for (const each of open.splice(0)) each.close();
});

const tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const note = (id: string, at = 1000): Entry => ({ id, tankId: 't', at, kind: 'note', note: id });

/** Lets the first writes of a transaction through and then runs out of room. */
function runOutOfRoomAfter(writes: number): void {
  const put = IDBObjectStore.prototype.put;
  let left = writes;
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
    if (left-- > 0) return put.apply(this, args);
    throw new DOMException('no room', 'QuotaExceededError');
  });
}

describe('a change is whole or not at all', () => {
  it('when room runs out in the middle of it', async () => {
    const s = fresh();
    await s.commit({ label: 'before', put: { tanks: [tank] } });
    runOutOfRoomAfter(2);
    const wide = { label: 'wide', put: { entries: [note('a'), note('b'), note('c'), note('d')] } };
    await expect(s.commit(wide)).rejects.toMatchObject({ kind: 'full' });
    expect(s.storageError?.message).toMatch(/What you typed is still here/);
    vi.restoreAllMocks();
    const snapshot = await s.reload();
    expect(snapshot.entries).toEqual([]);
    expect(snapshot.tanks).toEqual([tank]);
    expect(s.undoable.undo).toBe('before');
    await s.commit(wide);
    expect(s.snapshot?.entries).toHaveLength(4);
    expect(s.storageError).toBeUndefined();
  });

  it('when it is stopped on the way, after some of it was told as written', async () => {
    const s = fresh();
    await s.commit({ label: 'before', put: { tanks: [tank] } });
    const stop = new AbortController();
    const told: number[] = [];
    const entries = Array.from({ length: 1800 }, (_, i) => note(`n${i}`, i));
    const onProgress = (share: number) => {
      told.push(share);
      if (share > 0.5) stop.abort();
    };
    await expect(s.commit({ label: 'import', put: { entries } }, { onProgress, signal: stop.signal })).rejects.toThrow(
      '“import” was stopped: nothing was changed.',
    );
    expect(told.length).toBeGreaterThan(1);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    expect((await s.reload()).entries).toEqual([]);
    expect(s.undoable.undo).toBe('before');
    await s.commit({ label: 'import', put: { entries } });
    expect(s.snapshot?.entries).toHaveLength(1800);
  });

  it('when an undo meets the same', async () => {
    const s = fresh();
    await s.commit({ label: 'made', put: { tanks: [tank], entries: [note('a'), note('b')] } });
    await s.commit({ label: 'cleared', remove: { entries: ['a', 'b'] } });
    runOutOfRoomAfter(1);
    await expect(s.undo()).rejects.toBeInstanceOf(StorageError);
    vi.restoreAllMocks();
    expect((await s.reload()).entries).toEqual([]);
    expect(await s.undo()).toMatchObject({ label: 'cleared' });
    expect(s.snapshot?.entries).toHaveLength(2);
  });
});

describe('two tabs', () => {
  it('writing at once both keep what they wrote, and the undo log stays one line', async () => {
    const name = `race-${++count}`;
    const here = store(name);
    const there = store(name);
    await here.commit({ label: 'made', put: { tanks: [tank] } });
    await Promise.all([
      here.commit({ label: 'here', put: { entries: [note('h')] } }),
      there.commit({ label: 'there', put: { entries: [note('t')] } }),
    ]);
    expect((await here.reload()).entries.map(({ id }) => id).toSorted()).toEqual(['h', 't']);
    await here.undo();
    await there.undo();
    expect((await here.reload()).entries).toEqual([]);
    expect(await here.undo()).toMatchObject({ label: 'made' });
    expect(await here.undo()).toBeUndefined();
  });

  it('amending the settings at once both count', async () => {
    const name = `settings-${++count}`;
    const here = store(name);
    const there = store(name);
    await Promise.all([
      here.commit({ label: 'volume', settings: (s) => ({ ...s, units: { ...s.units, volume: 'US gal' } }) }),
      here.commit({ label: 'alkalinity', settings: (s) => ({ ...s, units: { ...s.units, alkalinity: 'meq/L' } }) }),
      there.commit({ label: 'letters', settings: (s) => ({ ...s, letterShortcuts: false }) }),
    ]);
    expect((await here.reload()).settings).toMatchObject({
      units: { volume: 'US gal', alkalinity: 'meq/L' },
      letterShortcuts: false,
    });
    for (let i = 0; i < 3; i++) await here.undo();
    expect(here.snapshot?.settings.units).toMatchObject({ volume: 'L', alkalinity: 'dKH' });
  });

  it('an older tab that stands in the way of an upgrade is told of, on both sides', async () => {
    const name = `upgrade-${++count}`;
    const mine = store(name);
    await mine.reload();
    const newer = openDB(name, 99);
    // This tab lets go of the database, so that the newer one can open, and says that it is out of date.
    await newer;
    await comesTrue(() => expect(mine.storageError?.kind).toBe('outdated'));
    (await newer).close();
  });

  it('an older copy that will not let go is named', async () => {
    const name = `blocked-${++count}`;
    const stubborn = await openDB(name, 1, { upgrade: (db) => void db.createObjectStore('tanks', { keyPath: 'id' }) });
    const mine = store(name);
    await expect(mine.reload()).rejects.toMatchObject({ kind: 'blocked' });
    expect(mine.storageError?.message).toMatch(/Close the other tabs/);
    stubborn.close();
  });
});

describe('planting and erasing', () => {
  const written = () => ({
    ...emptySnapshot('UTC'),
    tanks: [tank],
    entries: [note('a')],
  });

  it('fills an empty record once, leaves a lived-in one alone, and cannot be undone into nothing', async () => {
    const s = fresh();
    await s.plant(written);
    expect(s.snapshot?.tanks).toEqual([tank]);
    expect(s.undoable.undo).toBeUndefined();
    await s.commit({ label: 'more', put: { entries: [note('b')] } });
    const never = vi.fn(written);
    await s.plant(never);
    expect(never).not.toHaveBeenCalled();
    expect(s.snapshot?.entries).toHaveLength(2);
  });

  it('shows what it plants before it is on the disk just as it reads it back from there', async () => {
    const s = fresh();
    const shown: unknown[] = [];
    s.subscribe(() => shown.push(s.snapshot));
    // Out of order by name, and two entries of one moment whose identities stand the other way round.
    await s.plant(() => ({
      ...written(),
      tanks: [{ ...tank, id: 'z', name: 'Zoo' }, tank],
      entries: [note('b'), note('a')],
    }));
    const [first] = shown;
    expect(await s.reload()).toEqual(first);
    expect(s.snapshot?.entries.map(({ id, seq }) => [id, seq])).toEqual([
      ['b', 1],
      ['a', 2],
    ]);
  });

  it('erases the whole record', async () => {
    const s = fresh();
    await s.plant(written);
    await s.erase();
    expect(s.snapshot).toMatchObject({ tanks: [], entries: [] });
  });
});

describe('the undo log', () => {
  it('forgets what lies further back than its depth, five hundred changes where none is said', async () => {
    expect(UNDO_DEPTH).toBe(500);
    const s = new RecordStore(`atomic-${++count}`, 'UTC', { undoDepth: 40 });
    open.push(s);
    await s.commit({ label: 'made', put: { tanks: [tank] } });
    for (let i = 0; i < 45; i++) await s.commit({ label: String(i), put: { entries: [note('a', i)] } });
    let undone = 0;
    while ((await s.undo()) !== undefined) undone += 1;
    expect(undone).toBe(40);
    expect(s.snapshot?.entries[0]?.at).toBe(4);
  });

  it('an empty change writes nothing and is not logged', async () => {
    const s = fresh();
    await s.commit({ label: 'nothing', put: { entries: [] } });
    await s.reload();
    expect(s.undoable).toEqual({ undo: undefined, redo: undefined });
  });
});
