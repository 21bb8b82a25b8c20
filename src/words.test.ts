import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/**
 * The words of the table at the head of docs/glossary.md that are not said, looked for in whatever may reach a screen: string literals and
 * the text of elements. Synonyms by which Find knows a bench are a keeper's own words and are not looked at.
 */
const NOT_SAID: readonly RegExp[] = [
  /\b(the|your) tank (takes|loses)\b/i,
  /\b(taken|lost) a day\b/i,
  /\bpurified\b/i,
  /\bfilter line\b/i,
  /\bstands? (low|high|where it should)\b/i,
  /\bbrought by\b/i,
  /\bcarr(y|ies) (the|this|that) (tank|load|rest|consumption)\b/i,
  /\bbeyond belief\b/i,
  /\bnought\b/i,
  /\bbelow nothing\b|\breads? nothing\b/i,
  /\bgive or take\b|\bnineteen\b|\b95 in 100\b/i,
  /\bseen to\b/i,
  /\bKeep (this|these)\b|^Leave it( as it was)?$/,
  /\bHow it stands\b|\bIt reads off\b|\bFrom a stock\b|\bWithout end\b|\bCall it cycled\b/,
  /\bin band\b/i,
  /^(Harm|Care)$/,
];

const FILES = ['calculators', 'derived', 'record', 'interface', 'benches', 'app'].flatMap((layer) =>
  readdirSync(`src/${layer}`, { recursive: true, encoding: 'utf8' })
    .map((file) => `src/${layer}/${file}`)
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.ts$|\/testing\//.test(file)),
);

/** What is said in a source: its string and template literals, and text between tags. Comments are no text of the product. */
function sayings(source: string): string[] {
  const bare = source.replace(/\/\*[\s\S]*?\*\//g, '').replace(/(^|\s)\/\/.*$/gm, '');
  return [
    ...[...bare.matchAll(/'((?:[^'\\\n]|\\.)*)'|"((?:[^"\\\n]|\\.)*)"|`((?:[^`\\]|\\.)*)`/g)].map(
      ([, single, double, template]) => single ?? double ?? template ?? '',
    ),
    ...[...bare.matchAll(/>\s*([^<>{}]*[a-z][^<>{}]*?)\s*</g)].map(([, text = '']) => text),
  ];
}

describe('the words of the product', () => {
  it('are those of the glossary', () => {
    const said = FILES.flatMap((file) =>
      sayings(readFileSync(file, 'utf8')).flatMap((text) =>
        NOT_SAID.filter((words) => words.test(text)).map((words) => `${file}: “${text.slice(0, 80)}” (${words})`),
      ),
    );
    expect(FILES.length).toBeGreaterThan(400);
    expect(said).toEqual([]);
  });

  it('would be found if they were not', () => {
    const found = (source: string) => sayings(source).filter((text) => NOT_SAID.some((words) => words.test(text)));
    expect(found("const says = ['The tank loses', 4];")).toEqual(['The tank loses']);
    expect(found('<p>\n  Fill with purified water.\n</p>')).toHaveLength(1);
    expect(found('// what the tank loses\n/* nought */')).toEqual([]);
  });
});
