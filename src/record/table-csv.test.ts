import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { tableCsv } from './table-csv';

/** What a spreadsheet makes of a cell: the first thing it sees once it has left out blanks and marks that are not seen. */
const runs = (cell: string) => /^[=+\-@＝＋－＠]/u.test(cell.replace(/^[\s\p{C}]+/u, '')) || /^[\t\r]/.test(cell);

describe('a table that leaves as CSV', () => {
  it.each([
    '=1+1',
    '+1',
    '-1+1',
    '@SUM(A1)',
    '\t=1',
    '\r=1',
    '\tplain',
    '\n=1+1',
    '\u2028=1+1',
    '\u2029@x',
    '\u00a0-2+3',
    '\ufeff=1',
    '\u200b=1',
    ' =cmd',
    '＝1+1',
  ])('runs nothing: %j', (text) => {
    const [head = [], row = []] = Papa.parse<string[]>(tableCsv([{ [text]: text }])).data;
    for (const cell of [head[0], row[0]]) expect(cell).toBe(`'${text}`);
  });

  it('leaves plain text and figures as they are, negative ones too', () => {
    expect(tableCsv([{ note: 'up = down', value: -3.5, day: '2026-11-01' }])).toBe(
      'note,value,day\nup = down,-3.5,2026-11-01',
    );
  });

  it('any text comes back as it was, or behind an apostrophe where it would run', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 12 }), (text) => {
        const cell = Papa.parse<string[]>(tableCsv([{ a: 1, b: text }]), { newline: '\n' }).data[1]?.[1];
        expect(cell).toBe(runs(text) ? `'${text}` : text);
      }),
      { numRuns: 2000 },
    );
  });
});
