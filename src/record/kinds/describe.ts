import type { House } from './entry-kind';
import { kindOf, type Entry, type EntryDraft } from './list';

/** An entry in a few words and the keeper's units, without its note. */
export function describeEntry(entry: Entry | EntryDraft, house: House): string {
  return kindOf(entry.kind).describe(entry as never, house);
}

/** All that is said of an entry, to look for words in: its kind, what it is, its note. */
export function entryText(entry: Entry, house: House): string {
  const note = entry.note && entry.kind !== 'note' ? `, ${entry.note}` : '';
  return `${kindOf(entry.kind).title}: ${describeEntry(entry, house)}${note}`;
}

/** @param words in small letters; all of them are wanted */
export function saysAll(text: string, words: readonly string[]): boolean {
  const small = text.toLowerCase();
  return words.every((word) => small.includes(word));
}
