import { inTheWay, lastOf, lastTurn, turned, type AnyChanges } from './change-log';
import { rowById, type RowNow } from './apply-rows';
import type { Change, Course, Difference, Filed, LoggedChange, Written } from './change';
import { touchedRows } from './change';
import type { Write } from './database';
import { mergeRow, sameRow, type Fields } from './merge';
import { namedBy, neededBy } from './references';
import { TABLES, type Book, type Settings, type TableName } from './schema';
import { ChangeRefused } from './trouble';

/** A row of a change, checked, with the row it was made from. */
export interface Touched {
  readonly table: TableName;
  readonly id: string;
  readonly after: unknown;
  readonly base: unknown;
}

/**
 * The rows of a change, each against its schema, with the rows they were made from: those the change names, else those last read.
 * @throws ZodError for a row that is not of its schema
 */
export async function checkedRows(change: Change, book: Book | undefined): Promise<Touched[]> {
  const bases = new Map<TableName, ReadonlyMap<string, unknown>>();
  const baseOf = (table: TableName, id: string): unknown => {
    const given = bases.get(table) ?? new Map((change.base?.[table] ?? []).map((row) => [row.id, row]));
    bases.set(table, given);
    return given.get(id) ?? (book && rowById(book, table, id));
  };
  const checked: Touched[] = [];
  for (const { table, id, after } of touchedRows(change)) {
    const row = after === undefined ? undefined : TABLES[table].parse(after);
    checked.push({ table, id, after: row, base: baseOf(table, id) });
    // Of an import the page is to answer between thousands.
    if (checked.length % AT_A_TIME === 0) await new Promise((resolve) => setTimeout(resolve));
  }
  return checked;
}

export function rowsOf(book: Book | undefined, table: TableName): readonly { readonly id: string }[] {
  if (!book) return [];
  return table === 'settings' ? [book.settings] : book[table];
}

interface Filing {
  readonly label: string;
  readonly rows: readonly Touched[];
  readonly amend: ((present: Settings) => Settings) | undefined;
  /** Settings that were never changed, and so are not on disk. */
  readonly settings: Settings;
  readonly at: number;
  readonly undoDepth: number;
  readonly course: Course;
}

/** Rows that are written side by side, or checked without a pause. */
const AT_A_TIME = 500;

/** What came of a change, an undo or a redo. */
export interface Done {
  readonly filed: Filed;
  readonly written: Written;
}

/** Writes a change and its place in the log, in a transaction; nothing where it would change nothing. */
export async function fileChange(tx: Write, filing: Filing): Promise<Done | undefined> {
  const { label, rows, amend, settings, at, undoDepth, course } = filing;
  const write = async ({ table, id, after, base }: Touched): Promise<Difference | undefined> => {
    const before = await tx.objectStore(table).get(id);
    const row = after === undefined ? undefined : merged(table, { base, after, before }, label);
    // An import puts back thousands of rows as they are.
    if (sameRow(before, row)) return undefined;
    await place(tx, table, id, row);
    return { table, id, before, after: row };
  };
  const written: (Difference | undefined)[] = [];
  for (let i = 0; i < rows.length; i += AT_A_TIME) {
    written.push(...(await Promise.all(rows.slice(i, i + AT_A_TIME).map(write))));
    if (course.signal?.aborted) throw new ChangeRefused(`“${label}” was stopped: nothing was changed.`);
    course.onProgress?.(written.length / rows.length);
  }
  if (amend) {
    const present = (await tx.objectStore('settings').get('settings')) ?? settings;
    const after = TABLES.settings.parse(amend(present));
    written.push(await write({ table: 'settings', id: 'settings', after, base: undefined }));
  }
  const differences = written.filter((each) => each !== undefined);
  if (differences.length === 0) return undefined;
  const changes = tx.objectStore('changes');
  const from = await lastTurn(changes);
  const turn = from + 1;
  const seq = await changes.add({ at, label, differences, state: 'done', turn });
  await changes.delete(IDBKeyRange.upperBound(seq - undoDepth));
  const rowsNow = differences.map(({ table, id, after }): RowNow => ({ table, id, row: after }));
  return { filed: { seq, label }, written: { rows: rowsNow, from, turn, undoable: { undo: label } } };
}

/**
 * Undoes or redoes a change in a transaction.
 * @param seq its number; the last one where none is given
 * @throws ChangeRefused where something since stands in the way, saying what
 */
export async function stepOver(tx: Write, doing: 'undo' | 'redo', seq: number | undefined): Promise<Done | undefined> {
  const changes = tx.objectStore('changes');
  const change = await wanted(changes, doing, seq);
  if (change?.seq === undefined) return undefined;
  const said = doing === 'undo' ? 'undone' : 'done again';
  const rows: RowNow[] = [];
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
  const from = await lastTurn(changes);
  const turn = from + 1;
  await changes.put({ ...change, state: doing === 'undo' ? 'undone' : 'done', turn });
  const [undo, redo] = await Promise.all([lastOf(changes, 'done'), lastOf(changes, 'undone')]);
  return {
    filed: { seq: change.seq, label: change.label },
    written: { rows, from, turn, undoable: { undo: undo?.label, redo: redo?.label } },
  };
}

/** The change to undo or redo, if it is in the state to be. */
export async function wanted(
  changes: AnyChanges,
  doing: 'undo' | 'redo',
  seq: number | undefined,
): Promise<LoggedChange | undefined> {
  const state = doing === 'undo' ? 'done' : 'undone';
  if (seq === undefined) return lastOf(changes, state);
  const change = await changes.get(seq);
  return change?.state === state ? change : undefined;
}

export async function place(tx: Write, table: TableName, id: string, row: unknown): Promise<void> {
  if (row === undefined) await tx.objectStore(table).delete(id);
  else await tx.objectStore(table).put(row as never);
}

/** The row to write: the fields that the change alters, in the row as it stands. */
function merged(
  table: TableName,
  { base, after, before }: { readonly base: unknown; readonly after: unknown; readonly before: unknown },
  label: string,
): unknown {
  // Settings that were never changed are not on disk.
  if (base === undefined || (before === undefined && table === 'settings')) return after;
  if (before === undefined)
    throw new ChangeRefused(
      `“${label}” was not saved: it was removed in another tab. Undo that first, or add it anew.`,
    );
  const { row } = mergeRow(base as Fields, after as Fields, before as Fields);
  return TABLES[table].parse(row);
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
