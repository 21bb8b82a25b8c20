import type { ParameterId } from '@/calculators/parameters/parameters';
import type { Instrument } from '@/record/rows/instrument';
import type { Solution } from '@/record/rows/solution';
import { PARAMETER_WORDS, WORD_TO_PARAMETER } from './lexicon/parameter-words';
import type { Line } from './line';
import { surelyMeant } from './surely-meant';

export interface ParameterNamed {
  readonly parameter: ParameterId;
  readonly word: string;
  readonly end: number;
}

/** The parameter that is named at a token. */
export function parameterAt(line: Line, at: number): ParameterNamed | undefined {
  if (line.tokens[at]?.kind !== 'word') return undefined;
  const found = line.longestAt(at, PARAMETER_WORDS);
  const parameter = found && WORD_TO_PARAMETER.get(found.words);
  const meant = found || !line.free(at) ? undefined : surelyMeant(line.word(at));
  const mistyped = meant === undefined ? undefined : WORD_TO_PARAMETER.get(meant);
  if (meant !== undefined && mistyped) return { parameter: mistyped, word: meant, end: at + 1 };
  return found && parameter ? { parameter, word: found.words, end: found.end } : undefined;
}

export interface SolutionsNamed {
  readonly solutions: readonly Solution[];
  readonly end: number;
  /** The word is a parameter's as well: "calcium" of "Calcium part". */
  readonly parameter?: ParameterId | undefined;
}

/** Words of a keeper for limewater, whatever the record calls it. */
const LIMEWATER = ['limewater', 'kalkwasser', 'kalk', 'lime water', 'lime'];
/** Words for the two of a two-part. */
const BOTH = ['both parts', 'both', 'the two parts', 'two part', 'two-part', 'each part'];
const SHORTEST_BEGINNING = 3;

/** The solution that is named at a token: by its whole name, or by any one word of it that no other shares, begun with three letters at least. */
export function solutionsAt(line: Line, at: number): SolutionsNamed | undefined {
  const { solutions } = line.context;
  const word = line.word(at);
  if (line.tokens[at]?.kind !== 'word') return undefined;
  const named = (found: readonly Solution[], end: number): SolutionsNamed => {
    const parameter = parameterAt(line, at);
    return {
      solutions: found,
      end: passPart(line, end),
      ...(parameter?.end === end && { parameter: parameter.parameter }),
    };
  };
  const whole = line.longestAt(
    at,
    solutions.map(({ name }) => name.toLowerCase()),
  );
  const exact = whole && solutions.find(({ name }) => name.toLowerCase() === whole.words);
  if (whole && exact) return { solutions: [exact], end: whole.end };
  const both = line.longestAt(at, BOTH);
  if (both) {
    const two = solutions.filter(({ parts }) => parts.some(({ reagent }) => OF_A_TWO_PART.test(reagent)));
    return two.length === 2 ? named(two, both.end) : undefined;
  }
  const lime = line.longestAt(at, LIMEWATER);
  if (lime) {
    const found = solutions.filter(({ parts }) => parts.some(({ reagent }) => reagent === 'calcium-hydroxide'));
    return found.length === 1 ? { solutions: found, end: lime.end } : undefined;
  }
  if (word.length < SHORTEST_BEGINNING || NO_NAME.has(word)) return undefined;
  const begun = solutions.filter(({ name }) =>
    name
      .toLowerCase()
      .split(/\s+/)
      .some((part) => part.startsWith(word) && !NO_NAME.has(part)),
  );
  return begun.length === 1 ? named(begun, at + 1) : undefined;
}

/** Words of a solution's name that tell it from no other; carbon is what is filtered over or fed to bacteria, and no beginning of carbonate. */
const NO_NAME: ReadonlySet<string> = new Set(['carbon', 'part', 'parts', 'mix', 'solution', 'the', 'and', 'dosing']);
const OF_A_TWO_PART = /^(?:sodium-(?:bi)?carbonate|calcium-chloride)/;

/** "calcium part": the second word belongs to the name. */
function passPart(line: Line, at: number): number {
  return NO_NAME.has(line.word(at)) && /^(?:parts?|mix|solution)$/.test(line.word(at)) ? at + 1 : at;
}

export interface InstrumentsNamed {
  readonly instruments: readonly Instrument[];
  readonly from: number;
  readonly end: number;
}

/** All that are called by a name that stands at a token; "by", "with" or a bracket may stand before it. */
export function instrumentsAt(line: Line, at: number): InstrumentsNamed | undefined {
  const { instruments = [] } = line.context;
  const found = line.longestAt(
    at,
    instruments.map(({ name }) => name.toLowerCase()),
  );
  if (!found) return undefined;
  let from = at;
  while (/^(?:the|by|with|on|from|\(|\[|my)$/.test(line.word(from - 1)) && line.free(from - 1)) from--;
  const closed = /^[)\]:]$/.test(line.word(found.end)) ? 1 : 0;
  return {
    instruments: instruments.filter(({ name }) => name.toLowerCase() === found.words),
    from,
    end: found.end + closed,
  };
}
