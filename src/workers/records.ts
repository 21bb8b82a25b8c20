import { releaseProxy, wrap, type Remote } from 'comlink';
import type { CopyHead } from '@/record/copies';
import type { ReadTold } from '@/record/file';
import { textsOf } from '@/record/local-copy';
import type { Apart, Copied, Records } from './record-worker';

function begin(): { worker: Worker; remote: Remote<Records> } {
  const worker = new Worker(new URL('./record-worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<Records>(worker) };
}

let kept: Remote<Records> | undefined;

/** One worker a tab for the copies, begun when it is first asked. */
function copies(): Remote<Records> {
  kept ??= begin().remote;
  return kept;
}

/** Keeps a copy of a record outside its database; undefined where another tab is at it. */
export async function keepCopyOf(
  database: string,
  zone: string,
  at: number,
  apart: Apart,
): Promise<Copied | undefined> {
  return copies().keep(database, zone, at, apart);
}

/** The copies there are, the newest first. */
export async function copiesKept(): Promise<readonly CopyHead[]> {
  return copies().list();
}

export async function readCopyKept({ name, place }: CopyHead, zone: string): Promise<ReadTold> {
  return place === 'apart' ? copies().readApart(textsOf(localStorage, name), zone, Date.now()) : copies().read(name);
}

export async function textOfCopy({ name, place }: CopyHead): Promise<string> {
  return place === 'apart' ? copies().textApart(textsOf(localStorage, name), Date.now()) : copies().text(name);
}

/** Writes a record into a file of the keeper's; answers how far the record had come. */
export async function writeRecordTo(
  file: FileSystemFileHandle,
  database: string,
  zone: string,
  at: number,
): Promise<number | undefined> {
  return copies().writeTo(file, database, zone, at);
}

/** Keeps room back on the disk; false where there is none. */
export async function keepRoomBack(): Promise<boolean> {
  return copies().keepRoom();
}

export async function giveUpKeptRoom(): Promise<boolean> {
  return copies().giveUpRoom();
}

/**
 * Reads a file beside the page, in a worker of its own that can be stopped.
 * @throws AbortError from the signal, once it is stopped
 */
export async function readRecordFile(file: Blob, zone: string, signal: AbortSignal): Promise<ReadTold> {
  const { worker, remote } = begin();
  try {
    return await Promise.race([
      remote.readFile(file, zone),
      new Promise<never>((_, reject) => {
        signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
        worker.addEventListener('error', () => reject(new Error('the worker failed')));
      }),
    ]);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
}
