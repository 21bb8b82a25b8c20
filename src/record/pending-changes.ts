import { applyRows, rowById } from './apply-rows';
import type { Written } from './change';
import { lostToEntry } from './references';
import type { Snapshot, RowTable } from './schema';

/** How far a tab's book has come. */
export interface Standing {
  readonly snapshot: Snapshot;
  readonly turn: number;
  readonly undoable: { readonly undo: string | undefined; readonly redo: string | undefined };
}

/** What was written, here or in other tabs, on what this tab has not heard of yet: it waits until that comes. */
export class PendingChanges {
  #waiting: Written[] = [];

  add(written: Written): void {
    this.#waiting.push(written);
  }

  /** Whether nothing waits. */
  get empty(): boolean {
    return this.#waiting.length === 0;
  }

  /** Carries a snapshot as far as is known without a gap; what it has passed is forgotten. */
  carry(revision: Standing): Standing {
    let reached = revision;
    for (;;) {
      const next = this.#waiting.find(({ from }) => from === reached.turn);
      if (!next) break;
      reached = {
        snapshot: applyRows(reached.snapshot, next.rows),
        turn: next.turn,
        undoable: { ...reached.undoable, ...next.undoable },
      };
    }
    this.forget(reached.turn);
    return reached;
  }

  /** Forgets what a snapshot of this turn holds already. */
  forget(turn: number): void {
    this.#waiting = this.#waiting.filter(({ from }) => from >= turn);
  }
}

/**
 * Whether more may stand or fall with what was written than its own rows: a row that others name was removed, an entry names one that is
 * not there, the settings are those of the beginning again. Then the record is read and sorted anew.
 */
export function needsReading(snapshot: Snapshot, { rows }: Written): boolean {
  const come = new Set(rows.flatMap(({ table, id, row }) => (row === undefined ? [] : [`${table} ${id}`])));
  const there = (table: RowTable, id: string) =>
    come.has(`${table} ${id}`) || rowById(snapshot, table, id) !== undefined;
  return rows.some(({ table, row }) =>
    row === undefined
      ? table !== 'entries'
      : table === 'entries' && lostToEntry(row as Readonly<Record<string, unknown>>, there) !== undefined,
  );
}
