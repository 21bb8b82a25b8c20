import type { IDBPObjectStore } from 'idb';
import type { LoggedChange } from './change';
import { mergeRow, sameRow, isGroup } from './merge';
import { ChangeRefused } from './trouble';
import { LAST_OF, type RecordDb, type Store } from './database';

type Changes<Mode extends IDBTransactionMode> = IDBPObjectStore<RecordDb, Store[], 'changes', Mode>;
export type AnyChanges = Changes<'readonly'> | Changes<'readwrite'>;

/** The change that was last done, or last undone; the next to undo and to redo. */
export async function lastOf(changes: AnyChanges, state: LoggedChange['state']): Promise<LoggedChange | undefined> {
  const range = IDBKeyRange.bound([state, 0], [state, Number.MAX_SAFE_INTEGER]);
  return (await changes.index(LAST_OF).openCursor(range, 'prev'))?.value;
}

/** How often anything was done, undone or redone: the record's own clock, which a copy of it is dated by. */
export async function lastTurn(changes: AnyChanges): Promise<number> {
  const [done, undone] = await Promise.all([lastOf(changes, 'done'), lastOf(changes, 'undone')]);
  return Math.max(done?.turn ?? 0, undone?.turn ?? 0);
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

/** What a change put in, took out and altered that is more than an entry or two: undoing it is asked about. */
export function weightOf(change: LoggedChange, doing: 'undo' | 'redo'): string | undefined {
  const counts = new Map<string, number>();
  const count = (what: string) => counts.set(what, (counts.get(what) ?? 0) + 1);
  for (const { table, before, after } of change.differences) {
    const [left, wanted] = doing === 'undo' ? [after, before] : [before, after];
    if (table === 'settings') continue;
    if (wanted === undefined && left !== undefined) count(`removes ${SINGULAR[table]}`);
    else if (table === 'entries' && left === undefined) count('brings back entry');
  }
  const of = (what: string) => counts.get(what) ?? 0;
  const entries = of('removes entry');
  const weighty =
    of('removes tank') > 0 || of('removes water day') > 0 || entries + of('brings back entry') > MOST_UNASKED;
  if (!weighty) return undefined;
  const removed = [...counts].flatMap(([what, n]) =>
    what.startsWith('removes ') ? [`${n} ${n === 1 ? what.slice(8) : PLURAL[what.slice(8)]}`] : [],
  );
  const back = of('brings back entry');
  return [
    removed.length > 0 ? `It removes ${removed.join(', ')}.` : '',
    back > 0 ? `It brings back ${back} ${back === 1 ? 'entry' : 'entries'}.` : '',
  ]
    .join(' ')
    .trim();
}

/** A line or a tick files a handful of entries; more came from a file. */
const MOST_UNASKED = 12;

const SINGULAR: Readonly<Record<string, string>> = {
  tanks: 'tank',
  salts: 'salt',
  solutions: 'solution',
  vessels: 'vessel',
  sources: 'source',
  waterDays: 'water day',
  entries: 'entry',
};
const PLURAL: Readonly<Record<string, string>> = {
  tank: 'tanks',
  salt: 'salts',
  solution: 'solutions',
  vessel: 'vessels',
  source: 'sources',
  'water day': 'water days',
  entry: 'entries',
};
