import { readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { parseQuantity } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { WORD_TO_PARAMETER } from './lexicon/parameter-words';

/** How a session of tests was typed: in which order, and with which units where they were named. */
export interface TypedSession {
  readonly order: readonly ParameterId[];
  readonly units: Readonly<Partial<Record<ParameterId, string>>>;
}

/** Words, figures with or without a sign of a bound, commas, and whatever else stands between blanks. */
const PIECES = /[<>≤≥]?[\d.,]*\d|,|[^\s,\d<>≤≥][^\s,]*/gu;
const FIGURE = /^[<>≤≥]?[\d.,]*\d$/;
/** A unit is at most two words: "ppb p", "mg/L PO4". */
const LONGEST_UNIT = 2;

/**
 * The order and the units of a line as it was jotted, so that the next session can be asked in the same.
 * @example typedSession('po4 45 ppb p alk 8.3') // order phosphate, alkalinity; units { phosphate: 'ppb p' }
 */
export function typedSession(line: string): TypedSession {
  const pieces = [...line.matchAll(PIECES)].map(([piece]) => piece);
  const order: ParameterId[] = [];
  const units: Partial<Record<ParameterId, string>> = {};
  pieces.forEach((piece, i) => {
    const parameter = WORD_TO_PARAMETER.get(piece.toLowerCase());
    const figure = pieces[i + 1] ?? '';
    if (!parameter || !FIGURE.test(figure) || order.includes(parameter)) return;
    order.push(parameter);
    const unit = unitAfter(parameter, figure, pieces.slice(i + 2, i + 3 + LONGEST_UNIT));
    if (unit !== undefined) units[parameter] = unit;
  });
  return { order, units };
}

/** The longest run of words after a figure that is a unit of the parameter. */
function unitAfter(parameter: ParameterId, figure: string, behind: readonly string[]): string | undefined {
  // "sal 1.0255 sg temp 78": sg is a unit there, and the name of a test where a figure follows it.
  const named = behind.findIndex(
    (word, i) => WORD_TO_PARAMETER.has(word.toLowerCase()) && FIGURE.test(behind[i + 1] ?? ''),
  );
  const words = behind.slice(0, named < 0 ? LONGEST_UNIT : Math.min(named, LONGEST_UNIT));
  const number = figure.replace(/^[<>≤≥]/, '');
  for (let length = words.length; length > 0; length--) {
    const unit = words.slice(0, length).join(' ');
    if (/[,\d]/.test(unit[0] ?? '')) continue;
    const { outcome } = attempt(() => parseQuantity(`${number} ${unit}`, readingExpectation(parameter), DEFAULT_UNITS));
    if (outcome) return unit;
  }
  return undefined;
}

/** A figure with nothing behind it, which is read in the unit of the last session. */
export function isBareFigure(text: string): boolean {
  return /^\s*[<>≤≥]?\s*[\d.,]*\d\s*$/.test(text);
}
