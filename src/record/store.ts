import { deleteDB, type IDBPDatabase } from 'idb';
import { inTheWay, lastOf, lastTurn, turned, weightOf, type AnyChanges } from './change-log';
import {
  touchedRows,
  type Change,
  type Difference,
  type Filed,
  type LoggedChange,
  type PastChange,
  type Step,
} from './change';
import { ALL_STORES, openRecord, type RecordDb, type Write } from './database';
import { defaultSettings } from './defaults';
import { mergeRow, type Fields } from './merge';
import { namedBy, neededBy } from './references';
import { ROW_TABLES, TABLES, type Book, type TableName } from './schema';
import { sortRows, type RawBook, type SetApart } from './set-apart';
import { ChangeRefused, StoreTrouble, troubleOf, withinTime } from './trouble';

/** How many changes can be undone; older ones are forgotten. */
export const UNDO_DEPTH = 500;

/** How long storage may take, ms, before it is told as hanging. */
const ANSWERS_WITHIN = 30_000;
/** What is allowed above that for each row of a change, and how many rows a change is thought to have where that is not known. */
const MS_A_ROW = 5;
const MOST_ROWS = 10_000;

interface Options {
  readonly undoDepth?: number;
  readonly answersWithin?: number;
}

/** What one tab tells the others. */
type Message = 'changed' | 'erased';

/**
 * One workspace's record in IndexedDB: reads the whole book, writes changes atomically with their undo log,
 * and tells other tabs. Knows nothing of React; `subscribe` is all a screen needs.
 */
export class RecordStore {
  readonly #name: string;
  readonly #zone: string;
  readonly #undoDepth: number;
  readonly #answersWithin: number;
  readonly #listeners = new Set<() => void>();
  readonly #channel: BroadcastChannel | undefined;
  #db: Promise<IDBPDatabase<RecordDb>> | undefined;
  #book: Book | undefined;
  #setApart: readonly SetApart[] = [];
  #trouble: StoreTrouble | undefined;
  #wasFull = false;
  #erased = false;
  #closed = false;
  #undoable: { undo: string | undefined; redo: string | undefined } = { undo: undefined, redo: undefined };
  #standing: { record: string; turn: number } | undefined;

  /**
   * @param name of the IndexedDB database; each workspace has its own
   * @param zone IANA zone written into a new record's settings
   */
  constructor(name: string, zone: string, { undoDepth = UNDO_DEPTH, answersWithin = ANSWERS_WITHIN }: Options = {}) {
    this.#name = name;
    this.#zone = zone;
    this.#undoDepth = undoDepth;
    this.#answersWithin = answersWithin;
    if (typeof BroadcastChannel !== 'undefined') {
      this.#channel = new BroadcastChannel(`record:${name}`);
      this.#channel.onmessage = ({ data }: MessageEvent<Message>) => {
        this.#erased ||= data === 'erased';
        void this.reload().catch(() => undefined);
      };
    }
  }

  /** The book as last read, or undefined until `reload` has run. */
  get book(): Book | undefined {
    return this.#book;
  }

  /** Rows on disk that cannot be read; the book is without them. */
  get setApart(): readonly SetApart[] {
    return this.#setApart;
  }

  get trouble(): StoreTrouble | undefined {
    return this.#trouble;
  }

  /** Whether room ran out since this page was opened: what the browser wrote since may not outlast it. */
  get wasFull(): boolean {
    return this.#wasFull;
  }

  /** Which record this is and how far it has come, as copies of it are dated. */
  get standing(): { readonly record: string; readonly turn: number } | undefined {
    return this.#standing;
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
    return this.#guarded('reading', 2 * this.#answersWithin, async (db) => {
      const tx = db.transaction(ALL_STORES);
      const changes = tx.objectStore('changes');
      const [settings, rows, origin, undo, redo] = await Promise.all([
        tx.objectStore('settings').get('settings'),
        Promise.all(ROW_TABLES.map(async (table) => [table, await tx.objectStore(table).getAll()] as const)),
        tx.objectStore('meta').get('origin'),
        lastOf(changes, 'done'),
        lastOf(changes, 'undone'),
      ]);
      const turn = Math.max(undo?.turn ?? 0, redo?.turn ?? 0);
      const raw = { settings, ...Object.fromEntries(rows) } as RawBook;
      const emptied = turn === 0 && rows.every(([, found]) => found.length === 0);
      if (emptied && !this.#erased && this.#book && this.#book.tanks.length + this.#book.entries.length > 0)
        throw new StoreTrouble('cleared');
      this.#erased = false;
      const { rows: sorted, settings: told, setApart } = sortRows(raw, this.#book);
      this.#setApart = setApart;
      this.#book = {
        settings: told ?? defaultSettings(this.#zone),
        tanks: sorted.tanks.toSorted(byName),
        salts: sorted.salts.toSorted(byName),
        solutions: sorted.solutions.toSorted(byName),
        vessels: sorted.vessels.toSorted(byName),
        sources: sorted.sources.toSorted(byName),
        waterDays: sorted.waterDays.toSorted((a, b) => a.at - b.at),
        entries: sorted.entries.toSorted((a, b) => a.at - b.at),
      };
      this.#undoable = { undo: undo?.label, redo: redo?.label };
      this.#standing = origin && { record: origin.record, turn };
      this.#tell();
      return this.#book;
    });
  }

  /**
   * Writes a change: every row checked against its schema, all rows and the undo log in one transaction. Of a row that is there only
   * the fields that the change alters are written.
   * @returns what can be undone by its number, or undefined where there was nothing to write
   * @throws ZodError for a row that is not of its schema; ChangeRefused for one that another tab removed; StoreTrouble when the
   *   database refuses. Nothing is written then.
   */
  async commit(change: Change): Promise<Filed | undefined> {
    const touched = touchedRows(change).map(({ table, id, after }) => ({
      table,
      id,
      after: after === undefined ? undefined : TABLES[table].parse(after),
      base: (change.base?.[table] ?? rowsOf(this.#book, table)).find((row) => row.id === id),
    }));
    const { settings: amend, label } = change;
    if (touched.length === 0 && !amend) return undefined;
    return this.#write(touched.length, async (tx) => {
      const differences: Difference[] = [];
      const write = async (table: TableName, id: string, after: unknown, base?: unknown) => {
        const before = await tx.objectStore(table).get(id);
        const row = after === undefined ? undefined : merged(table, { base, after, before }, label);
        differences.push({ table, id, before, after: row });
        await place(tx, table, id, row);
      };
      for (const { table, id, after, base } of touched) await write(table, id, after, base);
      if (amend) {
        const present = (await tx.objectStore('settings').get('settings')) ?? defaultSettings(this.#zone);
        await write('settings', 'settings', TABLES.settings.parse(amend(present)));
      }
      const changes = tx.objectStore('changes');
      const turn = (await lastTurn(changes)) + 1;
      const seq = await changes.add({ at: Date.now(), label, differences, state: 'done', turn });
      await changes.delete(IDBKeyRange.upperBound(seq - this.#undoDepth));
      return { seq, label };
    });
  }

  /** Fills an empty record without a trace in the undo log, before anyone sees it empty; leaves one that holds a tank as it is. */
  async plant(write: () => Book): Promise<void> {
    await this.#write(0, async (tx) => {
      if ((await tx.objectStore('tanks').count()) > 0) return;
      const book = write();
      await tx.objectStore('settings').put(book.settings);
      for (const table of ROW_TABLES) for (const row of book[table]) await place(tx, table, row.id, row);
    });
  }

  /** Puts back what is in memory after the browser's data were cleared under this page. */
  async putBack(): Promise<void> {
    const book = this.#book;
    if (!book) return;
    this.#erased = true;
    await this.plant(() => book);
  }

  /** Lets go of what is in memory: after the browser's data were cleared, the record is what the database holds. */
  async letGo(): Promise<void> {
    this.#erased = true;
    await this.reload();
  }

  /** Reads the record again after trouble; what was told of it before is forgotten when that succeeds. */
  async retry(): Promise<void> {
    await this.reload();
    if (!this.#trouble) return;
    this.#trouble = undefined;
    this.#tell();
  }

  /** What undo or redo would do: the last change made in any tab, or the one asked for. */
  async next(doing: 'undo' | 'redo', seq?: number): Promise<Step | undefined> {
    return this.#guarded('reading', 2 * this.#answersWithin, async (db) => {
      const changes = db.transaction(ALL_STORES).objectStore('changes');
      const change = await wanted(changes, doing, seq);
      if (change?.seq === undefined) return undefined;
      return { seq: change.seq, label: change.label, at: change.at, weight: weightOf(change, doing) };
    });
  }

  /** The last changes, done and undone, as they came about; the newest first. */
  async history(most: number): Promise<readonly PastChange[]> {
    return this.#guarded('reading', 2 * this.#answersWithin, async (db) => {
      const changes = db.transaction(ALL_STORES).objectStore('changes');
      const found: PastChange[] = [];
      let cursor = await changes.openCursor(null, 'prev');
      while (cursor && found.length < most) {
        const { seq = 0, label, at, state } = cursor.value;
        found.push({ seq, label, at, state });
        cursor = await cursor.continue();
      }
      return found;
    });
  }

  /**
   * Takes back a change: the one of this number, or the last one made in any tab. What was changed since in other places stands.
   * @returns what was undone, or undefined when there is nothing to undo
   * @throws ChangeRefused when it cannot be undone by itself, saying why
   */
  async undo(seq?: number): Promise<Filed | undefined> {
    return this.#step('undo', seq);
  }

  async redo(seq?: number): Promise<Filed | undefined> {
    return this.#step('redo', seq);
  }

  /** Removes the whole database; used to start the demo afresh, and to put aside one that cannot be opened. */
  async erase(): Promise<void> {
    (await this.#db?.catch(() => undefined))?.close();
    this.#db = undefined;
    await deleteDB(this.#name, { blocked: () => this.#complain(new StoreTrouble('blocked')) });
    this.#erased = true;
    this.#channel?.postMessage('erased' satisfies Message);
    await this.reload();
  }

  close(): void {
    this.#closed = true;
    this.#channel?.close();
    this.#disconnect();
  }

  async #step(doing: 'undo' | 'redo', seq: number | undefined): Promise<Filed | undefined> {
    // An import may be among them.
    return this.#write(MOST_ROWS, async (tx) => {
      const changes = tx.objectStore('changes');
      const change = await wanted(changes, doing, seq);
      if (change?.seq === undefined) return undefined;
      const said = doing === 'undo' ? 'undone' : 'done again';
      const rows: { table: TableName; id: string; row: unknown }[] = [];
      for (const { table, id, before, after } of change.differences) {
        const present = await tx.objectStore(table).get(id);
        const [from, to] = doing === 'undo' ? [after, before] : [before, after];
        const outcome = turned(present, from, to);
        if (outcome === 'clash') throw await inTheWay(changes, change, { table, id }, said);
        rows.push({ table, id, row: outcome.row });
      }
      for (const { table, id, row } of rows) await place(tx, table, id, row);
      const loose = await looseEnd(tx, rows);
      if (loose) throw new ChangeRefused(`“${change.label}” cannot be ${said} by itself: ${loose}.`);
      const turn = (await lastTurn(changes)) + 1;
      await changes.put({ ...change, state: doing === 'undo' ? 'undone' : 'done', turn });
      return { seq: change.seq, label: change.label };
    });
  }

  async #write<Result>(rows: number, work: (tx: Write) => Promise<Result>): Promise<Result> {
    const allowed = this.#answersWithin + rows * MS_A_ROW;
    // Written into the emptied database, it would stand there alone.
    if (this.#trouble?.kind === 'cleared' && !this.#erased) throw this.#trouble;
    const result = await this.#guarded('writing', allowed, async (db) => {
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
    this.#channel?.postMessage('changed' satisfies Message);
    // It is written; that it cannot be read back is another matter, and must not have it entered twice.
    await this.reload().catch((error: unknown) => {
      this.#complain(
        error instanceof StoreTrouble && error.kind === 'cleared' ? error : new StoreTrouble('unread', error),
      );
    });
    return result;
  }

  async #guarded<Result>(
    doing: 'reading' | 'writing',
    allowedMs: number,
    work: (db: IDBPDatabase<RecordDb>) => Promise<Result>,
  ): Promise<Result> {
    let opened = false;
    try {
      const db = await withinTime(this.#connect(), this.#answersWithin);
      opened = true;
      const result = await withinTime(work(db), allowedMs);
      // That something can be read does not say that there is room again.
      if (this.#trouble && (doing === 'writing' || this.#trouble.kind !== 'full')) {
        this.#trouble = undefined;
        this.#tell();
      }
      return result;
    } catch (error) {
      const trouble = troubleOf(error, opened ? doing : 'opening');
      if (!trouble) throw error;
      if (trouble.kind === 'full') this.#wasFull = true;
      // A connection that failed stays failed, and one left open over a full disk loses what is written later.
      this.#disconnect();
      this.#complain(trouble);
      throw trouble;
    }
  }

  #connect(): Promise<IDBPDatabase<RecordDb>> {
    if (typeof indexedDB === 'undefined') return Promise.reject(new StoreTrouble('unavailable'));
    this.#db ??= this.#open();
    return this.#db;
  }

  #disconnect(): void {
    const db = this.#db;
    this.#db = undefined;
    void db?.then((open) => open.close()).catch(() => undefined);
  }

  #open(): Promise<IDBPDatabase<RecordDb>> {
    return new Promise((resolve, reject) => {
      let waited = false;
      openRecord(this.#name, {
        onBlocked: () => {
          waited = true;
          reject(new StoreTrouble('blocked'));
        },
        onBlocking: (removed) => {
          this.#db = undefined;
          if (!removed) this.#complain(new StoreTrouble('outdated'));
        },
        onTerminated: () => {
          this.#db = undefined;
          void this.#readAfterClosing();
        },
      }).then((db) => {
        resolve(db);
        if (!waited) return;
        // The other tab has gone at last: what was told of it no longer holds.
        if (this.#db || this.#closed) db.close();
        else {
          this.#db = Promise.resolve(db);
          void this.reload().catch(() => undefined);
        }
      }, reject);
    });
  }

  /** The disk failed, or the site's data were cleared: reading again tells which, once the browser is through with it. */
  async #readAfterClosing(): Promise<void> {
    for (const wait of [200, 800, 3000]) {
      await new Promise((resolve) => setTimeout(resolve, wait));
      if (this.#closed) return;
      const told = await this.reload().then(
        () => true,
        (error: unknown) => error instanceof StoreTrouble && error.kind === 'cleared',
      );
      if (told) return;
    }
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

function rowsOf(book: Book | undefined, table: TableName): readonly { readonly id: string }[] {
  if (!book) return [];
  return table === 'settings' ? [book.settings] : book[table];
}

/** The row to write: the fields that the change alters, in the row as it stands. */
function merged(
  table: TableName,
  { base, after, before }: { readonly base: unknown; readonly after: unknown; readonly before: unknown },
  label: string,
): unknown {
  if (base === undefined) return after;
  // Settings that were never changed are not on disk.
  if (before === undefined && table === 'settings') return after;
  if (before === undefined)
    throw new ChangeRefused(
      `“${label}” was not saved: it was removed in another tab. Undo that first, or add it anew.`,
    );
  const { row } = mergeRow(base as Fields, after as Fields, before as Fields);
  return TABLES[table].parse(row);
}

async function place(tx: Write, table: TableName, id: string, row: unknown): Promise<void> {
  if (row === undefined) await tx.objectStore(table).delete(id);
  else await tx.objectStore(table).put(row as never);
}

/** The change to undo or redo, if it is in the state to be. */
async function wanted(
  changes: AnyChanges,
  doing: 'undo' | 'redo',
  seq: number | undefined,
): Promise<LoggedChange | undefined> {
  const state = doing === 'undo' ? 'done' : 'undone';
  if (seq === undefined) return lastOf(changes, state);
  const change = await changes.get(seq);
  return change?.state === state ? change : undefined;
}

/** Whether a step would leave a row that names one which is gone, in words. */
async function looseEnd(
  tx: Write,
  rows: readonly { readonly table: TableName; readonly id: string; readonly row: unknown }[],
): Promise<string | undefined> {
  for (const { table, row } of rows)
    for (const needed of neededBy(table, row))
      if (!(await tx.objectStore(needed.table).getKey(needed.id)))
        return `the ${needed.table.slice(0, -1)} it belongs to has been removed`;
  // Few tables are named by others, and nothing but a batch is among the entries.
  const gone = rows.filter(
    ({ table, row }) => row === undefined && table !== 'settings' && table !== 'vessels' && table !== 'entries',
  );
  if (gone.length === 0) return undefined;
  const goneIds = new Set(gone.map(({ table, id }) => `${table} ${id}`));
  for (const table of ['tanks', 'waterDays', 'entries'] as const) {
    const naming = (await tx.objectStore(table).getAll()).filter((row) =>
      namedBy(table, row).some((named) => goneIds.has(`${named.table} ${named.id}`)),
    );
    if (naming.length > 0)
      return naming.length === 1
        ? 'something logged or made since belongs to it'
        : `${naming.length} things logged or made since belong to it`;
  }
  return undefined;
}

export { StoreTrouble } from './trouble';
