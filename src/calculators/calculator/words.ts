import type { Phrase } from './calculator';

/** A name at the head of a sentence; pH keeps its small letter, as the field writes it. */
export function capitalised(name: string): string {
  return name.startsWith('pH') ? name : name.charAt(0).toUpperCase() + name.slice(1);
}

/** Names one after another: "calcium", "calcium and magnesium", "alkalinity, calcium and magnesium". */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}

/** The same for parts of a sentence: each may hold figures of its own. */
export function listedPhrases(parts: readonly (readonly Phrase[])[]): Phrase[] {
  return parts.flatMap((part, i) => [...(i === 0 ? [] : [i === parts.length - 1 ? 'and' : ',']), ...part]);
}
