import { distance } from 'fastest-levenshtein';
import { PARAMETER_IDS, parameterOf } from '@/calculators/parameters/parameters';
import { classOf } from './lexicon/animals';
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

/** A long name of a test that is mistyped can be no other: "alkalinty". */
const SURE_FROM = 7;
const EVERYDAY_WORDS = PARAMETER_IDS.filter((id) => parameterOf(id).everyday).flatMap((id) => parameterOf(id).words);

/** The name of a test that a long mistyped word can only be. */
export function surelyMeant(word: string): string | undefined {
  if (word.length < SURE_FROM || WORD_TO_PARAMETER.has(word) || classOf(word) || PHRASE_WORDS.includes(word))
    return undefined;
  const near = EVERYDAY_WORDS.filter((each) => each.length >= SURE_FROM && distance(each, word) <= 2);
  const parameters = new Set(near.map((each) => WORD_TO_PARAMETER.get(each)));
  return parameters.size === 1 ? near.toSorted((a, b) => distance(a, word) - distance(b, word))[0] : undefined;
}
