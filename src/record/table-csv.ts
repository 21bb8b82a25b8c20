import Papa from 'papaparse';

/**
 * What a spreadsheet would run: text that begins with one of = + - @, whatever blanks, breaks or unseen marks stand before it, and text
 * that begins with a tab or a return.
 */
const FORMULA = /^(?:[\t\r]|[\s\p{C}]*[=+\-@＝＋－＠])/u;

/**
 * Rows as CSV, for every table that leaves the product: text that a spreadsheet would run, in a cell or a heading, is preceded by an
 * apostrophe so that it shows it instead.
 */
export function tableCsv(rows: readonly Readonly<Record<string, unknown>>[], columns?: readonly string[]): string {
  return Papa.unparse([...rows], {
    ...(columns && { columns: [...columns] }),
    escapeFormulae: FORMULA,
    newline: '\n',
  });
}
