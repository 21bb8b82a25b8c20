import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { comesTrue } from '@/testing/comes-true';
import { newTank } from './defaults';
import { RECORD_VERSION, type Entry, type EntryOf, type Tank } from './schema';
import { RecordStore } from './store';

let count = 0;
const open: RecordStore[] = [];
function store(name: string, answersWithin?: number): RecordStore {
  const made = new RecordStore(name, 'UTC', answersWithin === undefined ? {} : { answersWithin });
  open.push(made);
  return made;
}
const name = () => `kept-${++count}`;
afterEach(() => {
  vi.restoreAllMocks();
  for (const each of open.splice(0)) each.close();
});

const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const note = (id: string, words = id): EntryOf<'note'> => ({
  id,
  tankId: 't',
  at: 1_600_000_000_000,
  kind: 'note',
  note: words,
});
const reading = (values: EntryOf<'reading'>['values'], words?: string): EntryOf<'reading'> => ({
  id: 'r',
  tankId: 't',
  at: 1_600_000_000_000,
  kind: 'reading',
  values,
  ...(words && { note: words }),
});
const noteOf = (s: RecordStore, id: string) => s.snapshot?.entries.find((entry) => entry.id === id)?.note;

/** A store with a tank, and a second tab's on the same database. */
async function twoTabs() {
  const called = name();
  const here = store(called);
  const there = store(called);
  await here.commit({ label: 'Made Bay', put: { tanks: [tank] } });
  await there.reload();
  return { here, there };
}

describe('undo of one change', () => {
  it('takes back its own and leaves what another tab did after it', async () => {
    const { here, there } = await twoTabs();
    const mine = await here.commit({ label: 'mine', put: { entries: [note('a')] } });
    await there.commit({ label: 'theirs', put: { entries: [note('b')] } });
    expect(await here.undo(mine?.seq)).toMatchObject({ label: 'mine' });
    expect(here.snapshot?.entries.map(({ id }) => id)).toEqual(['b']);
    // Pressed again it does nothing: it is undone already.
    expect(await here.undo(mine?.seq)).toBeUndefined();
    expect(here.snapshot?.entries).toHaveLength(1);
    expect(await here.redo(mine?.seq)).toMatchObject({ label: 'mine' });
    expect(here.snapshot?.entries).toHaveLength(2);
  });

  it('says which later change stands in the way, and changes nothing', async () => {
    const { here, there } = await twoTabs();
    const mine = await here.commit({ label: 'Logged a note', put: { entries: [note('a')] } });
    await there.commit({ label: 'Corrected the note', put: { entries: [note('a', 'other words')] } });
    await expect(here.undo(mine?.seq)).rejects.toThrow(
      '“Logged a note” cannot be undone by itself: “Corrected the note” came after it and changed the same. Undo that first.',
    );
    await here.reload();
    expect(noteOf(here, 'a')).toBe('other words');
    expect(here.storageError).toBeUndefined();
  });

  it('takes back the fields it changed and keeps others of the same row', async () => {
    const { here } = await twoTabs();
    const first = await here.commit({ label: 'room', put: { tanks: [{ ...tank, reservoirL: 30 }] } });
    await here.commit({ label: 'name', put: { tanks: [{ ...tank, reservoirL: 30, name: 'Window' }] } });
    await here.undo(first?.seq);
    expect(here.snapshot?.tanks[0]).toMatchObject({ reservoirL: tank.reservoirL, name: 'Window' });
  });

  it('is refused where something made since belongs to what it would remove', async () => {
    const { here } = await twoTabs();
    await here.commit({ label: 'Logged', put: { entries: [note('a')] } });
    const made = await here.next('undo');
    expect(made?.label).toBe('Logged');
    await expect(here.undo(1)).rejects.toThrow(
      '“Made Bay” cannot be undone by itself: something logged or made since belongs to it.',
    );
    expect((await here.reload()).tanks).toHaveLength(1);
  });

  it('redo goes through changes in the order they were undone, whatever was done between', async () => {
    const { here } = await twoTabs();
    for (const id of ['a', 'b', 'c']) await here.commit({ label: id, put: { entries: [note(id)] } });
    await here.undo();
    await here.undo();
    expect(await here.redo()).toMatchObject({ label: 'b' });
    await here.commit({ label: 'd', put: { entries: [note('d')] } });
    expect(await here.redo()).toMatchObject({ label: 'c' });
    expect(await here.redo()).toBeUndefined();
    expect(await here.undo()).toMatchObject({ label: 'c' });
    expect(await here.undo()).toMatchObject({ label: 'd' });
  });

  it('says what a tank, an import or a water day would take with it, and nothing of an entry', async () => {
    const { here } = await twoTabs();
    expect((await here.next('undo'))?.weight).toBe('It removes 1 tank.');
    await here.commit({ label: 'one', put: { entries: [note('a')] } });
    expect((await here.next('undo'))?.weight).toBeUndefined();
    const many = Array.from({ length: 40 }, (_, i) => note(`n${i}`));
    await here.commit({ label: 'Imported', put: { entries: many } });
    expect((await here.next('undo'))?.weight).toBe('It removes 40 entries.');
    await here.commit({ label: 'Imported anew', put: { entries: many.map((each) => ({ ...each, note: 'other' })) } });
    expect((await here.next('undo'))?.weight).toBe('It puts 40 rows back as before.');
    await here.undo();
    // What is imported as it stands changes nothing, and is no change.
    expect(await here.commit({ label: 'Imported again', put: { entries: many } })).toBeUndefined();
    await here.commit({
      label: 'Planned',
      put: { waterDays: [{ id: 'd', at: 1.7e12, mixHours: 24, tanks: [{ tankId: 't', litres: 20, salinity: 35 }] }] },
    });
    expect((await here.next('undo'))?.weight).toBe('It removes 1 water day.');
    await here.undo();
    expect((await here.next('redo'))?.label).toBe('Planned');
  });
});

describe('the same row edited in two tabs', () => {
  it('keeps what each of them changed', async () => {
    const { here, there } = await twoTabs();
    const opened = reading({ alkalinity: 3, calcium: 430 });
    await here.commit({ label: 'Logged', put: { entries: [opened] } });
    await there.reload();
    await there.commit({
      label: 'noted',
      base: { entries: [opened] },
      put: { entries: [{ ...opened, note: 'cloudy' }] },
    });
    await here.reload();
    await here.commit({
      label: 'corrected',
      base: { entries: [opened] },
      put: { entries: [reading({ alkalinity: 3.1, calcium: 430 })] },
    });
    expect(here.snapshot?.entries[0]).toMatchObject({ note: 'cloudy', values: { alkalinity: 3.1, calcium: 430 } });
  });

  it('does not bring back what the other removed, and says so', async () => {
    const { here, there } = await twoTabs();
    const opened = note('a');
    await here.commit({ label: 'Logged', put: { entries: [opened] } });
    await there.commit({ label: 'Deleted', remove: { entries: ['a'] } });
    await expect(
      here.commit({ label: 'Corrected', base: { entries: [opened] }, put: { entries: [note('a', 'new')] } }),
    ).rejects.toThrow(/“Corrected” was not saved: it was removed in another tab/);
    expect((await here.reload()).entries).toEqual([]);
  });
});

describe('a row on disk that no longer fits', () => {
  async function withSpoilt() {
    const called = name();
    const first = store(called);
    const salt = { id: 's', name: 'Salt', gramsPerLAt35: null, profile: null };
    await first.commit({
      label: 'Made',
      put: { tanks: [{ ...tank, saltId: 's' }], salts: [salt], entries: [note('a'), reading({ alkalinity: 3 })] },
    });
    first.close();
    const db = await openDB(called, RECORD_VERSION);
    await db.put('entries', { ...reading({}), id: 'bad', values: { alkalinity: 830 } });
    await db.put('salts', { ...salt, gramsPerLAt35: -1 });
    db.close();
    const s = store(called);
    await s.reload();
    return s;
  }

  it('is set apart and shown, and all else stands', async () => {
    const s = await withSpoilt();
    expect(s.quarantined.map(({ table, id }) => `${table} ${id}`)).toEqual(['salts s', 'entries bad']);
    expect(s.quarantined[1]?.fault).toMatch(/^values\.alkalinity: /);
    expect(s.snapshot?.entries.map(({ id }) => id).toSorted()).toEqual(['a', 'r']);
    // A tank does without its salt; on disk it still names it.
    expect(s.snapshot?.tanks[0]?.saltId).toBeNull();
    await s.commit({ label: 'Logged', put: { entries: [note('b')] } });
    expect(s.quarantined).toHaveLength(2);
  });

  it('can be removed and brought back like any row', async () => {
    const s = await withSpoilt();
    const done = await s.commit({ label: 'Removed', remove: { entries: ['bad'] } });
    expect(s.quarantined.map(({ id }) => id)).toEqual(['s']);
    await s.undo(done?.seq);
    expect(s.quarantined.map(({ id }) => id)).toEqual(['s', 'bad']);
  });

  it('takes the entries of a tank that cannot be read with it, and no other', async () => {
    const called = name();
    const first = store(called);
    await first.commit({
      label: 'Made',
      put: { tanks: [tank, { ...tank, id: 'u', name: 'Other' }], entries: [note('a'), { ...note('b'), tankId: 'u' }] },
    });
    first.close();
    const db = await openDB(called, RECORD_VERSION);
    await db.put('tanks', { ...tank, displayL: -4 });
    db.close();
    const s = store(called);
    expect((await s.reload()).entries.map(({ id }) => id)).toEqual(['b']);
    expect(s.quarantined.map(({ fault }) => fault)).toEqual([
      expect.stringMatching(/^displayL: /),
      'tankId: no tank “t” can be read',
    ]);
  });
});

describe('what storage refuses', () => {
  it.each(['AbortError', 'UnknownError', 'QuotaExceededError'])(
    '%s while writing is told as a full disk',
    async (error) => {
      const { here } = await twoTabs();
      vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
        throw new DOMException('Internal error.', error);
      });
      await expect(here.commit({ label: 'x', put: { entries: [note('a')] } })).rejects.toMatchObject({ kind: 'full' });
      expect(here.storageError?.message).toMatch(
        /full.*not saved.*Export everything now, before you close or restart/s,
      );
      vi.restoreAllMocks();
      await here.reload();
      expect(here.storageError?.kind).toBe('full');
      await here.commit({ label: 'x', put: { entries: [note('a')] } });
      expect(here.storageError).toBeUndefined();
      // What was written since may not outlast the browser, so it is remembered.
      expect(here.wasFull).toBe(true);
    },
  );

  it('written but not read back: it counts as saved, and is not entered twice', async () => {
    const called = name();
    await store(called).commit({ label: 'Made', put: { tanks: [tank] } });
    // A tab that has not read the record yet reads it once it has written.
    const here = store(called);
    const getAll = vi.spyOn(IDBObjectStore.prototype, 'getAll').mockImplementation(() => {
      throw new DOMException('', 'UnknownError');
    });
    const line: Entry = note('a');
    await expect(here.commit({ label: 'Logged', put: { entries: [line] } })).resolves.toMatchObject({
      label: 'Logged',
    });
    expect(here.storageError?.kind).toBe('unread');
    getAll.mockRestore();
    await here.commit({ label: 'Logged', put: { entries: [line] } });
    expect((await here.reload()).entries).toHaveLength(1);
    expect(here.storageError).toBeUndefined();
  });

  it('an open that failed is tried again, and works once the cause is gone', async () => {
    const s = store(name());
    const opening = vi.spyOn(IDBFactory.prototype, 'open').mockImplementation(() => {
      throw new DOMException('Internal error opening backing store.', 'UnknownError');
    });
    await expect(s.reload()).rejects.toMatchObject({ kind: 'damaged' });
    await expect(s.reload()).rejects.toMatchObject({ kind: 'damaged' });
    opening.mockRestore();
    expect((await s.reload()).tanks).toEqual([]);
    expect(s.storageError).toBeUndefined();
  });

  it.each(['TimeoutError', 'InvalidStateError', 'NotReadableError'])(
    '%s while reading has words of its own',
    async (error) => {
      const { here } = await twoTabs();
      vi.spyOn(IDBObjectStore.prototype, 'getAll').mockImplementation(() => {
        throw new DOMException('Raw.', error);
      });
      await expect(here.reload()).rejects.toMatchObject({
        name: 'StorageError',
        message: expect.not.stringMatching(/Raw|Error/) as string,
      });
    },
  );

  it('storage that never answers is told as such, and the same again is not entered twice', async () => {
    const called = name();
    const s = store(called, 60);
    await s.commit({ label: 'Made', put: { tanks: [tank] } });
    // Another tab's transaction that does not end holds ours up.
    const other = await openDB(called, RECORD_VERSION);
    const { store: held } = other.transaction('entries', 'readwrite');
    let holding = true;
    const hold = (async () => {
      while (holding) await held.count();
    })();
    await expect(s.commit({ label: 'Logged', put: { entries: [note('a')] } })).rejects.toMatchObject({ kind: 'stuck' });
    holding = false;
    await hold;
    other.close();
    // A button makes its entry anew at each press: it is the same entry all the same.
    await s.commit({ label: 'Logged', put: { entries: [{ ...note('b'), note: 'a' }] } });
    expect(s.snapshot?.entries.map(({ id }) => id)).toEqual(['a']);
    await s.commit({ label: 'Logged', put: { entries: [note('a')] } });
    expect(s.snapshot?.entries).toHaveLength(1);
  });

  it('an upgrade that no longer waits takes its trouble away', async () => {
    const called = name();
    const older = await openDB(called, 1, { upgrade: (db) => void db.createObjectStore('tanks', { keyPath: 'id' }) });
    const s = store(called);
    await expect(s.reload()).rejects.toMatchObject({ kind: 'blocked' });
    older.close();
    await comesTrue(() => expect(s.storageError).toBeUndefined());
    expect(s.snapshot?.tanks).toEqual([]);
  });
});

describe('site data cleared under an open tab', () => {
  /** Empties the database as clearing does: all rows, and the log of changes. */
  async function clear(called: string): Promise<void> {
    const db = await openDB(called, RECORD_VERSION);
    for (const table of db.objectStoreNames) await db.clear(table);
    db.close();
  }

  it('is told as what it is; nothing is written beside it, and what is in memory can be put back', async () => {
    const called = name();
    const s = store(called);
    await s.commit({ label: 'Made', put: { tanks: [tank], entries: [note('a')] } });
    await clear(called);
    await expect(s.reload()).rejects.toMatchObject({ kind: 'cleared' });
    expect(s.snapshot?.entries).toHaveLength(1);
    // A key pressed meanwhile reads the log, and finds nothing to say against it.
    expect(await s.next('undo')).toBeUndefined();
    await expect(s.commit({ label: 'x', put: { entries: [note('b')] } })).rejects.toMatchObject({ kind: 'cleared' });
    await s.putBack();
    expect(s.storageError).toBeUndefined();
    expect((await store(called).reload()).entries.map(({ id }) => id)).toEqual(['a']);
  });

  it('can be let stand', async () => {
    const called = name();
    const s = store(called);
    await s.commit({ label: 'Made', put: { tanks: [tank] } });
    await clear(called);
    await expect(s.reload()).rejects.toMatchObject({ kind: 'cleared' });
    await s.letGo();
    expect(s.snapshot?.tanks).toEqual([]);
    expect(s.storageError).toBeUndefined();
  });

  it('is not confused with a record that another tab began afresh', async () => {
    const { here, there } = await twoTabs();
    await here.erase();
    await comesTrue(() => expect(there.snapshot?.tanks).toEqual([]));
    expect(there.storageError).toBeUndefined();
  });
});

describe('a record that goes on without what its copies hold', () => {
  it('is known as another from then on, and counts on', async () => {
    const { here } = await twoTabs();
    const before = here.revision;
    await here.fork();
    expect(here.revision?.record).not.toBe(before?.record);
    expect(here.revision?.turn).toBe(before?.turn);
    await here.commit({ label: 'on', put: { entries: [note('a')] } });
    expect(here.revision?.turn).toBe((before?.turn ?? 0) + 1);
  });
});

describe('a log of before version 8', () => {
  it('is carried up: what could be undone and redone still can', async () => {
    const called = name();
    const old = await openDB(called, 7, {
      upgrade: (db) => {
        for (const table of ['settings', 'tanks', 'salts', 'solutions', 'vessels', 'sources', 'waterDays', 'entries'])
          db.createObjectStore(table, { keyPath: 'id' });
        db.createObjectStore('changes', { keyPath: 'seq', autoIncrement: true });
      },
    });
    await old.put('tanks', tank);
    await old.put('entries', note('a'));
    const logged = (id: string, undone: boolean) => ({
      at: 1,
      label: id,
      undone,
      differences: [{ table: 'entries', id, before: undefined, after: note(id) }],
    });
    for (const [id, undone] of [
      ['a', false],
      ['b', true],
      ['c', true],
    ] as const)
      await old.add('changes', logged(id, undone));
    old.close();
    const s = store(called);
    await s.reload();
    expect(s.undoable).toEqual({ undo: 'a', redo: 'b' });
    await s.redo();
    await s.redo();
    expect(s.snapshot?.entries.map(({ id }) => id).toSorted()).toEqual(['a', 'b', 'c']);
  });
});
