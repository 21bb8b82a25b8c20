import { distance } from 'fastest-levenshtein';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { ALL_KINDS, type EntryDraft } from '../kinds/list';
import type { Verb } from '../kinds/entry-kind';

/** The words a parameter is jotted by. */
export const WORD_TO_PARAMETER: ReadonlyMap<string, ParameterId> = new Map(
  PARAMETER_IDS.flatMap((id) => parameterOf(id).words.map((word): [string, ParameterId] => [word, id])),
);

/** Words that name the unit along with the parameter. */
export const UNIT_OF_WORD: ReadonlyMap<string, string> = new Map(
  PARAMETER_IDS.flatMap((id) => Object.entries(parameterOf(id).unitOfWord ?? {})),
);

/** What was done, by the word it is jotted with. */
export const VERBS: ReadonlyMap<string, Verb<EntryDraft>> = new Map(
  ALL_KINDS.flatMap(({ kind, verbs = {} }) =>
    Object.entries(verbs).map(([word, verb]): [string, Verb<EntryDraft>] => [
      word,
      (scanner, from) => {
        const make = verb(scanner, from);
        return make && ((at) => ({ kind, ...(make(at) as object) }) as EntryDraft);
      },
    ]),
  ),
);

/** The known word a mistyped one is nearest to, when it is near enough to be meant. */
export function nearestWord(word: string): string | undefined {
  const known = [...WORD_TO_PARAMETER.keys(), ...VERBS.keys()].filter((each) => each.length > 2);
  const near = known
    .map((each) => ({ each, apart: distance(each, word.toLowerCase()) }))
    .toSorted((a, b) => a.apart - b.apart)[0];
  return near && near.apart <= (word.length > 5 ? 2 : 1) ? near.each : undefined;
}
