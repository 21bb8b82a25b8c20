import '@/calculators/calculator/without-eval';
import { expose } from 'comlink';
import { keepCopy, listCopies, readCopy, type CopyHead } from '@/record/copies';
import { readTold, writeFile, type ReadTold } from '@/record/file';
import { RecordStore } from '@/record/store';

/** What is done to whole records beside the page: copies are kept and read, and files are read. */
const records = {
  /**
   * Keeps a copy of a record as it stands in its database. One tab at a time; nothing is written where there is one as new.
   * @param zone for a record without settings
   */
  async keep(database: string, zone: string, at: number): Promise<CopyHead | undefined> {
    return (await navigator.locks.request(`copy of ${database}`, { ifAvailable: true }, (lock) =>
      lock ? copyOf(database, zone, at) : undefined,
    )) as CopyHead | undefined;
  },
  async list(): Promise<CopyHead[]> {
    return listCopies(await folder());
  },
  async read(name: string): Promise<ReadTold> {
    return readTold(await readCopy(await folder(), name));
  },
  async text(name: string): Promise<string> {
    return readCopy(await folder(), name);
  },
  async readFile(file: Blob, zone: string): Promise<ReadTold> {
    return readTold(await file.text(), zone);
  },
};
export type Records = typeof records;

async function folder(): Promise<FileSystemDirectoryHandle> {
  return (await navigator.storage.getDirectory()).getDirectoryHandle('copies', { create: true });
}

async function copyOf(database: string, zone: string, at: number): Promise<CopyHead | undefined> {
  const store = new RecordStore(database, zone);
  try {
    const { tanks, entries, ...rest } = await store.reload();
    if (!store.standing || tanks.length + entries.length === 0) return undefined;
    const into = await folder();
    const own = store.standing;
    const newest = (await listCopies(into)).find(({ record }) => record === own.record);
    if (newest?.turn === own.turn) return newest;
    // The record opened without its last changes and was gone on with: its copies are those of another from here on.
    if (newest && newest.turn > own.turn) await store.fork();
    const standing = store.standing;
    const text = writeFile({ ...rest, tanks, entries }, new Date(at), store.setApart);
    return await keepCopy(into, { ...standing, at, tanks: tanks.length, entries: entries.length }, text);
  } finally {
    store.close();
  }
}

expose(records);
