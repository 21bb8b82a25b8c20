import type { ParameterId } from '@/chemistry/parameters';
import type { Book } from '@/record/schema';

export interface DatedValue {
  readonly at: number;
  readonly value: number;
  readonly entryId: string;
}

const indexes = new WeakMap<Book, ReadonlyMap<string, readonly DatedValue[]>>();

/** The readings of a book by tank and parameter, found in one pass: a screen asks for them dozens of times. */
function indexOf(book: Book): ReadonlyMap<string, readonly DatedValue[]> {
  const known = indexes.get(book);
  if (known) return known;
  const index = new Map<string, DatedValue[]>();
  for (const entry of book.entries) {
    if (entry.kind !== 'reading') continue;
    for (const [parameter, value] of Object.entries(entry.values)) {
      if (value === undefined) continue;
      const key = keyOf(entry.tankId, parameter);
      const own = index.get(key);
      const dated = { at: entry.at, value, entryId: entry.id };
      if (own) own.push(dated);
      else index.set(key, [dated]);
    }
  }
  indexes.set(book, index);
  return index;
}

function keyOf(tankId: string, parameter: string): string {
  return `${parameter} ${tankId}`;
}

const NONE: readonly DatedValue[] = [];

/** A tank's readings of one parameter, in order of time. */
export function readingsOf(book: Book, tankId: string, parameter: ParameterId): readonly DatedValue[] {
  return indexOf(book).get(keyOf(tankId, parameter)) ?? NONE;
}

export function lastReading(book: Book, tankId: string, parameter: ParameterId): DatedValue | undefined {
  return readingsOf(book, tankId, parameter).at(-1);
}
