import { inOrder, withEntries, type EntryChange } from './entries-of';
import type { Snapshot, Entry, RowTable, Settings, TableName } from './schema';

/** A row as it stands after a change; undefined where it was removed. */
export interface RowNow {
  readonly table: TableName;
  readonly id: string;
  readonly row: unknown;
}

/** Rows by identity, beside the array that holds them: what a change finds its rows by. */
const byId = new WeakMap<readonly { readonly id: string }[], Map<string, { readonly id: string }>>();

/** A row of a snapshot by its identity. */
export function rowById(snapshot: Snapshot, table: TableName, id: string): { readonly id: string } | undefined {
  return table === 'settings' ? snapshot.settings : rowsOfTable(snapshot[table]).get(id);
}

function rowsOfTable(rows: readonly { readonly id: string }[]): Map<string, { readonly id: string }> {
  const known = byId.get(rows);
  if (known) return known;
  const found = new Map(rows.map((row) => [row.id, row]));
  byId.set(rows, found);
  return found;
}

/**
 * A snapshot with some of its rows as they stand after a change. Tables that it leaves alone stay the same arrays.
 * @param rows each fits its table's schema
 */
export function applyRows(snapshot: Snapshot, rows: readonly RowNow[]): Snapshot {
  const touched = new Map<TableName, RowNow[]>();
  for (const row of rows) {
    const own = touched.get(row.table);
    if (own) own.push(row);
    else touched.set(row.table, [row]);
  }
  let next = snapshot;
  for (const [table, own] of touched)
    next =
      table === 'settings'
        ? { ...next, settings: (own.at(-1)?.row as Settings | undefined) ?? next.settings }
        : { ...next, [table]: rowsAfter(next, table, own) };
  return next;
}

function rowsAfter(
  snapshot: Snapshot,
  table: RowTable,
  changes: readonly RowNow[],
): readonly { readonly id: string }[] {
  const present = snapshot[table] as readonly { readonly id: string }[];
  const known = rowsOfTable(present);
  // The last word on a row counts.
  const last = new Map(changes.map((change) => [change.id, change.row as { readonly id: string } | undefined]));
  const next =
    table === 'entries'
      ? withEntries(
          present as readonly Entry[],
          [...last].map(([id, row]): EntryChange => ({
            before: known.get(id) as Entry | undefined,
            after: row as Entry | undefined,
          })),
        )
      : inTheirOrder(table, [
          ...present.filter(({ id }) => !last.has(id)),
          ...[...last.values()].filter((row) => row !== undefined),
        ]);
  // The one index of a table goes over to its next state: none asks for rows of a snapshot that has been left behind but by chance, and then
  // it is made anew.
  byId.delete(present);
  for (const [id, row] of last)
    if (row) known.set(id, row);
    else known.delete(id);
  byId.set(next, known);
  return next;
}

/** Rows as a snapshot holds them: water days and entries in order of time, the rest in order of name. */
export function inTheirOrder<Rows extends readonly { readonly id: string }[]>(table: RowTable, rows: Rows): Rows {
  if (table === 'entries') return rows.toSorted(inOrder as never) as unknown as Rows;
  const order = table === 'waterDays' ? 'at' : 'name';
  return rows.toSorted((a, b) => {
    const [x, y] = [(a as never)[order] as number | string, (b as never)[order] as number | string];
    return x < y ? -1 : x > y ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
  }) as unknown as Rows;
}
