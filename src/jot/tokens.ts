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

/** Signs that keyboards, phones and pasted tables put for the plain ones. One for one: places in the line stay what they are. */
const PLAIN: readonly (readonly [RegExp, string])[] = [
  [/[\uFF01-\uFF5E]/g, ''],
  [/[\u00A0\u202F\u2007\u2009\u3000\t]/g, ' '],
  [/[−‒﹣]/g, '-'],
  [/[“”„«»]/g, '"'],
  [/[‘’ʼ]/g, "'"],
  [/[μ]/g, 'µ'],
];

/** The line with its signs made plain, as long as it was. */
export function plainLine(line: string): string {
  // Thin gaps group a figure's thousands: "1 320" is one figure.
  const grouped = line.replace(/(?<=\d)[\u00A0\u202F\u2009](?=\d{3}(?!\d))/gu, '\u0001');
  return PLAIN.reduce(
    (text, [signs, plain]) => text.replace(signs, (sign) => plain || String.fromCharCode(sign.charCodeAt(0) - 0xfee0)),
    grouped,
  );
}

/** Words that hold a digit of their own. */
const WITH_DIGIT = String.raw`(?:no3|no2|nh3|nh4|po4|co2|h2o)(?![a-z])`;
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
      text: text.replaceAll('\u0001', ''),
      from,
      to,
      glued: tokens.at(-1)?.to === from,
    });
    if (word !== undefined && to < from + match[0].length)
      tokens.push({ kind: 'mark', text: match[0].slice(to - from), from: to, to: from + match[0].length, glued: true });
  }
  return tokens;
}
