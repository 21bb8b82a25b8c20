import 'fake-indexeddb/auto';
import { deleteDB, openDB } from 'idb';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { comesTrue } from '@/testing/comes-true';
import { newTank } from './defaults';
import { RECORD_VERSION, type EntryOf } from './schema';
import type { Precautions } from './durable-write';
import { RecordStore } from './store';

/** What a browser does to its database after a full disk, and that nothing is written on top of it as if nothing had happened. */

let count = 0;
const open: RecordStore[] = [];
function store(name: string, precautions?: Precautions): RecordStore {
  const made = new RecordStore(name, 'UTC', precautions ? { precautions } : {});
  open.push(made);
  return made;
}
afterEach(() => {
  vi.restoreAllMocks();
  for (const each of open.splice(0)) each.close();
});
const name = () => `whole-${++count}`;

const tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const note = (id: string): EntryOf<'note'> => ({ id, tankId: 't', at: 1_600_000_000_000, kind: 'note', note: id });
const ids = (s: RecordStore) => s.snapshot?.entries.map(({ id }) => id);

async function kept(called: string, precautions?: Precautions) {
  const s = store(called, precautions);
  await s.commit({ label: 'Made', put: { tanks: [tank] } });
  for (const id of ['a', 'b', 'c']) await s.commit({ label: id, put: { entries: [note(id)] } });
  return s;
}

/** Removes the last entry as well as its change, as a browser does that lost the end of its log. */
async function loseTheLast(called: string): Promise<void> {
  const db = await openDB(called, RECORD_VERSION);
  const tx = db.transaction(['entries', 'changes'], 'readwrite');
  await tx.objectStore('entries').delete('c');
  const last = await tx.objectStore('changes').openCursor(null, 'prev');
  await last?.delete();
  await tx.done;
  db.close();
}

/** Loses it under the page, without a word to it. */
async function lose(called: string): Promise<void> {
  const db = await openDB(called, RECORD_VERSION);
  const tx = db.transaction([...db.objectStoreNames], 'readwrite');
  for (const each of db.objectStoreNames) await tx.objectStore(each).clear();
  await tx.objectStore('meta').put({ id: 'origin', record: 'another' });
  await tx.done;
  db.close();
}

describe('a database that has lost what is in memory', () => {
  it('is made whole before the next line is written into it: empty', async () => {
    const called = name();
    const s = await kept(called);
    await lose(called);
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect(ids(s)).toEqual(['a', 'b', 'c', 'd']);
    expect(s.wasPutBack).toBe(true);
    s.close();
    const again = store(called);
    await again.reload();
    expect(ids(again)).toEqual(['a', 'b', 'c', 'd']);
    expect(again.snapshot?.tanks).toHaveLength(1);
    // The record goes on as itself, and further than it was: its copies are its own.
    expect(again.revision).toMatchObject({ record: s.revision?.record, turn: 5 });
    expect(await again.undo()).toMatchObject({ label: 'd' });
    expect(ids(again)).toEqual(['a', 'b', 'c']);
  });

  it('and older than it was', async () => {
    const called = name();
    const s = await kept(called);
    await loseTheLast(called);
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect(ids(s)).toEqual(['a', 'b', 'c', 'd']);
    expect(await store(called).reload()).toEqual(s.snapshot);
  });

  it('is told as behind by who reads it, and what is in memory stands until it is put back', async () => {
    const called = name();
    const s = await kept(called);
    await loseTheLast(called);
    await expect(s.reload()).rejects.toMatchObject({ kind: 'behind' });
    expect(ids(s)).toEqual(['a', 'b', 'c']);
    // The keeper is asked first.
    await expect(s.commit({ label: 'd', put: { entries: [note('d')] } })).rejects.toMatchObject({ kind: 'behind' });
    await s.putBack();
    expect(s.storageError).toBeUndefined();
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd']);
  });

  it('or let go, where the keeper says so', async () => {
    const called = name();
    const s = await kept(called);
    await loseTheLast(called);
    await s.reload().catch(() => undefined);
    await s.letGo();
    expect(s.storageError).toBeUndefined();
    expect(ids(s)).toEqual(['a', 'b']);
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a', 'b', 'd']);
  });

  it('a tab that holds more than another put back says so, and drops nothing', async () => {
    const called = name();
    const further = await kept(called);
    const behind = store(called);
    await behind.reload();
    // The one tab does not hear of the last change.
    vi.spyOn(behind as unknown as { reload: () => Promise<unknown> }, 'reload').mockResolvedValue(undefined);
    const { postMessage } = BroadcastChannel.prototype;
    vi.spyOn(BroadcastChannel.prototype, 'postMessage').mockImplementation(() => undefined);
    await further.commit({ label: 'd', put: { entries: [note('d')] } });
    vi.restoreAllMocks();
    expect(BroadcastChannel.prototype.postMessage).toBe(postMessage);
    await lose(called);
    await behind.commit({ label: 'e', put: { entries: [note('e')] } });
    await comesTrue(() => expect(further.storageError?.kind).toBe('behind'));
    expect(ids(further)).toEqual(['a', 'b', 'c', 'd']);
    await further.putBack();
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd', 'e']);
  });

  it('a record that goes on as one of its own is no stranger to the tabs it was read in', async () => {
    const called = name();
    const here = await kept(called);
    const there = store(called);
    await there.reload();
    await there.fork();
    await here.commit({ label: 'd', put: { entries: [note('d')] } });
    expect(here.wasPutBack).toBe(false);
    await comesTrue(() => expect(there.snapshot?.entries).toHaveLength(4));
    expect(here.revision?.record).toBe(there.revision?.record);
  });

  it('one that was thrown away on purpose is not brought back', async () => {
    const called = name();
    const s = await kept(called);
    await s.erase();
    await s.commit({ label: 'Made', put: { tanks: [tank] } });
    expect((await store(called).reload()).entries).toEqual([]);
  });
});

describe('a full disk', () => {
  function watched(room = 0) {
    let torn = false;
    let left = room;
    const told: string[] = [];
    const precautions: Precautions = {
      torn: () => torn,
      setTorn: (next) => (torn = next),
      giveUpRoom: () => Promise.resolve(left-- > 0),
      written: (_, { turn }) => told.push(`${turn}`),
    };
    return { precautions, torn: () => torn, told };
  }
  const noRoom = (times: number) => {
    const { put } = IDBObjectStore.prototype;
    let left = times;
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
      if (left-- > 0) throw new DOMException('no room', 'QuotaExceededError');
      return put.apply(this, args);
    });
  };

  it('room that was kept back is given up, and it is saved after all, into a log that was begun anew', async () => {
    const called = name();
    const { precautions, torn } = watched(1);
    const s = await kept(called, precautions);
    noRoom(1);
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect(ids(s)).toEqual(['a', 'b', 'c', 'd']);
    expect([s.wasFull, s.storageError, torn()]).toEqual([true, undefined, false]);
    expect((await indexedDB.databases()).map((each) => each.name)).not.toContain(`${called} scratch`);
  });

  it('without such room it is refused, remembered until the log is begun anew, and the lost database made whole by the next Enter', async () => {
    const called = name();
    const { precautions, torn } = watched();
    const s = await kept(called, precautions);
    noRoom(100);
    await expect(s.commit({ label: 'd', put: { entries: [note('d')] } })).rejects.toMatchObject({ kind: 'full' });
    expect(torn()).toBe(true);
    vi.restoreAllMocks();
    await lose(called);
    await s.reload().catch(() => undefined);
    expect(s.storageError?.kind).toBe('cleared');
    await s.commit({ label: 'd', put: { entries: [note('d')] } });
    expect([s.storageError, torn()]).toEqual([undefined, false]);
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd']);
  });

  it('“Try again” puts the lost database back without a question, and so does a database that is gone altogether', async () => {
    const called = name();
    const { precautions } = watched();
    const s = await kept(called, precautions);
    noRoom(100);
    await s.commit({ label: 'd', put: { entries: [note('d')] } }).catch(() => undefined);
    vi.restoreAllMocks();
    await deleteDB(called);
    await s.retry();
    expect(s.storageError).toBeUndefined();
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
  });

  it('each change is told once it is written, with what it made of the record', async () => {
    const { precautions, told } = watched();
    const s = await kept(name(), precautions);
    expect(told).toEqual(['1', '2', '3', '4']);
    await s.undo();
    expect(told.at(-1)).toBe('5');
  });
});
