import type { RowNow } from './apply-rows';
import { TABLE_NAMES, type Row, type Settings, type TableName } from './schema';

/** Rows to write and rows to take away, by table. One change is written whole or not at all, and is undone whole. */
export interface Change {
  /** What was done, for the undo notice: "Logged alkalinity". */
  readonly label: string;
  readonly put?: { readonly [Name in TableName]?: readonly Row<Name>[] };
  readonly remove?: { readonly [Name in TableName]?: readonly string[] };
  /**
   * Rows as they stood when a form was opened on them. Only what differs from these is written: what another tab changed in the
   * meantime stands. Where none is given it is the row as this tab last read it.
   */
  readonly base?: { readonly [Name in TableName]?: readonly Row<Name>[] };
  /** Settings are amended where they stand when the change is written, so that two changes at once both count. */
  readonly settings?: (present: Settings) => Settings;
}

/** What is asked of a change that takes a while, such as an import. */
export interface CommitOptions {
  /** Told of how much of it is written, 0 to 1. */
  readonly onProgress?: (share: number) => void;
  /** Stops it, as long as it is not written: then nothing of it is. */
  readonly signal?: AbortSignal;
}

/** A row as it stood before and after a change; undefined where there was none. */
export interface Difference {
  readonly table: TableName;
  readonly id: string;
  readonly before?: unknown;
  readonly after?: unknown;
}

/** A change as the log keeps it. */
export interface LoggedChange {
  readonly seq?: number;
  readonly at: number;
  readonly label: string;
  readonly differences: readonly Difference[];
  readonly state: 'done' | 'undone';
  /** Counts up with each doing, undoing and redoing: the last turn is the next to undo or redo. */
  readonly turn: number;
}

/** A change that was written, and can be undone by its number. */
export interface Filed {
  readonly seq: number;
  readonly label: string;
}

/** A change that could be undone or redone now. */
export interface Step extends Filed {
  readonly at: number;
  /** What it would take away or bring back where that is more than an entry or two: asked about first. */
  readonly weight: string | undefined;
}

/** The rows a change touches, with what they become. */
export function touchedRows(change: Change): { table: TableName; id: string; after: unknown }[] {
  return TABLE_NAMES.flatMap((table) => [
    ...(change.put?.[table] ?? []).map((row) => ({ table, id: row.id, after: row as unknown })),
    ...(change.remove?.[table] ?? []).map((id) => ({ table, id, after: undefined })),
  ]);
}

/** A change as a list of the past shows it. */
export interface PastChange extends Filed {
  readonly at: number;
  readonly state: LoggedChange['state'];
}

/** What a transaction made of the record: enough for a snapshot that stood at `from` to be carried to `turn` without reading anything. */
export interface Written {
  readonly rows: readonly RowNow[];
  /** The record's turn before and after. */
  readonly from: number;
  readonly turn: number;
  /** Labels of what undo and redo would do now; a label that is not here is as it was. */
  readonly undoable: { readonly undo?: string | undefined; readonly redo?: string | undefined };
}
