import { releaseProxy, wrap, type Remote } from 'comlink';
import type { CopyHead } from '@/record/copies';
import type { ReadTold } from '@/record/file';
import type { Records } from './record-worker';

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

/** Keeps a copy of a record outside its database; undefined where there is nothing to copy, or another tab is at it. */
export async function keepCopyOf(database: string, zone: string, at: number): Promise<CopyHead | undefined> {
  return copies().keep(database, zone, at);
}

/** The copies there are, the newest first. */
export async function copiesKept(): Promise<readonly CopyHead[]> {
  return copies().list();
}

export async function readCopyKept(name: string): Promise<ReadTold> {
  return copies().read(name);
}

export async function textOfCopy(name: string): Promise<string> {
  return copies().text(name);
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
