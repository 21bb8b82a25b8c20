import equal from 'fast-deep-equal';

/** A row, or a group of fields within one. */
export type Fields = Readonly<Record<string, unknown>>;

interface Merged {
  readonly row: Fields;
  /** Fields that both sides changed, each to something else; the wanted side stands in the row. */
  readonly clashes: readonly string[];
}

/**
 * A row that was changed on two sides: of what stands now, only the fields change that one side wanted to change.
 *
 *     mergeRow({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }).row // { a: 2, b: 3 }
 *
 * @param base the row that `wanted` was made from
 * @param present the row as it stands now
 */
export function mergeRow(base: Fields, wanted: Fields, present: Fields): Merged {
  const row: Record<string, unknown> = { ...present };
  const clashes: string[] = [];
  for (const key of new Set([...Object.keys(base), ...Object.keys(wanted)])) {
    const [was, meant, now] = [base[key], wanted[key], present[key]];
    if (equal(was, meant) || equal(now, meant)) continue;
    if (isGroup(was) && isGroup(meant) && isGroup(now)) {
      const group = mergeRow(was, meant, now);
      row[key] = group.row;
      clashes.push(...group.clashes.map((field) => `${key}.${field}`));
      continue;
    }
    if (!equal(was, now)) clashes.push(key);
    if (meant === undefined) Reflect.deleteProperty(row, key);
    else row[key] = meant;
  }
  return { row, clashes };
}

/** Whether two rows say the same; a field left out and one that is undefined are alike. */
export function sameRow(a: unknown, b: unknown): boolean {
  if (!isGroup(a) || !isGroup(b)) return equal(a, b);
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => sameRow(a[key], b[key]));
}

export function isGroup(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
