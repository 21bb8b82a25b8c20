import { distance } from 'fastest-levenshtein';
import { PARAMETER_IDS, parameterOf } from '@/calculators/parameters/parameters';
import { classOf } from './lexicon/animals';
import { WORD_TO_PARAMETER } from './lexicon/parameter-words';

/** A name of so many letters that is mistyped can be no other: "alkalinty". Shorter ones are asked about. Chosen. */
const SURE_FROM = 7;
const LONG_NAMES = PARAMETER_IDS.filter((id) => parameterOf(id).everyday)
  .flatMap((id) => parameterOf(id).words)
  .filter((word) => word.length >= SURE_FROM && !word.includes(' '));

/** The name of a test that a long mistyped word can only be. @param word in small letters */
export function surelyMeant(word: string): string | undefined {
  if (word.length < SURE_FROM || WORD_TO_PARAMETER.has(word) || classOf(word)) return undefined;
  const near = LONG_NAMES.filter((name) => distance(name, word) <= 2);
  const parameters = new Set(near.map((name) => WORD_TO_PARAMETER.get(name)));
  return parameters.size === 1 ? near.toSorted((a, b) => distance(a, word) - distance(b, word))[0] : undefined;
}
