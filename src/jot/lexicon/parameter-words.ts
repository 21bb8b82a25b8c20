import { PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';

/** The words a parameter is jotted by. */
export const WORD_TO_PARAMETER: ReadonlyMap<string, ParameterId> = new Map(
  PARAMETER_IDS.flatMap((id) => parameterOf(id).words.map((word): [string, ParameterId] => [word, id])),
);
export const PARAMETER_WORDS = [...WORD_TO_PARAMETER.keys()];

/** Words that name the unit along with the parameter. */
export const UNIT_OF_WORD: ReadonlyMap<string, string> = new Map(
  PARAMETER_IDS.flatMap((id) => Object.entries(parameterOf(id).unitOfWord ?? {})),
);
