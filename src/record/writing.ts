import { inTheWay, lastOf, turned, type AnyChanges } from './change-log';
import { rowById, type RowNow } from './apply-rows';
import type { Change, CommitOptions, Difference, Filed, LoggedChange, Written } from './change';
import { touchedRows } from './change';
import type { Origin, Write } from './database';
import { mergeRow, sameRow, type Fields } from './merge';
import { namedBy, neededBy } from './references';
import { TABLES, type Snapshot, type Entry, type Settings, type TableName } from './schema';
import { place, type Found } from './revision';
import { ChangeRefused } from './storage-error';

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
export async function checkedRows(change: Change, snapshot: Snapshot | undefined): Promise<Touched[]> {
  const bases = new Map<TableName, ReadonlyMap<string, unknown>>();
  const baseOf = (table: TableName, id: string): unknown => {
    const given = bases.get(table) ?? new Map((change.base?.[table] ?? []).map((row) => [row.id, row]));
    bases.set(table, given);
    return given.get(id) ?? (snapshot && rowById(snapshot, table, id));
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

interface Filing {
  readonly label: string;
  readonly rows: readonly Touched[];
  readonly amend: ((present: Settings) => Settings) | undefined;
  /** Settings that were never changed, and so are not on disk. */
  readonly settings: Settings;
  readonly at: number;
  readonly undoDepth: number;
  readonly course: CommitOptions;
}

/** Rows that are written side by side, or checked without a pause. */
const AT_A_TIME = 500;

/** What came of a change, an undo or a redo. */
export interface Done {
  readonly filed: Filed;
  readonly written: Written;
}

/** Writes a change and its place in the log, in a transaction; nothing where it would change nothing. */
export async function fileChange(tx: Write, filing: Filing, present: Found): Promise<Done | undefined> {
  const { label, rows, amend, settings, at, undoDepth, course } = filing;
  const order = new Order(present.origin);
  const write = async ({ table, id, after, base }: Touched): Promise<Difference | undefined> => {
    const before = await tx.objectStore(table).get(id);
    const row =
      after === undefined
        ? undefined
        : merged(table, { base, after: order.numbered(table, after, before), before }, label);
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
  for (const each of await leftBehind(tx, rows)) written.push(await write(each));
  const differences = written.filter((each) => each !== undefined);
  if (differences.length === 0) return undefined;
  await order.keep(tx);
  const missing = await missingTo(
    tx,
    differences.map(({ table, after }) => ({ table, row: after })),
  );
  if (missing)
    throw new ChangeRefused(
      `“${label}” was not saved: the ${missing} it is for has been removed, here or in another tab. Bring that back first, or file it for another ${missing}.`,
    );
  const changes = tx.objectStore('changes');
  const from = present.turn;
  const turn = from + 1;
  const seq = await changes.add({ at, label, differences, state: 'done', turn });
  await changes.delete(IDBKeyRange.upperBound(seq - undoDepth));
  const rowsNow = differences.map(({ table, id, after }): RowNow => ({ table, id, row: after }));
  return { filed: { seq, label }, written: { rows: rowsNow, from, turn, undoable: { undo: label } } };
}

interface StepAsked {
  readonly doing: 'undo' | 'redo';
  /** The change's number; the last one where none is given. */
  readonly seq: number | undefined;
  readonly course?: CommitOptions | undefined;
}

/**
 * Undoes or redoes a change in a transaction.
 * @param present what the database says of itself
 * @throws ChangeRefused where something since stands in the way, saying what
 */
export async function stepOver(
  tx: Write,
  { doing, seq, course = {} }: StepAsked,
  present: Found,
): Promise<Done | undefined> {
  const changes = tx.objectStore('changes');
  const change = await wanted(changes, doing, seq);
  if (change?.seq === undefined) return undefined;
  const said = doing === 'undo' ? 'undone' : 'done again';
  const stopIfAsked = () => {
    if (course.signal?.aborted)
      throw new ChangeRefused(`“${change.label}” was not ${said}: it was stopped, and nothing was changed.`);
  };
  const rows: RowNow[] = [];
  // Side by side: an import has thousands, and each by itself waits for the one before.
  for (let i = 0; i < change.differences.length; i += AT_A_TIME) {
    const some = change.differences.slice(i, i + AT_A_TIME);
    const stand = await Promise.all(some.map(({ table, id }) => tx.objectStore(table).get(id)));
    for (const [k, { table, id, before, after }] of some.entries()) {
      const [from, to] = doing === 'undo' ? [after, before] : [before, after];
      const outcome = turned(stand[k], from, to);
      if (outcome === 'clash') throw await inTheWay(changes, change, { table, id }, said);
      rows.push({ table, id, row: outcome.row });
    }
    stopIfAsked();
    course.onProgress?.(rows.length / change.differences.length / 2);
  }
  for (let i = 0; i < rows.length; i += AT_A_TIME) {
    await Promise.all(rows.slice(i, i + AT_A_TIME).map(({ table, id, row }) => place(tx, table, id, row)));
    stopIfAsked();
    course.onProgress?.(0.5 + i / rows.length / 2);
  }
  const loose = await looseEnd(tx, rows);
  if (loose) throw new ChangeRefused(`“${change.label}” cannot be ${said} by itself: ${loose}.`);
  const from = present.turn;
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

/** Numbers entries in the order in which they are filed, in whichever tab: the count goes on with each that is written. */
class Order {
  readonly #origin: Origin | undefined;
  #last: number;

  constructor(origin: Origin | undefined) {
    this.#origin = origin;
    this.#last = origin?.seq ?? 0;
  }

  /** The row with its number: the one it has or had, else the next. Read from a file it brings its own, and the count goes on from there. */
  numbered(table: TableName, row: unknown, before: unknown): unknown {
    if (table !== 'entries') return row;
    const entry = row as Entry;
    const seq = entry.seq ?? (before as Entry | undefined)?.seq ?? this.#last + 1;
    this.#last = Math.max(this.#last, seq);
    return { ...entry, seq };
  }

  async keep(tx: Write): Promise<void> {
    if (this.#origin && this.#last > (this.#origin.seq ?? 0))
      await tx.objectStore('meta').put({ ...this.#origin, seq: this.#last });
  }
}

/** Entries of a tank that is removed which the tab that removes it had not heard of: they go with it, and come back with it. */
async function leftBehind(tx: Write, rows: readonly Touched[]): Promise<Touched[]> {
  const gone = new Set(rows.flatMap(({ table, id, after }) => (table === 'tanks' && after === undefined ? [id] : [])));
  if (gone.size === 0) return [];
  const told = new Set(rows.flatMap(({ table, id }) => (table === 'entries' ? [id] : [])));
  return (await tx.objectStore('entries').getAll())
    .filter(({ id, tankId }) => tankId !== null && gone.has(tankId) && !told.has(id))
    .map(({ id }) => ({ table: 'entries', id, after: undefined, base: undefined }));
}

/** What a row needs and is there no more: "tank", "solution". */
async function missingTo(
  tx: Write,
  rows: readonly { readonly table: TableName; readonly row: unknown }[],
): Promise<string | undefined> {
  // Thousands of entries name the same tank.
  const asked = new Set<string>();
  for (const { table, row } of rows)
    for (const needed of neededBy(table, row)) {
      const name = `${needed.table} ${needed.id}`;
      if (asked.has(name)) continue;
      asked.add(name);
      if (!(await tx.objectStore(needed.table).getKey(needed.id))) return needed.table.slice(0, -1);
    }
  return undefined;
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
  const missing = await missingTo(tx, rows);
  if (missing) return `the ${missing} it belongs to has been removed`;
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
