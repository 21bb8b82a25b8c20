import { nanoid } from 'nanoid';
import type { Write } from './database';
import { snapshotOf } from './read-record';
import { place } from './revision';
import { ROW_TABLES, type Snapshot } from './schema';

/**
 * A record to begin with, as it will be read back from the disk: each table in its order, entries numbered as they stand, so that what is filed
 * after them at the same moment comes after them. What is shown before it is written is then the same as after.
 */
export function asPlanted({ settings, ...tables }: Snapshot): Snapshot {
  return snapshotOf({ ...tables, entries: tables.entries.map((row, i) => ({ seq: i + 1, ...row })) }, settings);
}

/** Fills an empty record; one that holds a tank is left as it is. @param snapshot as `asPlanted` makes it */
export async function plantRecord(tx: Write, snapshot: Snapshot): Promise<void> {
  if ((await tx.objectStore('tanks').count()) > 0) return;
  await tx.objectStore('settings').put(snapshot.settings);
  await Promise.all(ROW_TABLES.flatMap((table) => snapshot[table].map((row) => place(tx, table, row.id, row))));
  const origin = await tx.objectStore('meta').get('origin');
  if (origin) await tx.objectStore('meta').put({ ...origin, seq: snapshot.entries.length });
}

/** Makes a record one of its own, told apart from the one it came from. */
export async function forkRecord(tx: Write): Promise<void> {
  const meta = tx.objectStore('meta');
  const origin = await meta.get('origin');
  const from = origin ? [...(origin.from ?? []), origin.record] : [];
  await meta.put({ ...origin, id: 'origin', record: nanoid(10), from });
}
