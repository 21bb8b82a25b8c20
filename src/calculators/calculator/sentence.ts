import { finenessOf, type Fineness, type Phrase } from './calculator';
import { showText, type UnitPreferences } from '@/quantities/quantity';

/** How a moment is written: with its hour, its day alone, its month alone, or as a deadline. */
export type Tell = (moment: number, fineness?: Fineness) => string;

/** Punctuation hugs what stands before it, and what a bracket opens hugs the bracket. */
export function gapBefore(phrases: readonly Phrase[], i: number): string {
  const phrase = phrases[i];
  const before = phrases[i - 1];
  if (before === undefined || (typeof before === 'string' && before.endsWith('('))) return '';
  return typeof phrase === 'string' && /^[.,;:)]/.test(phrase) ? '' : ' ';
}

/**
 * A sentence as plain text, for copying, for titles and for the doors that have no screen.
 * @param tell how a moment is told; in UTC where no zone is known
 */
export function plainSentence(phrases: readonly Phrase[], units: UnitPreferences, tell: Tell = utcText): string {
  const told = (phrase: Phrase) =>
    typeof phrase === 'string'
      ? phrase
      : 'moment' in phrase
        ? tell(phrase.moment, finenessOf(phrase))
        : showText(phrase, units);
  return phrases.map((phrase, i) => gapBefore(phrases, i) + told(phrase)).join('');
}

/** "2026-11-28 09:00 UTC", "2026-11-28" or "2026-11". */
function utcText(moment: number, fineness?: Fineness): string {
  if (fineness === 'month') return new Date(moment).toISOString().slice(0, 7);
  if (fineness === 'day' || fineness === 'deadline') return new Date(moment).toISOString().slice(0, 10);
  return `${new Date(moment).toISOString().slice(0, 16).replace('T', ' ')} UTC`;
}
