import type { IDBPObjectStore } from 'idb';
import type { LoggedChange } from './change';
import { mergeRow, sameRow, isGroup } from './merge';
import type { RowTable } from './schema';
import { ChangeRefused } from './storage-error';
import { LAST_OF, type RecordDb, type Store } from './database';

type Changes<Mode extends IDBTransactionMode> = IDBPObjectStore<RecordDb, Store[], 'changes', Mode>;
export type AnyChanges = Changes<'readonly'> | Changes<'readwrite'>;

/** The change that was last done, or last undone; the next to undo and to redo. */
export async function lastOf(changes: AnyChanges, state: LoggedChange['state']): Promise<LoggedChange | undefined> {
  const range = IDBKeyRange.bound([state, 0], [state, Number.MAX_SAFE_INTEGER]);
  return (await changes.index(LAST_OF).openCursor(range, 'prev'))?.value;
}

/**
 * How often anything was done, undone or redone, by the log (`turnIn` tells it of the record). Read off the index: a change may hold a whole
 * import.
 */
export async function lastTurn(changes: AnyChanges): Promise<number> {
  const turns = (['done', 'undone'] as const).map(async (state) => {
    const range = IDBKeyRange.bound([state, 0], [state, Number.MAX_SAFE_INTEGER]);
    return (await changes.index(LAST_OF).openKeyCursor(range, 'prev'))?.key[1] ?? 0;
  });
  return Math.max(...(await Promise.all(turns)));
}

/**
 * The row that stands once a change's difference is taken back (or done again), other changes to the same row kept.
 * @param from the side of the difference that is left
 * @param to the side that is wanted
 * @returns the row, or undefined where none is to stand; a clash where the row was changed since in the same place
 */
export function turned(present: unknown, from: unknown, to: unknown): { row: unknown } | 'clash' {
  if (sameRow(present, to)) return { row: present };
  if (sameRow(present, from)) return { row: to };
  if (isGroup(present) && isGroup(from) && isGroup(to)) {
    const { row, clashes } = mergeRow(from, to, present);
    return clashes.length > 0 ? 'clash' : { row };
  }
  return 'clash';
}

/** Why a change cannot be undone or redone by itself: which later change stands in the way. */
export async function inTheWay(
  changes: AnyChanges,
  change: LoggedChange,
  touched: { readonly table: string; readonly id: string },
  doing: 'undone' | 'done again',
): Promise<ChangeRefused> {
  for (const state of ['done', 'undone'] as const) {
    const range = IDBKeyRange.bound([state, change.turn], [state, Number.MAX_SAFE_INTEGER], true);
    let cursor = await changes.index(LAST_OF).openCursor(range, 'prev');
    while (cursor) {
      const later = cursor.value;
      if (later.differences.some(({ table, id }) => table === touched.table && id === touched.id)) {
        const since = state === 'done' ? `“${later.label}” came after it` : `“${later.label}” was undone after it`;
        return new ChangeRefused(
          `“${change.label}” cannot be ${doing} by itself: ${since} and changed the same. ${state === 'done' ? 'Undo that first.' : 'Do that again first.'}`,
        );
      }
      cursor = await cursor.continue();
    }
  }
  return new ChangeRefused(`“${change.label}” cannot be ${doing}: what it wrote was changed since.`);
}

/** A line or a tick touches a handful of rows; more came from a file. */
const MOST_UNASKED = 12;

const ONE_AND_MORE: Readonly<Record<RowTable, readonly [one: string, more: string]>> = {
  tanks: ['tank', 'tanks'],
  salts: ['salt', 'salts'],
  solutions: ['solution', 'solutions'],
  vessels: ['vessel', 'vessels'],
  sources: ['source', 'sources'],
  waterDays: ['water day', 'water days'],
  instruments: ['instrument', 'instruments'],
  entries: ['entry', 'entries'],
};

/** What undoing or redoing a change would take with it, where that is more than an entry or two: it is asked about first. */
export function weightOf({ differences }: LoggedChange, doing: 'undo' | 'redo'): string | undefined {
  const removed = new Map<RowTable, number>();
  const brought = new Map<RowTable, number>();
  let altered = 0;
  for (const { table, before, after } of differences) {
    if (table === 'settings') continue;
    const [left, wanted] = doing === 'undo' ? [after, before] : [before, after];
    if (left !== undefined && wanted !== undefined) altered += 1;
    else {
      const tally = wanted === undefined ? removed : brought;
      tally.set(table, (tally.get(table) ?? 0) + 1);
    }
  }
  const rows = altered + [...removed.values(), ...brought.values()].reduce((sum, count) => sum + count, 0);
  if (!removed.has('tanks') && !removed.has('waterDays') && rows <= MOST_UNASKED) return undefined;
  return [
    removed.size > 0 ? `It removes ${counted(removed)}.` : '',
    brought.size > 0 ? `It brings back ${counted(brought)}.` : '',
    altered > 0 ? `It puts ${altered} ${altered === 1 ? 'row' : 'rows'} back as before.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

function counted(tally: ReadonlyMap<RowTable, number>): string {
  return [...tally].map(([table, count]) => `${count} ${ONE_AND_MORE[table][count === 1 ? 0 : 1]}`).join(', ');
}
