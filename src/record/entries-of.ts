import type { Snapshot, Entry, EntryKind, EntryOf } from './schema';

/**
 * The entries of a snapshot by what is asked of them: of a tank, of a kind, of both. The lists are made in one pass when the first is asked
 * for; where a snapshot follows from another by a change, only the lists it touches are made anew. A list that is the same array as before
 * holds the same entries: what was worked out of it still stands (`derived/memoise.ts`).
 */
type Lists = ReadonlyMap<string, readonly Entry[]>;

const indexes = new WeakMap<readonly Entry[], Lists>();

const NONE: readonly never[] = [];

/** A tank's entries of one kind, in order of time; of the house where the tank is null. */
export function entriesOf<Kind extends EntryKind>(
  snapshot: Pick<Snapshot, 'entries'>,
  tankId: string | null,
  kind: Kind,
): readonly EntryOf<Kind>[] {
  return listOf(snapshot, keyOf(tankId, kind)) as readonly EntryOf<Kind>[];
}

/** All entries of a kind, whoever's they are, in order of time. */
export function entriesOfKind<Kind extends EntryKind>(
  snapshot: Pick<Snapshot, 'entries'>,
  kind: Kind,
): readonly EntryOf<Kind>[] {
  return listOf(snapshot, keyOfKind(kind)) as readonly EntryOf<Kind>[];
}

/** All entries of a tank, in order of time. */
export function entriesOfTank(snapshot: Pick<Snapshot, 'entries'>, tankId: string): readonly Entry[] {
  return listOf(snapshot, keyOfTank(tankId));
}

function listOf({ entries }: Pick<Snapshot, 'entries'>, key: string): readonly Entry[] {
  const known = indexes.get(entries) ?? made(entries);
  return known.get(key) ?? NONE;
}

function made(entries: readonly Entry[]): Lists {
  const lists = new Map<string, Entry[]>();
  for (const entry of entries)
    for (const key of keysOf(entry)) {
      const list = lists.get(key);
      if (list) list.push(entry);
      else lists.set(key, [entry]);
    }
  indexes.set(entries, lists);
  return lists;
}

const keyOf = (tankId: string | null, kind: EntryKind) => `${kind} of ${tankId ?? ''}`;
const keyOfKind = (kind: EntryKind) => `kind ${kind}`;
const keyOfTank = (tankId: string | null) => `tank ${tankId ?? ''}`;
const keysOf = ({ tankId, kind }: Entry) => [keyOf(tankId, kind), keyOfKind(kind), keyOfTank(tankId)];

/** One entry of a change: as it stood and as it stands; undefined where there was none, or is none any more. */
export interface EntryChange {
  readonly before: Entry | undefined;
  readonly after: Entry | undefined;
}

/** From so many on it is quicker to make all lists anew. */
const MANY = 2000;

/**
 * Entries after a change, in their order, with the lists that were known of them carried along.
 * @param changes one an entry
 */
export function withEntries(entries: readonly Entry[], changes: readonly EntryChange[]): readonly Entry[] {
  if (changes.length === 0) return entries;
  const next = carried(entries, changes);
  const known = indexes.get(entries);
  if (known && changes.length < MANY) {
    const touched = new Map<string, EntryChange[]>();
    const touch = (key: string, change: EntryChange) => touched.set(key, [...(touched.get(key) ?? []), change]);
    for (const { before, after } of changes) {
      for (const key of before ? keysOf(before) : []) touch(key, { before, after: undefined });
      for (const key of after ? keysOf(after) : []) touch(key, { before: undefined, after });
    }
    const lists = new Map(known);
    for (const [key, own] of touched) lists.set(key, carried(known.get(key) ?? NONE, own));
    indexes.set(next, lists);
  }
  return next;
}

function carried(entries: readonly Entry[], changes: readonly EntryChange[]): readonly Entry[] {
  const gone = new Set(changes.flatMap(({ before }) => (before ? [before.id] : [])));
  const come = changes.flatMap(({ after }) => (after ? [after] : [])).toSorted(inOrder);
  const kept = gone.size === 0 ? entries : entries.filter(({ id }) => !gone.has(id));
  if (come.length === 0) return kept;
  const first = come[0];
  const last = kept.at(-1);
  // What is filed is nearly always the newest.
  if (!last || !first || inOrder(last, first) < 0) return [...kept, ...come];
  if (come.length > 20) return [...kept, ...come].toSorted(inOrder);
  const merged = [...kept];
  for (const entry of come) merged.splice(placeOf(merged, entry), 0, entry);
  return merged;
}

/** Where an entry belongs, by halving. */
function placeOf(entries: readonly Entry[], entry: Entry): number {
  let [low, high] = [0, entries.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const there = entries[middle];
    if (there && inOrder(there, entry) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Entries stand in order of time; those of one moment in the order in which they were filed, and before that was noted in that of a database. */
export function inOrder(a: Entry, b: Entry): number {
  return asFiled(a, b) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}

/** The same where the rows stand in some order of their own, as in a file: those of which nothing is known stay in it. */
export function asFiled(a: Pick<Entry, 'at' | 'seq'>, b: Pick<Entry, 'at' | 'seq'>): number {
  return a.at - b.at || (a.seq ?? 0) - (b.seq ?? 0);
}

/**
 * Of a list in order of time, what lies after one moment and up to another: found by halving, since a screen asks for the last weeks of
 * years.
 */
export function entriesBetween<Timed extends { readonly at: number }>(
  list: readonly Timed[],
  after: number,
  upTo: number,
): readonly Timed[] {
  return list.slice(firstAfter(list, after), firstAfter(list, upTo));
}

/** How many of a list in order of time lie at a moment or before it. */
function firstAfter(list: readonly { readonly at: number }[], moment: number): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.at ?? Infinity) <= moment) low = middle + 1;
    else high = middle;
  }
  return low;
}
