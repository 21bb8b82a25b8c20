import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';
import { nanoid } from 'nanoid';
import type { Difference, LoggedChange } from './change';
import { isGroup } from './merge';
import { migrateRow } from './migrations';
import { RECORD_VERSION, TABLE_NAMES, type Row, type TableName } from './schema';

type Tables = { [Name in TableName]: { key: string; value: Row<Name> } };

/** What a database says of itself: which record it is, so that a copy is known as its own. */
export interface Origin {
  readonly id: 'origin';
  readonly record: string;
  /** The records it was before it went on as one of its own. */
  readonly from?: readonly string[];
  /** When it was made whole from memory: its log may begin anew there. */
  readonly whole?: MadeWhole;
  /** The number of the entry that was filed last. */
  readonly seq?: number;
}

/** That a database was made whole from what a tab had in memory. */
export interface MadeWhole {
  /** Each time has its own. */
  readonly id: string;
  /** How far the record had come in that tab. */
  readonly turn: number;
}

export interface RecordDb extends DBSchema, Tables {
  changes: { key: number; value: LoggedChange; indexes: { lastOf: [string, number] } };
  meta: { key: string; value: Origin };
}
export type Store = TableName | 'changes' | 'meta';
export type Write = IDBPTransaction<RecordDb, Store[], 'readwrite'>;

/** The index by which the log is read: done and undone changes apart, each in the order in which they came to be so. */
export const LAST_OF = 'lastOf';

export const ALL_STORES: Store[] = [...TABLE_NAMES, 'changes', 'meta'];

interface Callbacks {
  /** Another tab keeps an older version open; this one waits. */
  readonly onBlocked: () => void;
  /** Another tab wants to open a newer version, or to remove the database; this one has let go. */
  readonly onBlocking: (removed: boolean) => void;
  /** The browser closed it: a failure of the disk, or the site's data were cleared. */
  readonly onTerminated: () => void;
}

/** Opens a record's database, made or carried up to the present version. */
export function openRecord(name: string, callbacks: Callbacks): Promise<IDBPDatabase<RecordDb>> {
  return openDB<RecordDb>(name, RECORD_VERSION, {
    upgrade: async (db, oldVersion, _newVersion, tx) => {
      for (const table of TABLE_NAMES)
        if (!db.objectStoreNames.contains(table)) db.createObjectStore(table, { keyPath: 'id' });
      const changes = db.objectStoreNames.contains('changes')
        ? tx.objectStore('changes')
        : db.createObjectStore('changes', { keyPath: 'seq', autoIncrement: true });
      if (!changes.indexNames.contains(LAST_OF)) changes.createIndex(LAST_OF, ['state', 'turn']);
      if (!db.objectStoreNames.contains('meta'))
        await db.createObjectStore('meta', { keyPath: 'id' }).put({ id: 'origin', record: nanoid(10) });
      if (oldVersion === 0) return;
      const logged = await changes.getAll();
      const last = Math.max(0, ...logged.map(({ seq = 0 }) => seq));
      for (const change of logged) await changes.put(migrateChange(change, oldVersion, last));
      for (const table of TABLE_NAMES) {
        const rows = tx.objectStore(table);
        for (const row of await rows.getAll()) await rows.put(migrateRow(table, row, oldVersion) as never);
      }
    },
    blocked: callbacks.onBlocked,
    blocking: (_current, wanted, event) => {
      (event.target as IDBDatabase).close();
      callbacks.onBlocking(wanted === null);
    },
    terminated: callbacks.onTerminated,
  });
}

/** A change of an older record: what it would put back is carried up like any row. */
function migrateChange(old: LoggedChange & { undone?: boolean }, fromVersion: number, last: number): LoggedChange {
  const side = (table: TableName, row: unknown) => (isGroup(row) ? migrateRow(table, row, fromVersion) : row);
  const differences = old.differences.map(({ table, id, before, after }): Difference => ({
    table,
    id,
    before: side(table, before),
    after: side(table, after),
  }));
  const { undone, ...change } = old;
  const seq = old.seq ?? 0;
  // Undone changes stood at the end of the log, and the first of them was the next to redo.
  return fromVersion < 8
    ? { ...change, differences, state: undone ? 'undone' : 'done', turn: undone ? 2 * last - seq + 1 : seq }
    : { ...old, differences };
}
