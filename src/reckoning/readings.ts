import type { ParameterId } from '@/chemistry/parameters';
import type { Book, EntryOf } from '@/record/schema';

export interface DatedValue {
  readonly at: number;
  readonly value: number;
  readonly entryId: string;
}

/** A tank's readings of one parameter, in order of time. */
export function readingsOf(book: Book, tankId: string, parameter: ParameterId): DatedValue[] {
  return book.entries.flatMap((entry) => {
    if (entry.tankId !== tankId || entry.kind !== 'reading') return [];
    const value = (entry as EntryOf<'reading'>).values[parameter];
    return value === undefined ? [] : [{ at: entry.at, value, entryId: entry.id }];
  });
}

export function lastReading(book: Book, tankId: string, parameter: ParameterId): DatedValue | undefined {
  return readingsOf(book, tankId, parameter).at(-1);
}
