import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyRows, type RowNow } from './apply-rows';
import type { Written } from './change';
import { readFile, writeFile } from './file';
import { fileTextOf, packCopy, readLocalCopy } from './copy-text';
import { carryOn, keepPacked, localCopies, textsOf, type TextStore } from './local-copy';
import type { Snapshot, Entry } from './schema';

/** Local storage with a bound, counted as browsers count it. */
function storage(most = 5_200_000): TextStore & { readonly characters: () => number } {
  const held = new Map<string, string>();
  const size = (except?: string) =>
    [...held].reduce((sum, [key, text]) => sum + (key === except ? 0 : key.length + text.length), 0);
  return {
    get length() {
      return held.size;
    },
    key: (i) => [...held.keys()][i] ?? null,
    getItem: (key) => held.get(key) ?? null,
    setItem: (key, text) => {
      if (size(key) + key.length + text.length > most) throw new DOMException('no room', 'QuotaExceededError');
      held.set(key, text);
    },
    removeItem: (key) => void held.delete(key),
    characters: () => size(),
  };
}

const snapshot = readFile(readFileSync(new URL('./fixtures/record-v12.json', import.meta.url), 'utf8'));
const AT = Date.UTC(2026, 10, 22);
const entry = (i: number): Entry => ({
  id: `entry-${(i * 2_654_435_761) % 4_294_967_296}-${i}`,
  tankId: 'bay',
  at: AT - (60_000 - i) * 3_600_000,
  seq: i + 1,
  kind: 'reading',
  values: { alkalinity: 2.5 + ((i * 37) % 100) / 100, calcium: 400 + ((i * 53) % 60) },
  ...(i % 9 === 0 && { note: 'looked well, polyps out' }),
});
const revision = (turn: number, record = 'rec') => ({ record, turn });
const written = (turn: number, rows: readonly RowNow[]): Written => ({ rows, from: turn - 1, turn, undoable: {} });
const puts = (...rows: Entry[]): RowNow[] => rows.map((row) => ({ table: 'entries', id: row.id, row }));

async function keep(store: TextStore, of: Snapshot, turn: number, record = 'rec', at = AT): Promise<void> {
  keepPacked(store, await packCopy(of, [], revision(turn, record), at));
}
async function readBack(store: TextStore, record = 'rec'): Promise<Snapshot> {
  const head = localCopies(store).find((each) => each.record === record);
  const told = await readLocalCopy(textsOf(store, head?.name ?? ''), 'UTC', AT);
  if ('faults' in told) throw new Error(told.faults[0]);
  return told.read.snapshot;
}

describe('the copy in local storage', () => {
  it('comes back whole, and by every change behind it', async () => {
    const store = storage();
    await keep(store, snapshot, 7);
    expect(await readBack(store)).toEqual(snapshot);
    expect(localCopies(store)).toMatchObject([{ record: 'rec', turn: 7, at: AT, tanks: 1, place: 'apart' }]);
    let present = snapshot;
    for (const [i, rows] of [
      puts(entry(1)),
      puts(entry(2), entry(3)),
      [{ table: 'entries', id: entry(1).id, row: undefined }] as const,
      [{ table: 'settings', id: 'settings', row: { ...snapshot.settings, letterShortcuts: false } }] as const,
    ].entries()) {
      present = applyRows(present, rows);
      expect(carryOn(store, 'rec', written(8 + i, rows), present, AT + i)).toBe(true);
      expect(await readBack(store)).toEqual(present);
      expect(localCopies(store)).toMatchObject([{ turn: 8 + i, at: AT + i, entries: present.entries.length }]);
    }
    // The file by itself, as it is saved, reads back as well.
    const [head] = localCopies(store);
    expect(readFile(await fileTextOf(textsOf(store, head?.name ?? ''), AT))).toEqual(present);
    // Written anew it lets the changes go.
    await keep(store, present, 11);
    expect(store.length).toBe(1);
    expect(await readBack(store)).toEqual(present);
  });

  it('is not carried on over a gap: what is behind it stays readable, and the file is to be written anew', async () => {
    const store = storage();
    await keep(store, snapshot, 7);
    expect(carryOn(store, 'rec', written(9, puts(entry(1))), snapshot, AT)).toBe(false);
    expect(carryOn(store, 'another', written(8, puts(entry(1))), snapshot, AT)).toBe(false);
    expect(await readBack(store)).toEqual(snapshot);
  });

  it('of a database that lost its end nothing is written over the copy that has it', async () => {
    const store = storage();
    await keep(store, snapshot, 7);
    const further = applyRows(snapshot, puts(entry(1)));
    carryOn(store, 'rec', written(8, puts(entry(1))), further, AT);
    expect(carryOn(store, 'rec', written(8, puts(entry(2))), snapshot, AT + 5)).toBe(false);
    expect(await readBack(store)).toEqual(further);
  });

  it('60 000 entries fit in two of its five million characters', async () => {
    const store = storage();
    const large = { ...snapshot, entries: Array.from({ length: 60_000 }, (_, i) => entry(i)) };
    await keep(store, large, 7);
    expect(store.characters()).toBeLessThan(2_000_000);
    expect(await readBack(store)).toEqual(large);
  });

  it('where all have no room the newest are kept, and it says since when', async () => {
    const entries = Array.from({ length: 3000 }, (_, i) => entry(i));
    const large = { ...snapshot, entries };
    const whole = (await packCopy(large, [], revision(7), AT)).packed.length;
    const { head, packed } = await packCopy(large, [], revision(7), AT, whole / 3);
    expect(packed.length).toBeLessThanOrEqual(whole / 3);
    expect(head.entries).toBeGreaterThan(600);
    expect(head.since).toBe(entries[3000 - head.entries]?.at);
    const store = storage();
    keepPacked(store, { head, packed });
    expect(localCopies(store)[0]?.since).toBe(head.since);
    expect((await readBack(store)).entries).toEqual(entries.slice(-head.entries));
  });

  it('a tab that packed an earlier state does not write it over a later one', async () => {
    const store = storage();
    const further = applyRows(snapshot, puts(entry(1)));
    await keep(store, further, 8);
    await keep(store, snapshot, 7);
    expect(await readBack(store)).toEqual(further);
    // What was filed while it was packed stays behind it.
    const other = storage();
    await keep(other, snapshot, 7);
    const late = await packCopy(further, [], revision(8), AT);
    carryOn(other, 'rec', written(8, puts(entry(1))), further, AT);
    const furthest = applyRows(further, puts(entry(2)));
    carryOn(other, 'rec', written(9, puts(entry(2))), furthest, AT);
    keepPacked(other, late);
    expect(await readBack(other)).toEqual(furthest);
  });

  it('keeps the copy of the record before this one, and lets that go only for want of room', async () => {
    const store = storage();
    await keep(store, snapshot, 40, 'lost', AT - 1000);
    await keep(store, { ...snapshot, entries: [] }, 2, 'new');
    expect(localCopies(store).map(({ record }) => record)).toEqual(['new', 'lost']);
    expect(await readBack(store, 'lost')).toEqual(snapshot);
    await keep(store, snapshot, 3, 'newer', AT + 1000);
    expect(localCopies(store).map(({ record }) => record)).toEqual(['newer', 'new']);
    const small = storage(store.characters() + 200);
    await keep(small, snapshot, 40, 'lost', AT - 1000);
    const more = (length: number) => ({ ...snapshot, entries: Array.from({ length }, (_, i) => entry(i)) });
    await expect(keep(small, more(500), 5)).rejects.toThrow();
    expect(await readBack(small, 'lost')).toEqual(snapshot);
    await keep(small, more(90), 5);
    expect(localCopies(small).map(({ record }) => record)).toEqual(['rec']);
  });

  it('without room for the new one the old one stands', async () => {
    const { characters } = storage();
    expect(characters()).toBe(0);
    const store = storage(3000);
    await keep(store, { ...snapshot, entries: snapshot.entries.slice(0, 3) }, 3);
    const more = { ...snapshot, entries: Array.from({ length: 400 }, (_, i) => entry(i)) };
    await expect(keep(store, more, 4)).rejects.toThrow();
    expect((await readBack(store)).entries).toHaveLength(3);
    // Neither does a change that has no room spoil it.
    expect(carryOn(store, 'rec', written(4, puts(...more.entries.slice(0, 60))), more, AT)).toBe(false);
    expect((await readBack(store)).entries).toHaveLength(3);
  });

  it('a change that cannot be read leaves the file', async () => {
    const store = storage();
    await keep(store, snapshot, 7);
    carryOn(store, 'rec', written(8, puts(entry(1))), applyRows(snapshot, puts(entry(1))), AT);
    const key = [0, 1].map((i) => store.key(i)).find((each) => each?.startsWith('mild-tide:change'));
    store.setItem(key ?? '', '{"version": 13, "rows": [{"table"');
    expect(await readBack(store)).toEqual(snapshot);
    expect(writeFile(await readBack(store), new Date(AT))).toBe(writeFile(snapshot, new Date(AT)));
  });
});
