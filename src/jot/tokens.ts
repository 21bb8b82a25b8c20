import { PARAMETER_IDS, PARAMETERS } from '@/calculators/parameters/parameters';
import { THOUSANDS_GAP } from '@/quantities/plain-signs';

/** A piece of the line: a word, a figure as it was typed, or a mark. */
export interface Token {
  readonly kind: 'word' | 'number' | 'mark';
  /** In small letters, signs made plain. */
  readonly text: string;
  readonly from: number;
  readonly to: number;
  /** Nothing stands between it and the one before. */
  readonly glued: boolean;
}

/** Words that hold a digit of their own: what is measured, and water. */
const DIGIT_WORDS = [
  ...PARAMETER_IDS.flatMap((id): readonly string[] => PARAMETERS[id].words).filter((word) => /^\p{L}+\d$/u.test(word)),
  'h2o',
];
const WITH_DIGIT = String.raw`(?:${DIGIT_WORDS.join('|')})(?![a-z])`;
const FIGURE = String.raw`(?:\d+\s+)?\d{1,2}\/(?:2|3|4|5|8|16)(?![\d/.])|\d+\s?[½¼¾⅓⅔⅛]|[½¼¾⅓⅔⅛]|\d[\d.,\u0001]*\d|\d|[.,]\d+`;
const PIECE = new RegExp(
  String.raw`(?<word>${WITH_DIGIT}|[\p{L}°µ%‰][\p{L}°µ%‰³²'_-]*)|(?<number>${FIGURE})|(?<mark>->|→|\S)`,
  'giu',
);

/**
 * The pieces of a line. A sign before a figure is a mark of its own: what it means (below, about, negative, a dash of a list) is decided
 * where it is read.
 * @example tokensOf('kh8.1 ca425') // kh · 8.1 · ca · 425
 */
export function tokensOf(plain: string): Token[] {
  const tokens: Token[] = [];
  for (const match of plain.matchAll(PIECE)) {
    const from = match.index;
    const { word, number } = match.groups ?? {};
    let text = match[0].toLowerCase();
    let to = from + match[0].length;
    // A hyphen or apostrophe at the end belongs to what follows.
    if (word !== undefined && /[-'_]$/.test(text)) {
      const cut = text.replace(/[-'_]+$/, '');
      to -= text.length - cut.length;
      text = cut;
    }
    tokens.push({
      kind: word !== undefined ? 'word' : number !== undefined ? 'number' : 'mark',
      text: text.replaceAll(THOUSANDS_GAP, ''),
      from,
      to,
      glued: tokens.at(-1)?.to === from,
    });
    if (word !== undefined && to < from + match[0].length)
      tokens.push({ kind: 'mark', text: match[0].slice(to - from), from: to, to: from + match[0].length, glued: true });
  }
  return tokens;
}
