import type { House } from './entry-kind';
import { kindOf, type Entry, type EntryDraft } from './list';

/** An entry in a few words and the keeper's units, without its note. */
export function describeEntry(entry: Entry | EntryDraft, house: House): string {
  return kindOf(entry.kind).describe(entry as never, house);
}
