import { takenFromWithHint } from '@/calculators/calculator/refusal-text';
import { attempt } from '@/calculators/calculator/attempt';
import { ambiguity } from '@/quantities/ambiguous';
import { slashed } from '@/quantities/compose';
import { plainSigns } from '@/quantities/plain-signs';
import { parseQuantity, unitBySpelling, type Expectation } from '@/quantities/parse-quantity';
import type { JotContext, JotProblem } from './context';
import { CONTAINER, NUMBER_WORDS } from './lexicon/fillers';
import { WORD_TO_PARAMETER } from './lexicon/parameter-words';
import { tokensOf, type Token } from './tokens';

/** A figure of the line, read as what was expected. */
export interface FigureRead {
  readonly amount: number;
  /** The token behind it and its unit. */
  readonly end: number;
  /** Whether its unit was typed. */
  readonly withUnit: boolean;
  /** One step of its last digit, in the canonical unit. */
  readonly step: number;
}

/** A jotted line: its pieces, and which of them have been understood. */
export class Line {
  readonly typed: string;
  readonly text: string;
  readonly tokens: readonly Token[];
  readonly context: JotContext;
  readonly problems: JotProblem[] = [];
  /** Tokens of hours that something runs in: no times of the line. */
  readonly hours = new Set<number>();
  readonly #used: boolean[];

  constructor(typed: string, context: JotContext) {
    this.typed = typed;
    // A unit in brackets is the figure's all the same; a text stays as long as it was.
    this.text = plainSigns(typed).replace(/(?<=\d\s?)\(([^()\d\s]{1,12})\)/gu, ' $1 ');
    this.tokens = tokensOf(this.text);
    this.context = context;
    this.#used = this.tokens.map(() => false);
  }

  /** Whether a token is there and not understood yet. */
  free(i: number): boolean {
    return i >= 0 && i < this.tokens.length && this.#used[i] === false;
  }

  use(from: number, to = from + 1): void {
    for (let i = Math.max(0, from); i < Math.min(to, this.tokens.length); i++) this.#used[i] = true;
  }

  /** Gives back what was taken for something that it is not. */
  release(from: number, to: number): void {
    for (let i = from; i < to; i++) this.#used[i] = false;
  }

  word(i: number): string {
    return this.tokens[i]?.text ?? '';
  }

  isNumber(i: number): boolean {
    const word = this.word(i);
    if (this.tokens[i]?.kind === 'number' || NUMBER_WORDS.has(word)) return true;
    // "a gallon", "half a cup"
    const next = this.word(i + 1);
    return /^an?$/.test(word)
      ? COUNTED.test(next)
      : word === 'half' && (COUNTED.test(next) || (/^an?$/.test(next) && COUNTED.test(this.word(i + 2))));
  }

  /** The token behind a run of words that stands at a place, all of it free; nothing where it does not stand there. */
  phraseEnd(at: number, words: string): number | undefined {
    let i = at;
    for (const word of words.split(' ')) {
      if (!this.free(i) || this.word(i) !== word) return undefined;
      i++;
    }
    return i;
  }

  /** The longest of some spellings that stands at a place. */
  longestAt(at: number, spellings: Iterable<string>): { readonly words: string; readonly end: number } | undefined {
    let best: { words: string; end: number } | undefined;
    const first = this.word(at);
    for (const words of spellings) {
      if (!words.startsWith(first)) continue;
      const end = this.phraseEnd(at, words);
      if (end !== undefined && (!best || end > best.end)) best = { words, end };
    }
    return best;
  }

  /** A token that parts two statements. */
  isBreak(i: number): boolean {
    const token = this.tokens[i];
    if (!token) return true;
    if (/^[+&]$/.test(token.text)) return !this.tokens[i + 1]?.glued;
    if (token.kind === 'mark') return /^[,;|•.!)(\n]$/.test(token.text);
    return token.text === 'and' || token.text === 'then';
  }

  /**
   * The figure at a token as an amount, with the longest unit behind it.
   * @param how a unit the word before it implies (`suffix`), or that stands for whichever is typed (`as`)
   * @returns nothing where no figure of this kind stands there; a refusal is told of the stretch from `from` on and answered as 'refused'
   */
  figureAt(
    at: number,
    expected: Expectation,
    from: number,
    how: { readonly suffix?: string | undefined; readonly as?: string | undefined; readonly quiet?: boolean } = {},
  ): FigureRead | 'refused' | undefined {
    if (!this.isNumber(at)) return undefined;
    const figure = this.numberAt(at);
    const unit = this.unitAt(figure.end, expected);
    const behind = unit?.end ?? figure.end;
    const end = CONTAINER.test(this.word(behind)) && this.free(behind) ? behind + 1 : behind;
    if (end > behind && !unit && expected.kind === 'volume') {
      if (!how.quiet) this.ask(from, end, 'How large is each of them? As in “2 buckets of 10 l”.');
      return 'refused';
    }
    const plain = unit && slashed(unit.spelling);
    // Degrees are the keeper's own; letters that stick to a figure and are no unit are not passed over.
    const spelled =
      plain !== undefined && expected.kind === 'temperature' && /^(?:deg|degrees?|)$/.test(plain)
        ? this.context.units.temperature
        : (how.as ?? unit?.spelling ?? this.#stuck(figure.end) ?? how.suffix ?? '');
    const typed = `${figure.text} ${spelled}`;
    if (!unit && this.word(figure.end) === 'of' && this.isNumber(figure.end + 1)) {
      if (!how.quiet) this.ask(from, figure.end + 2, 'Which of the two figures is meant?');
      return 'refused';
    }
    const { outcome, refusal } = attempt(() => parseQuantity(typed, expected, this.context.units));
    if (outcome) {
      const decimals = /[.,](\d+)$/.exec(figure.text)?.[1]?.length ?? 0;
      const trailing = decimals === 0 ? (/0+$/.exec(figure.text.replace(/\D/g, ''))?.[0].length ?? 0) : 0;
      const value = Number(figure.text.replace(',', '.'));
      const moved = outcome.unit.toCanonical(value + 10 ** (trailing - decimals));
      const step = Number.isFinite(moved) ? Math.abs(moved - outcome.amount / figure.times) : 0;
      return { amount: outcome.amount * figure.times, end, withUnit: unit !== undefined, step };
    }
    if (!how.quiet && refusal) {
      const word = /^(?:[\p{L}_-]+\d*|\S+)/u.exec(this.typed.slice(this.tokens[from]?.from))?.[0] ?? '';
      this.ask(
        from,
        end,
        takenFromWithHint({ ...refusal, field: expected.field }),
        refusal.suggestion && (from === at ? refusal.suggestion : `${word} ${refusal.suggestion}`),
      );
    }
    return 'refused';
  }

  /** Letters that stick to a figure and are no unit of it: "40lb" of water. */
  #stuck(at: number): string | undefined {
    const token = this.tokens[at];
    if (
      !token?.glued ||
      token.kind !== 'word' ||
      /^(?:ish|x|am|pm|th)$/.test(token.text) ||
      WORD_TO_PARAMETER.has(token.text)
    )
      return undefined;
    return token.text;
  }

  /** A number with its sign, "2 x 5", "two buckets of 10" and "half". */
  numberAt(at: number): { readonly text: string; readonly times: number; readonly end: number } {
    const value = (i: number) => String(NUMBER_WORDS.get(this.word(i)) ?? this.word(i));
    const sign = this.word(at - 1) === '-' && this.tokens[at]?.glued && !this.tokens[at - 1]?.glued ? '-' : '';
    let next = at + 1;
    if (/^(?:x|×|\*)$/.test(this.word(next)) && this.isNumber(next + 1))
      return { text: value(next + 1), times: Number(value(at)), end: next + 2 };
    if (CONTAINER.test(this.word(next))) {
      if (/^(?:of|at|with|à)$/.test(this.word(next + 1))) next++;
      if (next > at + 1 && this.isNumber(next + 1))
        return { text: value(next + 1), times: Number(value(at)), end: next + 2 };
    }
    if (/^an?$/.test(this.word(at))) return { text: '1', times: 1, end: at + 1 };
    if (this.word(at) === 'half')
      return { text: '0.5', times: 1, end: /^an?$/.test(this.word(at + 1)) ? at + 2 : at + 1 };
    // "two 5 gallon buckets"
    if (NUMBER_WORDS.has(this.word(at)) && this.tokens[at + 1]?.kind === 'number')
      return { text: value(at + 1), times: Number(value(at)), end: at + 2 };
    return { text: sign + value(at), times: 1, end: at + 1 };
  }

  /** The longest run of pieces from a token on that is a unit of what is expected, or one that is asked about. */
  unitAt(at: number, { kind, whole }: Expectation): { readonly spelling: string; readonly end: number } | undefined {
    const first = this.tokens[at];
    if (!first || !this.free(at) || this.isNumber(at)) return undefined;
    for (let end = Math.min(at + MOST_PIECES, this.tokens.length); end > at; end--) {
      const last = this.tokens[end - 1];
      if (!last || !this.free(end - 1)) continue;
      const spelling = this.text.slice(first.from, last.to);
      const plain = slashed(spelling);
      if (plain === '' || /^[,;:|]|[,;:|]$/.test(spelling)) continue;
      if (whole !== undefined && /^(?:%|percent|pc)$/i.test(plain)) return { spelling, end };
      // A unit is a word of its own: "35 p" of "35 ph" is none.
      if (unitBySpelling(kind, spelling) || ambiguity(kind, plain)) return { spelling, end };
    }
    return undefined;
  }

  /** Asks about a stretch of the line, told by tokens. */
  ask(from: number, to: number, message: string, suggestion?: string): void {
    const start = this.tokens[from]?.from ?? 0;
    const end = this.tokens[to - 1]?.to ?? this.text.length;
    this.problems.push({ from: start, to: Math.max(end, start), message, suggestion });
    this.use(from, to);
  }
}

/** Units that are counted by "a" and "half a". */
const COUNTED = /^(?:gal|gallon|litre|liter|cup|quart|pint|tablespoon|teaspoon|bucket|week|hour|minute)s?$/;
/** A unit is at most so many pieces: "ml / day", "drops of 0.06 ml / s". */
const MOST_PIECES = 7;
