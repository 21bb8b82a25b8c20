import type { Phrase } from './calculator';
import { showText, type UnitPreferences } from './units/quantity';

/** Punctuation hugs what stands before it, and what a bracket opens hugs the bracket. */
export function gapBefore(phrases: readonly Phrase[], i: number): string {
  const phrase = phrases[i];
  const before = phrases[i - 1];
  if (before === undefined || (typeof before === 'string' && before.endsWith('('))) return '';
  return typeof phrase === 'string' && /^[.,;:)]/.test(phrase) ? '' : ' ';
}

/** A sentence as plain text, for copying, for titles and for the doors that have no screen. */
export function plainSentence(phrases: readonly Phrase[], units: UnitPreferences): string {
  return phrases
    .map((phrase, i) => gapBefore(phrases, i) + (typeof phrase === 'string' ? phrase : showText(phrase, units)))
    .join('');
}
