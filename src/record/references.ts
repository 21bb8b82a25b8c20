import { isGroup } from './merge';
import type { RowTable, TableName } from './schema';

/** A row that another row names. */
export interface Reference {
  /** The field that names it. */
  readonly field: string;
  readonly table: RowTable;
  readonly id: string;
}

const OF_AN_ENTRY: readonly (readonly [field: string, table: RowTable])[] = [
  ['tankId', 'tanks'],
  ['solutionId', 'solutions'],
  ['sourceId', 'sources'],
];

/** The rows without which a row means nothing: an entry's tank, solution and source line. */
export function neededBy(table: TableName, row: unknown): Reference[] {
  if (table !== 'entries' || !isGroup(row)) return [];
  return OF_AN_ENTRY.flatMap(([field, of]) => {
    const id = row[field];
    return typeof id === 'string' ? [{ field, table: of, id }] : [];
  });
}

/** The first of those that an entry needs and that is not there; tens of thousands are looked through at each reading of a record. */
export function lostToEntry(
  entry: Readonly<Record<string, unknown>>,
  there: (table: RowTable, id: string) => boolean,
): Reference | undefined {
  for (const [field, table] of OF_AN_ENTRY) {
    const id = entry[field];
    if (typeof id === 'string' && !there(table, id)) return { field, table, id };
  }
  return undefined;
}

/** All rows a row names, those too that it can do without. */
export function namedBy(table: TableName, row: unknown): Reference[] {
  if (!isGroup(row)) return [];
  const one = (field: string, of: RowTable): Reference[] =>
    typeof row[field] === 'string' ? [{ field, table: of, id: row[field] }] : [];
  switch (table) {
    case 'tanks':
      return one('saltId', 'salts');
    case 'entries':
      return [
        ...neededBy(table, row),
        ...one('saltId', 'salts'),
        ...one('batchId', 'entries'),
        ...one('waterDayId', 'waterDays'),
      ];
    case 'waterDays':
      return (Array.isArray(row.tanks) ? row.tanks : []).flatMap((each: unknown) =>
        isGroup(each) && typeof each.tankId === 'string'
          ? [{ field: 'tanks', table: 'tanks' as const, id: each.tankId }]
          : [],
      );
    default:
      return [];
  }
}
