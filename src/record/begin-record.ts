import { nanoid } from 'nanoid';
import type { Write } from './database';
import { place } from './revision';
import { ROW_TABLES, type Snapshot } from './schema';

/** Fills an empty record; one that holds a tank is left as it is. */
export async function plantRecord(tx: Write, snapshot: Snapshot): Promise<void> {
  if ((await tx.objectStore('tanks').count()) > 0) return;
  await tx.objectStore('settings').put(snapshot.settings);
  await Promise.all(
    ROW_TABLES.flatMap((table) =>
      // Numbered as they stand: what is filed after them at the same moment comes after them.
      snapshot[table].map((row, i) => place(tx, table, row.id, table === 'entries' ? { seq: i + 1, ...row } : row)),
    ),
  );
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
