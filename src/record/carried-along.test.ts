import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { tried } from '@/testing/tier';
import { comesTrue } from '@/testing/comes-true';
import { newTank } from './defaults';
import { entriesOf, entriesOfKind, entriesOfTank } from './entries-of';
import type { Snapshot, Entry } from './schema';
import { RecordStore } from './store';

/** A snapshot that is carried along by what was written is the snapshot that would have been read. */
let count = 0;
const open: RecordStore[] = [];
function store(name: string): RecordStore {
  const made = new RecordStore(name, 'Europe/Lisbon');
  open.push(made);
  return made;
}
afterEach(() => {
  for (const each of open.splice(0)) each.close();
  vi.restoreAllMocks();
});

const TANKS = ['bay', 'back'].map((id) => ({ ...newTank(id), name: id, displayL: 200 }));
const KINDS = ['note', 'refill'] as const;

function entry(id: string, at: number, tank: number, kind: number): Entry {
  const own = { id, at, tankId: TANKS[tank]?.id ?? 'bay' };
  return KINDS[kind] === 'refill'
    ? { ...own, kind: 'refill', volumeL: 1 + (at % 7) }
    : { ...own, kind: 'note', note: `note at ${at}` };
}

async function tabs(): Promise<[RecordStore, RecordStore, string]> {
  const name = `carried-${++count}`;
  const [here, there] = [store(name), store(name)];
  await here.commit({ label: 'Made', put: { tanks: TANKS } });
  await there.reload();
  return [here, there, name];
}

function listsOf(snapshot: Snapshot | undefined) {
  if (!snapshot) return undefined;
  return {
    kinds: KINDS.map((kind) => entriesOfKind(snapshot, kind)),
    tanks: TANKS.map(({ id }) => entriesOfTank(snapshot, id)),
    both: TANKS.flatMap(({ id }) => KINDS.map((kind) => entriesOf(snapshot, id, kind))),
  };
}

/** The same by looking through all entries. */
function looked({ entries }: Snapshot) {
  return {
    kinds: KINDS.map((kind) => entries.filter((each) => each.kind === kind)),
    tanks: TANKS.map(({ id }) => entries.filter(({ tankId }) => tankId === id)),
    both: TANKS.flatMap(({ id }) =>
      KINDS.map((kind) => entries.filter((each) => each.tankId === id && each.kind === kind)),
    ),
  };
}

const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      tab: fc.nat(1),
      put: fc.array(fc.tuple(fc.nat(12), fc.nat(5), fc.nat(1), fc.nat(1)), { minLength: 1, maxLength: 3 }),
    }),
  },
  { weight: 2, arbitrary: fc.record({ tab: fc.nat(1), remove: fc.nat(12) }) },
  { weight: 2, arbitrary: fc.record({ tab: fc.nat(1), step: fc.constantFrom('undo', 'redo') }) },
  { weight: 1, arbitrary: fc.record({ tab: fc.nat(1), name: fc.constantFrom('Alder', 'Zinnia') }) },
);

describe('a book carried along by what was written', () => {
  it('is the book that would have been read, in every tab, with its lists, whatever is written', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
        const [here, there, name] = await tabs();
        for (const each of steps) {
          const tab = each.tab === 0 ? here : there;
          // The lists are known beforehand, so that they are carried along and not made anew.
          listsOf(tab.snapshot);
          if ('put' in each) {
            const rows = new Map(each.put.map(([id, at, tank, kind]) => [id, entry(`e${id}`, at, tank, kind)]));
            // Refused where the tanks are gone: their making was undone.
            await tab.commit({ label: 'Logged', put: { entries: [...rows.values()] } }).catch(() => undefined);
          } else if ('remove' in each) {
            const id = `e${each.remove}`;
            if (tab.snapshot?.entries.some((present) => present.id === id))
              await tab.commit({ label: 'Removed', remove: { entries: [id] } });
          } else if ('step' in each) await tab[each.step]().catch(() => undefined);
          else {
            const [tank] = tab.snapshot?.tanks ?? [];
            if (tank) await tab.commit({ label: 'Named', put: { tanks: [{ ...tank, name: each.name }] } });
          }
          // In order: what one tab wrote has reached the other.
          await comesTrue(() => expect(here.revision).toEqual(there.revision));
        }
        const read = await store(name).reload();
        for (const tab of [here, there]) {
          expect(tab.snapshot).toEqual(read);
          expect(listsOf(tab.snapshot)).toEqual(looked(read));
        }
        const fresh = store(name);
        await fresh.reload();
        expect([here.undoable, there.undoable]).toEqual([fresh.undoable, fresh.undoable]);
      }),
      { numRuns: tried(25, 250) },
    );
  });

  it('reads nothing of the record when an entry is filed, here or in the other tab', async () => {
    const [here, there] = await tabs();
    const getAll = vi.spyOn(IDBObjectStore.prototype, 'getAll');
    await here.commit({ label: 'Logged', put: { entries: [entry('a', 1, 0, 0)] } });
    await comesTrue(() => expect(there.snapshot?.entries).toHaveLength(1));
    await there.undo();
    await comesTrue(() => expect(here.snapshot?.entries).toHaveLength(0));
    expect(getAll).not.toHaveBeenCalled();
  });

  it('two tabs that file at once lose nothing and end the same', async () => {
    const [here, there, name] = await tabs();
    await Promise.all(
      Array.from({ length: 30 }, (_, i) => i).flatMap((i) => [
        here.commit({ label: 'Logged', put: { entries: [entry(`h${i}`, i, 0, i % 2)] } }),
        there.commit({ label: 'Logged', put: { entries: [entry(`t${i}`, i, 1, i % 2)] } }),
      ]),
    );
    await comesTrue(() => expect(here.revision).toEqual(there.revision));
    const read = await store(name).reload();
    expect(read.entries).toHaveLength(60);
    expect(here.snapshot).toEqual(read);
    expect(there.snapshot).toEqual(read);
  });

  it('lists that a change leaves alone stay the same lists', async () => {
    const [here] = await tabs();
    await here.commit({ label: 'Logged', put: { entries: [entry('a', 1, 0, 0), entry('b', 2, 1, 1)] } });
    const before = here.snapshot as Snapshot;
    const [refills, notes] = [entriesOf(before, 'back', 'refill'), entriesOf(before, 'bay', 'note')];
    await here.commit({ label: 'Logged', put: { entries: [entry('c', 3, 0, 0)] } });
    const after = here.snapshot as Snapshot;
    expect(entriesOf(after, 'back', 'refill')).toBe(refills);
    expect(entriesOf(after, 'bay', 'note')).not.toBe(notes);
    expect(after.tanks).toBe(before.tanks);
  });
});
