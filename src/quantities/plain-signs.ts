/** Signs that keyboards, phones and pasted tables put for the plain ones. One for one: places in a text stay what they are. */
const PLAIN: readonly (readonly [RegExp, string])[] = [
  // Full-width forms stand so far behind their plain ones.
  [/[\uFF01-\uFF5E]/g, ''],
  [/[\u00A0\u202F\u2007\u2009\u3000\t]/g, ' '],
  [/[−‒﹣]/g, '-'],
  [/[“”„«»]/g, '"'],
  [/[‘’ʼ]/g, "'"],
  [/[μ]/g, 'µ'],
];
const FULL_WIDTH_BEHIND = 0xfee0;

/** Stands for a thin gap that groups a figure's thousands: "1 320" is one figure. */
export const THOUSANDS_GAP = '\u0001';

/** A text with its signs made plain, as long as it was. */
export function plainSigns(text: string): string {
  const grouped = text.replace(/(?<=\d)[\u00A0\u202F\u2009](?=\d{3}(?!\d))/gu, THOUSANDS_GAP);
  return PLAIN.reduce(
    (made, [signs, plain]) =>
      made.replace(signs, (sign) => plain || String.fromCharCode(sign.charCodeAt(0) - FULL_WIDTH_BEHIND)),
    grouped,
  );
}
