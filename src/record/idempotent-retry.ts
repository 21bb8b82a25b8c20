import { touchedRows, type Change } from './change';

/**
 * A change that is sent again because it was not known whether the first was written: it takes over the identities of that one, so that
 * what was saved already is written over and not entered twice.
 * @param sent the change whose fate is not known
 * @param known rows there were before it: these have their identity already
 */
export function idempotentRetry(change: Change, sent: Change, known: (table: string, id: string) => boolean): Change {
  const isNew = ({ table, id, after }: { table: string; id: string; after: unknown }) =>
    after !== undefined && !known(table, id);
  const now = touchedRows(change).filter(isNew);
  const then = touchedRows(sent).filter(isNew);
  const alike = change.label === sent.label && now.length === then.length;
  if (!alike || now.some(({ table }, i) => table !== then[i]?.table)) return change;
  const ids = new Map(now.map(({ id }, i) => [id, then[i]?.id ?? id]));
  return { ...change, ...(change.put && { put: renamed(change.put, ids) as NonNullable<Change['put']> }) };
}

/** Rows of one change may name each other. */
function renamed(value: unknown, ids: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return ids.get(value) ?? value;
  if (Array.isArray(value)) return value.map((each) => renamed(each, ids));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, renamed(each, ids)]));
}
