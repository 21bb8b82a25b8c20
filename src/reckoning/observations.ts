import type { Observation } from '@/chemistry/observation';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import type { Book } from '@/record/schema';

/** An observation of a tank, and the entry it was made from. */
export interface TankObservation extends Observation {
  readonly entryId: string;
}

const indexes = new WeakMap<Book, ReadonlyMap<string, readonly TankObservation[]>>();

/** The readings of a book by tank and parameter, found in one pass: a screen asks for them dozens of times. */
function indexOf(book: Book): ReadonlyMap<string, readonly TankObservation[]> {
  const known = indexes.get(book);
  if (known) return known;
  const index = new Map<string, TankObservation[]>();
  for (const entry of book.entries) {
    if (entry.kind !== 'reading') continue;
    for (const [parameter, value] of Object.entries(entry.values)) {
      if (value === undefined) continue;
      const key = keyOf(entry.tankId, parameter);
      const own = index.get(key);
      const dated = { at: entry.at, value, sd: PARAMETERS[parameter as ParameterId].testError, entryId: entry.id };
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

const NONE: readonly TankObservation[] = [];

/** A tank's readings of one parameter, in order of time. */
export function observationsOf(book: Book, tankId: string, parameter: ParameterId): readonly TankObservation[] {
  return indexOf(book).get(keyOf(tankId, parameter)) ?? NONE;
}

export function lastObservation(book: Book, tankId: string, parameter: ParameterId): TankObservation | undefined {
  return observationsOf(book, tankId, parameter).at(-1);
}
