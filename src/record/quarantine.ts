import { faultText } from './faults';
import { lostToEntry } from './references';
import { ROW_TABLES, TABLES, type Snapshot, type RowTable, type Settings, type TableName } from './schema';

/** A row on disk that is none of its table's, or that means nothing without one that is: it stays where it is, and out of the snapshot. */
export interface Quarantined {
  readonly table: TableName;
  readonly id: string;
  readonly row: unknown;
  /** What is wrong with it, with the place: "values.alkalinity: Too big…". */
  readonly fault: string;
}

/** Rows as they lie on disk, whatever they are. */
export type RawSnapshot = Readonly<Record<RowTable, readonly unknown[]>> & { readonly settings: unknown };

interface Sorted {
  readonly settings: Settings | undefined;
  readonly rows: Omit<Snapshot, 'settings'>;
  readonly quarantined: readonly Quarantined[];
}

/**
 * Tells rows that can be read from those that cannot. An entry whose tank, solution or source is set apart goes with it; a tank keeps
 * its place without its salt.
 * @param read the snapshot as it was last read: rows that stood in it were found to fit, and are written through their schema since
 */
export function sortRows(raw: RawSnapshot, read?: Snapshot): Sorted {
  const quarantined: Quarantined[] = [];
  const passed = new Map(ROW_TABLES.map((table) => [table as TableName, new Set(read?.[table].map(({ id }) => id))]));
  const fits = (table: TableName, row: unknown): boolean => {
    if (passed.get(table)?.has((row as { readonly id: string }).id)) return true;
    const { error } = TABLES[table].safeParse(row);
    if (error)
      quarantined.push({
        table,
        id: idOf(row),
        row,
        fault: error.issues[0] ? faultText(error.issues[0], 'row') : 'it does not fit',
      });
    return !error;
  };
  const rows = Object.fromEntries(
    ROW_TABLES.map((table) => [table, raw[table].filter((row) => fits(table, row))]),
  ) as unknown as Omit<Snapshot, 'settings'>;
  // Entries need none of their own kind, and are too many to be counted for nothing.
  const known = Object.fromEntries(
    ROW_TABLES.filter((table) => table !== 'entries').map((table) => [table, new Set(rows[table].map(({ id }) => id))]),
  );
  const there = (table: RowTable, id: string) => known[table]?.has(id) ?? false;
  const entries = rows.entries.filter((entry) => {
    const lost = lostToEntry(entry, there);
    if (lost)
      quarantined.push({
        table: 'entries',
        id: entry.id,
        row: entry,
        fault: `${lost.field}: no ${lost.table.slice(0, -1)} “${lost.id}” can be read`,
      });
    return !lost;
  });
  const tanks = rows.tanks.map((tank) =>
    tank.saltId !== null && !known.salts?.has(tank.saltId) ? { ...tank, saltId: null } : tank,
  );
  const settings =
    raw.settings === undefined || !fits('settings', raw.settings) ? undefined : (raw.settings as Settings);
  return { settings, rows: { ...rows, tanks, entries }, quarantined };
}

function idOf(row: unknown): string {
  return typeof row === 'object' && row !== null && 'id' in row && typeof row.id === 'string' ? row.id : '?';
}
