import type { IDBPDatabase } from 'idb';
import { inTheirOrder } from './apply-rows';
import type { PastChange } from './change';
import { lastOf } from './change-log';
import { ALL_STORES, type RecordDb } from './database';
import type { RawSnapshot } from './quarantine';
import { foundIn, type Found } from './revision';
import { ROW_TABLES, type Settings, type Snapshot } from './schema';

/** The whole record as it lies on disk, unchecked, in one transaction. */
export async function readRecord(db: IDBPDatabase<RecordDb>): Promise<{
  readonly raw: RawSnapshot;
  readonly found: Found;
  /** Labels of what undo and redo would do. */
  readonly undoable: { readonly undo: string | undefined; readonly redo: string | undefined };
}> {
  const tx = db.transaction(ALL_STORES);
  const changes = tx.objectStore('changes');
  const [settings, rows, found, undo, redo] = await Promise.all([
    tx.objectStore('settings').get('settings'),
    Promise.all(ROW_TABLES.map(async (table) => [table, await tx.objectStore(table).getAll()] as const)),
    foundIn(tx),
    lastOf(changes, 'done'),
    lastOf(changes, 'undone'),
  ]);
  const raw = { settings, ...Object.fromEntries(rows) } as RawSnapshot;
  return { raw, found, undoable: { undo: undo?.label, redo: redo?.label } };
}

/** Checked rows, each table in its order, as a snapshot. */
export function snapshotOf(rows: Omit<Snapshot, 'settings'>, settings: Settings): Snapshot {
  const tables = ROW_TABLES.map((table) => [table, inTheirOrder(table, rows[table])]);
  return { settings, ...(Object.fromEntries(tables) as Omit<Snapshot, 'settings'>) };
}

/** The log of changes, to be read. */
export function changesOf(db: IDBPDatabase<RecordDb>) {
  return db.transaction(ALL_STORES).objectStore('changes');
}

/** The last changes, done and undone, as they came about; the newest first, at most so many. */
export async function lastChanges(db: IDBPDatabase<RecordDb>, most: number): Promise<readonly PastChange[]> {
  const found: PastChange[] = [];
  let cursor = await changesOf(db).openCursor(null, 'prev');
  while (cursor && found.length < most) {
    const { seq = 0, label, at, state } = cursor.value;
    found.push({ seq, label, at, state });
    cursor = await cursor.continue();
  }
  return found;
}
