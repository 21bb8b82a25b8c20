import { deleteDB, openDB, type DBSchema, type IDBPDatabase, type IDBPObjectStore, type IDBPTransaction } from 'idb';
import { touchedRows, type Change, type Difference, type LoggedChange } from './change';
import { defaultSettings } from './defaults';
import { migrateRow } from './migrations';
import { RECORD_VERSION, ROW_TABLES, TABLE_NAMES, TABLES, type Book, type Row, type TableName } from './schema';

type Tables = { [Name in TableName]: { key: string; value: Row<Name> } };
interface RecordDb extends DBSchema, Tables {
  changes: { key: number; value: LoggedChange };
}
type Store = TableName | 'changes';
type Write = IDBPTransaction<RecordDb, Store[], 'readwrite'>;
type Changes<Mode extends IDBTransactionMode> = IDBPObjectStore<RecordDb, Store[], 'changes', Mode>;
type AnyChanges = Changes<'readonly'> | Changes<'readwrite'>;

const ALL_STORES: Store[] = [...TABLE_NAMES, 'changes'];

/** How many changes can be undone; older ones are forgotten. */
export const UNDO_DEPTH = 500;

/** What went wrong with storage, in words for the keeper. */
export class StoreTrouble extends Error {
  readonly kind: 'blocked' | 'full' | 'outdated' | 'unavailable';

  constructor(kind: StoreTrouble['kind'], cause?: unknown) {
    super(TROUBLE[kind], { cause });
    this.name = 'StoreTrouble';
    this.kind = kind;
  }
}

const TROUBLE: Record<StoreTrouble['kind'], string> = {
  blocked: 'Another tab holds an older version of the record open. Close the other tabs of Mild Tide and try again.',
  full: 'The browser’s storage is full, so this was not saved. What you typed is still here: free some space and try again, or export the record first.',
  outdated:
    'A newer version of Mild Tide was opened in another tab. Reload this page to go on; what you typed here is kept.',
  unavailable:
    'The browser does not let this page store anything (a private window, or storage turned off), so nothing can be saved. What you typed is still here.',
};

/**
 * One workspace's record in IndexedDB: reads the whole book, writes changes atomically with their undo log,
 * and tells other tabs. Knows nothing of React; `subscribe` is all a screen needs.
 */
export class RecordStore {
  readonly #name: string;
  readonly #zone: string;
  readonly #undoDepth: number;
  readonly #listeners = new Set<() => void>();
  readonly #channel: BroadcastChannel | undefined;
  #db: Promise<IDBPDatabase<RecordDb>> | undefined;
  #book: Book | undefined;
  #trouble: StoreTrouble | undefined;
  #undoable: { undo: string | undefined; redo: string | undefined } = { undo: undefined, redo: undefined };

  /**
   * @param name of the IndexedDB database; each workspace has its own
   * @param zone IANA zone written into a new record's settings
   */
  constructor(name: string, zone: string, undoDepth = UNDO_DEPTH) {
    this.#name = name;
    this.#zone = zone;
    this.#undoDepth = undoDepth;
    if (typeof BroadcastChannel !== 'undefined') {
      this.#channel = new BroadcastChannel(`record:${name}`);
      this.#channel.onmessage = () => void this.reload().catch(() => undefined);
    }
  }

  /** The book as last read, or undefined until `reload` has run. */
  get book(): Book | undefined {
    return this.#book;
  }

  get trouble(): StoreTrouble | undefined {
    return this.#trouble;
  }

  /** Labels of what undo and redo would do now. */
  get undoable() {
    return this.#undoable;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Reads the book from the database, in one transaction. */
  async reload(): Promise<Book> {
    return this.#guarded(async (db) => {
      const tx = db.transaction(ALL_STORES);
      const [settings, tanks, salts, solutions, vessels, sources, waterDays, entries, undo, redo] = await Promise.all([
        tx.objectStore('settings').get('settings'),
        tx.objectStore('tanks').getAll(),
        tx.objectStore('salts').getAll(),
        tx.objectStore('solutions').getAll(),
        tx.objectStore('vessels').getAll(),
        tx.objectStore('sources').getAll(),
        tx.objectStore('waterDays').getAll(),
        tx.objectStore('entries').getAll(),
        lastDone(tx.objectStore('changes')),
        firstUndone(tx.objectStore('changes')),
      ]);
      this.#book = {
        settings: settings ?? defaultSettings(this.#zone),
        tanks: tanks.toSorted(byName),
        salts: salts.toSorted(byName),
        solutions: solutions.toSorted(byName),
        vessels: vessels.toSorted(byName),
        sources: sources.toSorted(byName),
        waterDays: waterDays.toSorted((a, b) => a.at - b.at),
        entries: entries.toSorted((a, b) => a.at - b.at),
      };
      this.#undoable = { undo: undo?.label, redo: redo?.label };
      this.#tell();
      return this.#book;
    });
  }

  /**
   * Writes a change: every row checked against its schema, all rows and the undo log in one transaction.
   * @throws ZodError for a row that is not of its schema; StoreTrouble when the database refuses. Nothing is written then.
   */
  async commit(change: Change): Promise<void> {
    const touched = touchedRows(change).map(({ table, id, after }) => ({
      table,
      id,
      after: after === undefined ? undefined : TABLES[table].parse(after),
    }));
    const { settings: amend } = change;
    if (touched.length === 0 && !amend) return;
    await this.#write(async (tx) => {
      const differences: Difference[] = [];
      const write = async (table: TableName, id: string, after: unknown) => {
        differences.push({ table, id, before: await tx.objectStore(table).get(id), after });
        await place(tx, table, id, after);
      };
      for (const { table, id, after } of touched) await write(table, id, after);
      if (amend) {
        const present = (await tx.objectStore('settings').get('settings')) ?? defaultSettings(this.#zone);
        await write('settings', 'settings', TABLES.settings.parse(amend(present)));
      }
      const changes = tx.objectStore('changes');
      await forgetUndone(changes);
      const seq = await changes.add({ at: Date.now(), label: change.label, differences, undone: false });
      await changes.delete(IDBKeyRange.upperBound(seq - this.#undoDepth));
    });
  }

  /** Fills an empty record without a trace in the undo log, before anyone sees it empty; leaves one that holds a tank as it is. */
  async plant(write: () => Book): Promise<void> {
    await this.#write(async (tx) => {
      if ((await tx.objectStore('tanks').count()) > 0) return;
      const book = write();
      await tx.objectStore('settings').put(book.settings);
      for (const table of ROW_TABLES) for (const row of book[table]) await place(tx, table, row.id, row);
    });
  }

  /** Takes back the last change made in any tab. Returns its label, or undefined when there is nothing to undo. */
  async undo(): Promise<string | undefined> {
    return this.#step(lastDone, 'before');
  }

  async redo(): Promise<string | undefined> {
    return this.#step(firstUndone, 'after');
  }

  /** Removes the whole database; used to start the demo afresh. */
  async erase(): Promise<void> {
    (await this.#db)?.close();
    this.#db = undefined;
    await deleteDB(this.#name, { blocked: () => this.#complain(new StoreTrouble('blocked')) });
    await this.reload();
    this.#channel?.postMessage('changed');
  }

  close(): void {
    this.#channel?.close();
    void this.#db?.then((db) => db.close()).catch(() => undefined);
    this.#db = undefined;
  }

  async #step(find: (changes: AnyChanges) => Promise<LoggedChange | undefined>, side: 'before' | 'after') {
    return this.#write(async (tx) => {
      const changes = tx.objectStore('changes');
      const change = await find(changes);
      if (!change) return undefined;
      for (const difference of change.differences) await place(tx, difference.table, difference.id, difference[side]);
      await changes.put({ ...change, undone: side === 'before' });
      return change.label;
    });
  }

  async #write<Result>(work: (tx: Write) => Promise<Result>): Promise<Result> {
    const result = await this.#guarded(async (db) => {
      const tx = db.transaction(ALL_STORES, 'readwrite', { durability: 'strict' });
      try {
        const value = await work(tx);
        await tx.done;
        return value;
      } catch (error) {
        tx.done.catch(() => undefined);
        try {
          tx.abort();
        } catch {
          // Already aborted by the failure itself.
        }
        throw error;
      }
    });
    await this.reload();
    this.#channel?.postMessage('changed');
    return result;
  }

  async #guarded<Result>(work: (db: IDBPDatabase<RecordDb>) => Promise<Result>): Promise<Result> {
    try {
      const db = await (this.#db ??= this.#open());
      const result = await work(db);
      this.#trouble = undefined;
      return result;
    } catch (error) {
      const trouble = troubleOf(error);
      if (!trouble) throw error;
      if (trouble.kind !== 'full') this.#db = undefined;
      this.#complain(trouble);
      throw trouble;
    }
  }

  #open(): Promise<IDBPDatabase<RecordDb>> {
    if (typeof indexedDB === 'undefined') return Promise.reject(new StoreTrouble('unavailable'));
    return new Promise((resolve, reject) => {
      openDB<RecordDb>(this.#name, RECORD_VERSION, {
        upgrade: async (db, oldVersion, _newVersion, tx) => {
          for (const table of TABLE_NAMES)
            if (!db.objectStoreNames.contains(table)) db.createObjectStore(table, { keyPath: 'id' });
          if (!db.objectStoreNames.contains('changes'))
            db.createObjectStore('changes', { keyPath: 'seq', autoIncrement: true });
          if (oldVersion === 0) return;
          // What the log would put back is in the old shape; it is not worth carrying up.
          await tx.objectStore('changes').clear();
          for (const table of TABLE_NAMES) {
            const rows = tx.objectStore(table);
            for (const row of await rows.getAll()) await rows.put(migrateRow(table, row, oldVersion) as never);
          }
        },
        blocked: () => reject(new StoreTrouble('blocked')),
        blocking: (_current, _blocked, event) => {
          (event.target as IDBDatabase).close();
          this.#db = undefined;
          this.#complain(new StoreTrouble('outdated'));
        },
        terminated: () => {
          this.#db = undefined;
        },
      }).then(resolve, reject);
    });
  }

  #complain(trouble: StoreTrouble): void {
    this.#trouble = trouble;
    this.#tell();
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

function byName(a: { readonly name: string }, b: { readonly name: string }): number {
  return a.name < b.name ? -1 : a.name > b.name ? 1 : 0;
}

async function place(tx: Write, table: TableName, id: string, row: unknown): Promise<void> {
  if (row === undefined) await tx.objectStore(table).delete(id);
  else await tx.objectStore(table).put(row as never);
}

/** Done changes come before undone ones in the log, so the last done one is the first met from its end. */
async function lastDone(changes: AnyChanges): Promise<LoggedChange | undefined> {
  let cursor = await changes.openCursor(null, 'prev');
  while (cursor?.value.undone) cursor = await cursor.continue();
  return cursor?.value;
}

/** Undone changes stand at the end of the log; the oldest of them is the next to redo. */
async function firstUndone(changes: AnyChanges): Promise<LoggedChange | undefined> {
  let found: LoggedChange | undefined;
  let cursor = await changes.openCursor(null, 'prev');
  while (cursor?.value.undone) {
    found = cursor.value;
    cursor = await cursor.continue();
  }
  return found;
}

/** A new change after an undo takes the place of what was undone. */
async function forgetUndone(changes: Changes<'readwrite'>): Promise<void> {
  const from = (await firstUndone(changes))?.seq;
  if (from !== undefined) await changes.delete(IDBKeyRange.lowerBound(from));
}

function troubleOf(error: unknown): StoreTrouble | undefined {
  if (error instanceof StoreTrouble) return error;
  if (!(error instanceof Error || error instanceof DOMException)) return undefined;
  if (error.name === 'QuotaExceededError') return new StoreTrouble('full', error);
  if (error.name === 'VersionError') return new StoreTrouble('outdated', error);
  if (['InvalidStateError', 'SecurityError', 'UnknownError', 'NotAllowedError'].includes(error.name))
    return new StoreTrouble('unavailable', error);
  return undefined;
}
