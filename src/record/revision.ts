import type { IDBPTransaction } from 'idb';
import { nanoid } from 'nanoid';
import { lastTurn, type AnyChanges } from './change-log';
import type { MadeWhole, Origin, RecordDb, Store, Write } from './database';
import { ROW_TABLES, type Snapshot, type TableName } from './schema';

/** Which record a snapshot is of, and how far that had come when it was read. */
export interface Revision {
  readonly record: string;
  /** Counts up with each change, undo and redo. */
  readonly turn: number;
  /** When its database was last made whole from memory, as far as is known here. */
  readonly whole?: MadeWhole | undefined;
}

/** What a database says of itself. */
export interface Found extends Revision {
  readonly origin: Origin | undefined;
  /** Nothing was ever written into it, or all of it is gone. */
  readonly empty: boolean;
}

/** What a database says of itself, in the transaction that goes on to read or to write it. */
export async function foundIn(tx: IDBPTransaction<RecordDb, Store[], 'readonly'> | Write): Promise<Found> {
  const [origin, logged] = await Promise.all([
    tx.objectStore('meta').get('origin'),
    lastTurn(tx.objectStore('changes') as AnyChanges),
  ]);
  const turn = Math.max(logged, origin?.whole?.turn ?? 0);
  const counts = turn > 0 ? [1] : await Promise.all(ROW_TABLES.map((table) => tx.objectStore(table).count()));
  const empty = counts.every((count) => count === 0);
  return { record: origin?.record ?? '', turn, whole: origin?.whole, origin, empty };
}

/**
 * Whether a database is none that a snapshot was read from: it is empty, older, or another's. What is written on top of it would stand there
 * alone.
 */
export function isStranger(found: Found, revision: Revision): boolean {
  const known = found.record === revision.record || (found.origin?.from ?? []).includes(revision.record);
  // Made whole in a tab that had not heard of all that this one holds.
  const madeOfLess = found.whole && found.whole.id !== revision.whole?.id && found.whole.turn < revision.turn;
  return !known || found.turn < revision.turn || madeOfLess === true;
}

/**
 * Makes a database whole again from a snapshot that outlived it: all rows, the settings, and where the record stood. What the database holds
 * besides stays. Of the log of changes there is nothing in memory: what is undone from now on is what is done from now on.
 * @returns what the database says of itself then
 */
export async function makeWhole(tx: Write, snapshot: Snapshot, revision: Revision, found: Found): Promise<Found> {
  await tx.objectStore('settings').put(snapshot.settings);
  for (const table of ROW_TABLES) await Promise.all(snapshot[table].map((row) => place(tx, table, row.id, row)));
  const { from, seq = 0 } = found.origin ?? {};
  const origin: Origin = {
    id: 'origin',
    record: revision.record,
    ...(from && { from }),
    whole: { id: nanoid(10), turn: Math.max(revision.turn, found.turn) },
    seq: Math.max(seq, lastSeq(snapshot)),
  };
  await tx.objectStore('meta').put(origin);
  return { record: origin.record, turn: origin.whole?.turn ?? 0, whole: origin.whole, origin, empty: false };
}

/** The number of the entry that was filed last, of those a snapshot holds. */
function lastSeq({ entries }: Pick<Snapshot, 'entries'>): number {
  return entries.reduce((last, { seq = 0 }) => Math.max(last, seq), 0);
}

export async function place(tx: Write, table: TableName, id: string, row: unknown): Promise<void> {
  if (row === undefined) await tx.objectStore(table).delete(id);
  else await tx.objectStore(table).put(row as never);
}
