import '@/calculators/calculator/without-eval';
import { expose } from 'comlink';
import { fileTextOf, packCopy, readLocalCopy } from '@/record/copy-text';
import { keepCopy, listCopies, readCopy, type CopyHead } from '@/record/copies';
import { readTold, writeFile, type ReadTold } from '@/record/file';
import { giveUpRoom, keepRoom } from '@/record/reserved-space';
import type { CopyTexts, PackedCopy } from '@/record/local-copy';
import { RecordStore } from '@/record/store';

/** What is asked of a copy in local storage, which is written by the page. */
export interface Apart {
  /** How far the copy there has come. */
  readonly turn: number | undefined;
  /** Whether it is to be written anew. */
  readonly wanted: boolean;
}

/** What came of it; a copy is missing where there was nothing to copy, or it could not be written. */
export interface Copied {
  readonly head?: CopyHead | undefined;
  readonly failed: boolean;
  readonly packed?: PackedCopy | undefined;
}

/** What is done to whole records beside the page: copies are kept and read, and files are read and written. */
const records = {
  /**
   * Keeps a copy of a record as it stands in its database, and packs one for local storage. One tab at a time; nothing is written where
   * there is one as new.
   * @param zone for a record without settings
   * @returns undefined where another tab is at it
   */
  async keep(database: string, zone: string, at: number, apart: Apart): Promise<Copied | undefined> {
    return (await navigator.locks.request(`copy of ${database}`, { ifAvailable: true }, (lock) =>
      lock ? copyOf(database, zone, at, apart) : undefined,
    )) as Copied | undefined;
  },
  async list(): Promise<CopyHead[]> {
    return listCopies(await folder('copies'));
  },
  async read(name: string): Promise<ReadTold> {
    return readTold(await readCopy(await folder('copies'), name));
  },
  async text(name: string): Promise<string> {
    return readCopy(await folder('copies'), name);
  },
  async readApart(texts: CopyTexts, zone: string, at: number): Promise<ReadTold> {
    return readLocalCopy(texts, zone, at);
  },
  async textApart(texts: CopyTexts, at: number): Promise<string> {
    return fileTextOf(texts, at);
  },
  async readFile(file: Blob, zone: string): Promise<ReadTold> {
    return readTold(await file.text(), zone);
  },
  /** Writes a record as it stands in its database into a file of the keeper's; the browser swaps it in once it is whole. */
  async writeTo(file: FileSystemFileHandle, database: string, zone: string, at: number): Promise<number | undefined> {
    return reading(database, zone, async (store) => {
      const snapshot = await store.reload();
      const stream = await file.createWritable();
      await stream.write(writeFile(snapshot, new Date(at), store.quarantined));
      await stream.close();
      return store.revision?.turn;
    });
  },
  async keepRoom(): Promise<boolean> {
    return keepRoom(await folder('room'));
  },
  async giveUpRoom(): Promise<boolean> {
    return giveUpRoom(await folder('room'));
  },
};
export type Records = typeof records;

async function folder(name: string): Promise<FileSystemDirectoryHandle> {
  return (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true });
}

async function reading<Result>(
  database: string,
  zone: string,
  work: (store: RecordStore) => Promise<Result>,
): Promise<Result> {
  const store = new RecordStore(database, zone);
  try {
    return await work(store);
  } finally {
    store.close();
  }
}

async function copyOf(database: string, zone: string, at: number, apart: Apart): Promise<Copied> {
  return reading(database, zone, async (store) => {
    const snapshot = await store.reload();
    if (!store.revision || snapshot.tanks.length + snapshot.entries.length === 0) return { failed: false };
    const into = await folder('copies').catch(() => undefined);
    const own = store.revision;
    const newest = (into ? await listCopies(into) : []).find(({ record }) => record === own.record);
    // The record opened without its last changes and was gone on with: its copies are those of another from here on.
    if (Math.max(newest?.turn ?? 0, apart.turn ?? 0) > own.turn) await store.fork();
    const revision = store.revision;
    const head =
      newest && newest.turn === revision.turn && newest.record === revision.record
        ? newest
        : into &&
          (await keepCopy(
            into,
            { ...revision, at, tanks: snapshot.tanks.length, entries: snapshot.entries.length },
            writeFile(snapshot, new Date(at), store.quarantined),
          ).catch(() => undefined));
    return {
      head,
      failed: into !== undefined && head === undefined,
      packed:
        apart.wanted || revision.record !== own.record
          ? await packCopy(snapshot, store.quarantined, revision, at)
          : undefined,
    };
  });
}

expose(records);
