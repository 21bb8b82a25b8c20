import { describe, expect, it } from 'vitest';
import { scoreFile } from './testing/corpus';

const FILES = [
  'lines-terse.txt',
  'lines-us.txt',
  'lines-sentences.txt',
  'lines-diary.txt',
  'lines-pasted.txt',
  'lines-nutrients.txt',
];

describe('lines in the manner of keepers', () => {
  const scored = FILES.flatMap(scoreFile);
  const of = (outcome: string) => scored.filter((each) => each.outcome === outcome);
  const shown = (outcome: string) =>
    of(outcome).map(({ line, expected, got }) => `${line}\n   means ${expected}\n   got   ${got}`);

  it('are six hundred', () => {
    expect(scored.length).toBeGreaterThanOrEqual(600);
  });
  it('are never understood as what they do not mean', () => {
    expect(shown('wrong')).toEqual([]);
  });
  it('are wholly right in 97 of 100 at least; the rest are asked about', () => {
    const share = of('right').length / scored.length;
    process.stdout.write(
      `lines: ${of('right').length} of ${scored.length} wholly right, ${of('asked').length} asked about, ${of('wrong').length} wrong\n`,
    );
    expect(share, shown('asked').join('\n')).toBeGreaterThanOrEqual(0.97);
  });
});
