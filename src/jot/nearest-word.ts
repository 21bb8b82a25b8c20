import { distance } from 'fastest-levenshtein';
import { WORD_TO_PARAMETER } from './lexicon/parameter-words';
import { PHRASE_WORDS } from './phrases';

/** Words of fewer letters are near to too many others. */
const SHORTEST = 3;

/** The known word a mistyped one is nearest to, when it is near enough to be meant. */
export function nearestWord(word: string): string | undefined {
  const known = [...WORD_TO_PARAMETER.keys(), ...PHRASE_WORDS].filter(
    (each) => each.length >= SHORTEST && !each.includes(' '),
  );
  const near = known
    .map((each) => ({ each, apart: distance(each, word.toLowerCase()) }))
    .toSorted((a, b) => a.apart - b.apart)[0];
  // What is known and stands out of place is not mistyped.
  return near && near.apart > 0 && near.apart <= (word.length > 5 ? 2 : 1) && word.length >= SHORTEST
    ? near.each
    : undefined;
}
