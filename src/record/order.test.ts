import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it } from 'vitest';
import { comesTrue } from '@/testing/comes-true';
import { newTank } from './defaults';
import { entriesOf } from './entries-of';
import { readFile, replaceWith, writeFile } from './file';
import type { EntryOf, Solution } from './schema';
import { RecordStore } from './store';

/** Of two entries at one moment the one filed later holds, whatever their identities. */

const NOON = Date.UTC(2026, 10, 20, 12);
const open: RecordStore[] = [];
let count = 0;
function store(name = `order-${++count}`): RecordStore {
  const made = new RecordStore(name, 'UTC');
  open.push(made);
  return made;
}
afterEach(() => {
  for (const each of open.splice(0)) each.close();
});

const solution: Solution = { id: 's', name: 'Soda', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
const tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const set = (id: string, mlPerDay: number, at = NOON): EntryOf<'standing-dose'> => ({
  id,
  tankId: 't',
  at,
  kind: 'standing-dose',
  solutionId: 's',
  mlPerDay,
});
async function withTank(name?: string) {
  const s = store(name);
  await s.commit({ label: 'Made', put: { tanks: [tank], solutions: [solution] } });
  return s;
}
const doses = (s: RecordStore) =>
  (s.snapshot ? entriesOf(s.snapshot, 't', 'standing-dose') : []).map(({ mlPerDay }) => mlPerDay);

describe('the order of entries', () => {
  it.each(Array.from({ length: 20 }, (_, i) => i))('is that of their filing at one moment, try %d', async (i) => {
    const s = await withTank();
    // Identities that would stand in either order.
    const ids = [`${(i * 7) % 20} first`, `${(i * 13 + 5) % 20} second`] as const;
    await s.commit({ label: 'one', put: { entries: [set(ids[0], 40)] } });
    await s.commit({ label: 'two', put: { entries: [set(ids[1], 55)] } });
    expect(doses(s)).toEqual([40, 55]);
    await s.reload();
    expect(doses(s)).toEqual([40, 55]);
  });

  it('goes on across tabs, and within one change as it was written', async () => {
    const name = 'order-tabs';
    const here = await withTank(name);
    const there = store(name);
    await there.reload();
    for (let i = 0; i < 6; i++) {
      const tab = i % 2 === 0 ? here : there;
      await tab.commit({ label: `${i}`, put: { entries: [set(`${9 - i}`, i), set(`${9 - i}b`, i + 0.5)] } });
      await comesTrue(() => expect(here.revision).toEqual(there.revision));
    }
    const expected = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5];
    expect(doses(here)).toEqual(expected);
    expect(doses(there)).toEqual(expected);
  });

  it('is kept by an edit, an undo and a redo, an exported file and another record that reads it', async () => {
    const s = await withTank();
    await s.commit({ label: 'one', put: { entries: [set('z', 40)] } });
    await s.commit({ label: 'two', put: { entries: [set('a', 55)] } });
    // Forms give rows without the number.
    await s.commit({ label: 'edited', put: { entries: [set('z', 41)] } });
    expect(doses(s)).toEqual([41, 55]);
    await s.undo();
    await s.redo();
    expect(doses(s)).toEqual([41, 55]);
    if (!s.snapshot) throw new Error('not read');
    const file = writeFile(s.snapshot, new Date(NOON));
    const other = store();
    await other.commit(replaceWith(readFile(file), await other.reload()));
    expect(doses(other)).toEqual([41, 55]);
    expect(other.snapshot && writeFile(other.snapshot, new Date(NOON))).toBe(file);
    // What is filed there comes after what it was read with.
    await other.commit({ label: 'three', put: { entries: [set('m', 60)] } });
    expect(doses(other)).toEqual([41, 55, 60]);
  });
});

describe('a tank that is removed in another tab', () => {
  async function removed() {
    const name = `order-gone-${++count}`;
    const here = await withTank(name);
    const there = store(name);
    await there.reload();
    return { here, there };
  }

  it('what is filed for it since is refused in words, and the database is as it was', async () => {
    const { here, there } = await removed();
    await there.commit({ label: 'Removed Bay', remove: { tanks: ['t'] } });
    await expect(here.commit({ label: 'Logged', put: { entries: [set('a', 40)] } })).rejects.toThrow(
      '“Logged” was not saved: the tank it is for has been removed, here or in another tab. Bring that back first, or file it for another tank.',
    );
    expect((await here.reload()).entries).toEqual([]);
    expect(here.storageError).toBeUndefined();
  });

  it('what was filed for it and had not come there yet goes with it, and comes back with it', async () => {
    const { here, there } = await removed();
    // Both at once: the tab that removes it knows of no entry.
    await Promise.all([
      here.commit({ label: 'Logged', put: { entries: [set('a', 40)] } }),
      there.commit({ label: 'Removed Bay', remove: { tanks: ['t'] } }),
    ]);
    const emptied = await there.reload();
    expect([emptied.tanks, emptied.entries, there.quarantined]).toEqual([[], [], []]);
    await there.undo();
    const back = await there.reload();
    expect([back.tanks.length, back.entries.length]).toEqual([1, 1]);
  });
});

describe('thousands undone', () => {
  it.each([0.1, 0.6])(
    'tell how far they are, and can be stopped at %d of it: then nothing is changed',
    async (share) => {
      const s = await withTank();
      const many = Array.from({ length: 1600 }, (_, i) => set(`m${i}`, i % 90, NOON + i));
      const filed = await s.commit({ label: 'Many', put: { entries: many } });
      const stop = new AbortController();
      const told: number[] = [];
      const onProgress = (now: number) => {
        told.push(now);
        if (now > share) stop.abort();
      };
      await expect(s.undo(filed?.seq, { onProgress, signal: stop.signal })).rejects.toThrow(
        '“Many” was not undone: it was stopped, and nothing was changed.',
      );
      expect(told.at(-1)).toBeGreaterThan(share);
      expect((await s.reload()).entries).toHaveLength(1600);
      await s.undo(filed?.seq);
      expect(s.snapshot?.entries).toHaveLength(0);
    },
  );
});
