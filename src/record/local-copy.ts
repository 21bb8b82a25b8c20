import type { Written } from './change';
import type { CopyHead } from './copies';
import { RECORD_VERSION, type Snapshot } from './schema';

/**
 * The copy of the record in local storage. A disk without room makes a browser throw away its database and all that is governed with it;
 * local storage lies elsewhere and outlived every full disk tried (`npm run attack -- 10 full-disk`). It holds a packed file of the whole record, and
 * behind it each change since, written as soon as the change is in the database: together they are never behind it.
 *
 * Nothing here is written while the disk is full: it is told only of changes that were saved.
 */

/** Local storage as it is used here. */
export type TextStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

const FILE = 'mild-tide:copy';
const CHANGE = 'mild-tide:change';
const FILE_KEY = /^mild-tide:copy:([\w-]+):(\d+):(\d+):(\d+)-(\d+)(?::(\d+))?$/;
const CHANGE_KEY = /^mild-tide:change:([\w-]+):(\d+)-(\d+):(\d+):(\d+)-(\d+)$/;

/** So much text a packed file may be: two have room beside each other in what browsers give a site, 5 million characters. */
export const MOST_CHARACTERS = 2_000_000;
/** From so much text of changes on, the file is written anew. */
const MOST_OF_CHANGES = 300_000;
/** A change of more rows is not written out by itself: the file is written anew. */
const MOST_ROWS = 400;

/** A packed file, and what its key tells of it. */
export interface PackedCopy {
  readonly head: Omit<CopyHead, 'name'>;
  readonly packed: string;
}

interface Kept extends CopyHead {
  readonly key: string;
  readonly from?: number;
}

function keysOf(store: TextStore): string[] {
  return Array.from({ length: store.length }, (_, i) => store.key(i)).filter((key) => key !== null);
}

function filesIn(store: TextStore): Kept[] {
  return keysOf(store).flatMap((key) => {
    const found = FILE_KEY.exec(key);
    if (!found) return [];
    const [, record = '', turn, at, tanks, entries, since] = found;
    const head = { record, turn: Number(turn), at: Number(at), tanks: Number(tanks), entries: Number(entries) };
    return [{ key, name: key, ...head, ...(since && { since: Number(since) }) }];
  });
}

/** The changes behind a file, without a gap, in their order. */
function changesBehind(store: TextStore, { record, turn }: Pick<CopyHead, 'record' | 'turn'>): Kept[] {
  const all = keysOf(store).flatMap((key) => {
    const found = CHANGE_KEY.exec(key);
    if (!found || found[1] !== record) return [];
    const [from = 0, to = 0, at = 0, tanks = 0, entries = 0] = found.slice(2).map(Number);
    return [{ key, name: key, record, from, turn: to, at, tanks, entries }];
  });
  const chain: Kept[] = [];
  let reached = turn;
  for (;;) {
    const next = all.find(({ from }) => from === reached);
    if (!next || next.turn <= reached) return chain;
    chain.push(next);
    reached = next.turn;
  }
}

/** The copies in local storage as they would be read back, the newest first: one a record. */
export function localCopies(store: TextStore): CopyHead[] {
  const newest = new Map<string, Kept>();
  for (const file of filesIn(store))
    if (file.turn >= (newest.get(file.record)?.turn ?? -1)) newest.set(file.record, file);
  return [...newest.values()]
    .map((file): CopyHead => {
      const { turn, at, tanks, entries } = changesBehind(store, file).at(-1) ?? file;
      const { name, record, since } = file;
      return { name, record, turn, at, tanks, entries, place: 'apart', ...(since !== undefined && { since }) };
    })
    .toSorted((a, b) => b.at - a.at || b.turn - a.turn);
}

/**
 * Carries the copy on by a change that was saved.
 * @returns whether it now holds the record as it stands; otherwise the file is to be written anew
 */
export function carryOn(store: TextStore, record: string, written: Written, snapshot: Snapshot, at: number): boolean {
  const [own] = localCopies(store).filter((copy) => copy.record === record);
  if (own?.turn !== written.from || written.rows.length > MOST_ROWS) return false;
  const holds = `${snapshot.tanks.length}-${snapshot.entries.length}`;
  const key = `${CHANGE}:${record}:${written.from}-${written.turn}:${at}:${holds}`;
  const text = JSON.stringify({ version: RECORD_VERSION, rows: written.rows });
  try {
    store.setItem(key, text);
  } catch {
    return false;
  }
  return store.getItem(key) === text && !isDue(store, own);
}

/** Whether so much is written behind a file that it is to be written anew. */
function isDue(store: TextStore, file: CopyHead): boolean {
  const base = filesIn(store).find(({ name }) => name === file.name);
  if (!base) return true;
  const characters = changesBehind(store, base).reduce((sum, { key }) => sum + (store.getItem(key)?.length ?? 0), 0);
  return characters > MOST_OF_CHANGES;
}

/**
 * Writes a packed file in the place of the one before it, and reads it back before that is let go. Of records before this one the newest
 * stays.
 * @throws Error where there is no room for it, or it does not read back: then the one before it stands
 */
export function keepPacked(store: TextStore, { head, packed }: PackedCopy): void {
  const { record, turn, at, tanks, entries, since } = head;
  const key = `${FILE}:${record}:${turn}:${at}:${tanks}-${entries}${since === undefined ? '' : `:${since}`}`;
  const before = filesIn(store);
  // Another tab has packed a later one meanwhile.
  if (before.some((file) => file.record === record && file.turn > turn)) return;
  const others = before.filter((file) => file.record !== record).toSorted((a, b) => b.at - a.at);
  try {
    store.setItem(key, packed);
  } catch (error) {
    // What records before this one left behind gives way to it, if that is enough.
    const left = others.flatMap((other) => letGo(store, other));
    try {
      store.setItem(key, packed);
    } catch {
      for (const [name, text] of left) store.setItem(name, text);
      throw error;
    }
  }
  if (store.getItem(key) !== packed) {
    store.removeItem(key);
    throw new Error('the copy does not read back');
  }
  for (const file of before) if (file.record === record && file.key !== key) store.removeItem(file.key);
  for (const other of others.slice(1)) letGo(store, other);
  for (const old of keysOf(store)) {
    const found = CHANGE_KEY.exec(old);
    if (found?.[1] === record && Number(found[3]) <= turn) store.removeItem(old);
  }
}

/** Removes a copy with its changes; answers what was removed. */
function letGo(store: TextStore, file: Kept): [key: string, text: string][] {
  return keysOf(store)
    .filter((key) => key === file.key || CHANGE_KEY.exec(key)?.[1] === file.record)
    .map((key) => {
      const text = store.getItem(key) ?? '';
      store.removeItem(key);
      return [key, text];
    });
}

/** What a copy in local storage is made of, as text: it is read beside the page, which has no access to local storage. */
export interface CopyTexts {
  readonly packed: string;
  readonly changes: readonly string[];
}

/** @throws Error where there is no copy of that name */
export function textsOf(store: TextStore, name: string): CopyTexts {
  const file = filesIn(store).find(({ key }) => key === name);
  const packed = store.getItem(name);
  if (!file || packed === null) throw new Error(`no copy ${name}`);
  return { packed, changes: changesBehind(store, file).flatMap(({ key }) => store.getItem(key) ?? []) };
}
