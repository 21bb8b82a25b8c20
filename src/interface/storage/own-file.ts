import { openDB } from 'idb';
import { useEffect } from 'react';
import type { RecordStore } from '@/record/store';
import { hereZone } from '../time/here-zone';
import { observable, useObservable } from '../lazy/observable';

/**
 * A file on the keeper's disk, chosen once, that the record is written into after each change: no browser's storage holds it, so it outlasts
 * the browser. Only browsers that let a page keep such a file have it; each visit they may want to be asked again.
 */
export interface OwnFile {
  readonly name: string;
  readonly state: 'to-write' | 'written' | 'asks' | 'failed' | 'forgotten';
  /** When it was last written, epoch ms. */
  readonly at: number | undefined;
}

type Handle = FileSystemFileHandle & {
  queryPermission?: (asked: { mode: 'readwrite' }) => Promise<PermissionState>;
  requestPermission?: (asked: { mode: 'readwrite' }) => Promise<PermissionState>;
};
interface Picking {
  readonly showSaveFilePicker?: (options: object) => Promise<Handle>;
}

let handle: Handle | undefined;
let writtenTurn: number | undefined;
const own = observable<OwnFile | undefined>(undefined);

export function useOwnFile(): OwnFile | undefined {
  useEffect(() => void find(), []);
  return useObservable(own, undefined);
}

export function canChooseFile(): boolean {
  return typeof (window as Picking).showSaveFilePicker === 'function';
}

interface Kept {
  readonly handle: Handle;
  readonly at: number | undefined;
}

/** Where the file is remembered: a database of its own, since a file can be kept in no other place. */
async function remembered<Result>(
  work: (db: Awaited<ReturnType<typeof openHandles>>) => Promise<Result>,
): Promise<Result> {
  const db = await openHandles();
  try {
    return await work(db);
  } finally {
    db.close();
  }
}
const openHandles = () =>
  openDB<{ files: { key: string; value: Kept } }>('mild-tide-file', 1, {
    upgrade: (db) => void db.createObjectStore('files'),
  });

/** That one was chosen, and its name: what the browser keeps of it goes with the database, and then it is to be chosen again. */
const CHOSEN = 'mild-tide:own-file';
function chosen(name?: string | null): string | null {
  try {
    if (name === null) localStorage.removeItem(CHOSEN);
    else if (name !== undefined) localStorage.setItem(CHOSEN, name);
    return localStorage.getItem(CHOSEN);
  } catch {
    return null;
  }
}

let looked = false;
async function find(): Promise<void> {
  if (looked || !canChooseFile()) return;
  looked = true;
  const name = chosen();
  if (name === null) return;
  const kept = await remembered((db) => db.get('files', 'own')).catch(() => undefined);
  if (own.now()) return;
  if (!kept) {
    own.set({ name, state: 'forgotten', at: undefined });
    return;
  }
  handle = kept.handle;
  own.set({ name: handle.name, state: (await permitted(handle)) ? 'to-write' : 'asks', at: kept.at });
}

async function permitted(file: Handle): Promise<boolean> {
  return !file.queryPermission || (await file.queryPermission({ mode: 'readwrite' })) === 'granted';
}

/**
 * Has the keeper choose the file, and writes the record into it.
 * @returns whether one was chosen
 */
export async function chooseOwnFile(database: string, store: RecordStore): Promise<boolean> {
  const { showSaveFilePicker } = window as Picking;
  try {
    handle = await showSaveFilePicker?.({
      suggestedName: 'mild-tide-record.json',
      types: [{ description: 'Record of Mild Tide', accept: { 'application/json': ['.json'] } }],
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return false;
    throw error;
  }
  if (!handle) return false;
  writtenTurn = undefined;
  chosen(handle.name);
  own.set({ name: handle.name, state: 'to-write', at: undefined });
  await writeOwnFile(database, store);
  return true;
}

/** Asks again for what the browser lets go at the end of a visit; to be called at a press. */
export async function allowOwnFile(database: string, store: RecordStore): Promise<void> {
  if (!handle?.requestPermission) return;
  if ((await handle.requestPermission({ mode: 'readwrite' })) !== 'granted') return;
  await writeOwnFile(database, store);
}

/** Leaves the file as it is, and writes into it no more. */
export async function leaveOwnFile(): Promise<void> {
  handle = undefined;
  chosen(null);
  own.set(undefined);
  await remembered((db) => db.delete('files', 'own')).catch(() => undefined);
}

/** Writes the record as it stands into the keeper's file, where there is one, it is allowed, and it does not hold that already. */
export async function writeOwnFile(database: string, store: RecordStore): Promise<void> {
  await find();
  const file = handle;
  const present = own.now();
  if (!file || !present || store.revision?.turn === writtenTurn) return;
  if (!(await permitted(file))) {
    own.set({ ...present, state: 'asks' });
    return;
  }
  try {
    const { writeRecordTo } = await import('@/workers/records');
    const at = Date.now();
    writtenTurn = await writeRecordTo(file, database, hereZone(), at);
    own.set({ name: file.name, state: 'written', at });
    await remembered((db) => db.put('files', { handle: file, at }, 'own'));
  } catch {
    // Moved, removed, on a disk that is full or gone: what is in it stands.
    own.set({ ...present, state: 'failed' });
  }
}
