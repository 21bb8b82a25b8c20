import { touchedRows, type Change } from './change';

/** A change of more rows comes from a file, and from no press that could be one too many. */
const MOST_ROWS = 40;

/**
 * What a change says, apart from the identities and the moment it was given: two presses of one button, or two Enters on one line, say the
 * same.
 * @returns undefined where it adds nothing new, which is the same however often it is written, or holds a whole file
 */
export function saidBy(change: Change, known: (table: string, id: string) => boolean): string | undefined {
  const rows = touchedRows(change);
  if (rows.length > MOST_ROWS) return undefined;
  const added = rows.filter(({ table, id, after }) => after !== undefined && !known(table, id));
  if (added.length === 0) return undefined;
  const identities = new Set(rows.map(({ id }) => id));
  return JSON.stringify([change.label, rows], (key, value: unknown) =>
    key === 'id' || key === 'at' || (typeof value === 'string' && identities.has(value)) ? undefined : value,
  );
}
