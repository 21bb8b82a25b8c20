/**
 * Copies of the record outside its database, in the origin's private files: they serve where the database is damaged or deleted. After a
 * full disk a browser may throw them away together with it; `local-copy.ts` is for that. Each is an exported file like any other, written whole under a name of its own and then given its
 * name; older ones go only after that.
 */

import type { SyncFile } from './reserved-space';

/** What a copy's name tells of it. */
export interface CopyHead {
  readonly name: string;
  /** Which record it is of, and how far that had come: see `RecordStore.standing`. */
  readonly record: string;
  readonly turn: number;
  /** When it was made, epoch ms. */
  readonly at: number;
  readonly tanks: number;
  readonly entries: number;
  /** Where it lies: with the database, among the private files, or apart from it in local storage. */
  readonly place?: 'apart';
  /** It holds entries only from this moment on, epoch ms: all of them had no room. */
  readonly since?: number;
}

const NAME = /^([\w-]+)\.(\d+)\.(\d+)\.(\d+)-(\d+)\.json$/;
const PART = 'part';

export function nameOf({ record, turn, at, tanks, entries }: Omit<CopyHead, 'name'>): string {
  return `${record}.${turn}.${at}.${tanks}-${entries}.json`;
}

export function headOf(name: string): CopyHead | undefined {
  const found = NAME.exec(name);
  if (!found) return undefined;
  const [, record = '', turn, at, tanks, entries] = found;
  return { name, record, turn: Number(turn), at: Number(at), tanks: Number(tanks), entries: Number(entries) };
}

/** The copies there are, the newest first. */
export async function listCopies(folder: FileSystemDirectoryHandle): Promise<CopyHead[]> {
  const heads: CopyHead[] = [];
  for await (const name of folder.keys()) {
    const head = headOf(name);
    if (head) heads.push(head);
  }
  return heads.toSorted((a, b) => b.at - a.at || b.turn - a.turn);
}

/** Writes a copy and lets older ones go. Where the disk is full it throws, and what was there is there still. */
export async function keepCopy(
  folder: FileSystemDirectoryHandle,
  told: Omit<CopyHead, 'name'>,
  text: string,
): Promise<CopyHead> {
  const name = nameOf(told);
  const part = (await folder.getFileHandle(PART, { create: true })) as MovableFile;
  await writeWhole(part, text);
  await part.move(name);
  for (const old of spent(await listCopies(folder))) await folder.removeEntry(old.name);
  return { ...told, name };
}

export async function readCopy(folder: FileSystemDirectoryHandle, name: string): Promise<string> {
  return (await (await folder.getFileHandle(name)).getFile()).text();
}

/** How many days, of those on which something was changed, keep their last copy. */
const DAYS_KEPT = 3;
const OF_OTHER_RECORDS = 2;
const DAY_MS = 86_400_000;

/**
 * The copies that are not kept: of this record the two newest stay and the last of each of three days; of records before it, which a
 * lost database leaves behind, the two newest.
 * @param heads the newest first
 */
export function spent(heads: readonly CopyHead[]): CopyHead[] {
  const [newest] = heads;
  if (!newest) return [];
  const own = heads.filter(({ record }) => record === newest.record);
  const dayOf = ({ at }: CopyHead) => Math.floor(at / DAY_MS);
  const lastOfDays = own.filter((head, i) => i === 0 || dayOf(head) !== dayOf(own[i - 1] ?? head));
  const kept = new Set([
    ...own.slice(0, 2),
    ...lastOfDays.slice(0, DAYS_KEPT),
    ...heads.filter(({ record }) => record !== newest.record).slice(0, OF_OTHER_RECORDS),
  ]);
  return heads.filter((head) => !kept.has(head));
}

/**
 * The copy to offer when a record is opened.
 * @param standing of the record that was opened; undefined where it could not be
 * @param empty whether it holds no tank
 * @returns the copy, and why: the record is gone, or it opened as it was before its last changes
 */
export function copyToOffer(
  heads: readonly CopyHead[],
  revision: { readonly record: string; readonly turn: number } | undefined,
  empty: boolean,
): { readonly head: CopyHead; readonly why: 'empty' | 'behind' } | undefined {
  const further = heads.find(({ record, turn }) => record === revision?.record && turn > revision.turn);
  if (further) return { head: further, why: empty ? 'empty' : 'behind' };
  const [head] = heads;
  // Emptied by its keeper: then the record has come further than its copy.
  if (!head || !empty || head.record === revision?.record) return undefined;
  return { head, why: 'empty' };
}

interface MovableFile extends FileSystemFileHandle {
  move(name: string): Promise<void>;
}
/** In a worker the file is flushed to the disk before it gets its name; elsewhere the browser swaps it in when it is closed. */
async function writeWhole(
  file: FileSystemFileHandle & { createSyncAccessHandle?: () => Promise<SyncFile> },
  text: string,
): Promise<void> {
  if (!file.createSyncAccessHandle) {
    const stream = await file.createWritable();
    await stream.write(text);
    await stream.close();
    return;
  }
  const open = await file.createSyncAccessHandle();
  try {
    const bytes = new TextEncoder().encode(text);
    open.truncate(0);
    if (open.write(bytes, { at: 0 }) !== bytes.byteLength)
      throw new DOMException('not written whole', 'QuotaExceededError');
    open.flush();
  } finally {
    open.close();
  }
}
