import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { CALCULATORS } from '@/calculators/calculators';
import { BENCHES } from '@/registry/benches';
import { ALL_KINDS } from '@/record/kinds/list';
import { RECORD_VERSION } from '@/record/schema';

const read = (file: string) => readFileSync(file, 'utf8');
const HOMES = ['', 'src/', 'src/chemistry/', 'src/calculators/'];
const exists = (file: string) => HOMES.some((home) => existsSync(home + file));

/** Files that a document names in code marks, whole or from one of the usual folders. */
function namedFiles(document: string): string[] {
  return [...read(document).matchAll(/`((?:[\w-]+\/)+[\w.-]*\w\.(?:test\.|spec\.)?(?:tsx?|mjs|json|csv))`/g)].map(
    ([, file = '']) => file,
  );
}

describe('the documents', () => {
  it.each([
    'README.md',
    'CONTRIBUTING.md',
    'docs/architecture.md',
    'docs/science.md',
    'docs/data-format.md',
    'docs/calculators.md',
    'docs/glossary.md',
    'docs/speed.md',
  ])('%s names files that are there', (document) => {
    expect(namedFiles(document).filter((file) => !exists(file))).toEqual([]);
  });

  it('the data format knows every kind of entry and the version', () => {
    const format = read('docs/data-format.md');
    for (const { kind } of ALL_KINDS) expect(format).toContain(`| \`${kind}\` |`);
    expect(format).toContain(`now ${RECORD_VERSION};`);
    expect(existsSync(`src/record/fixtures/record-v${RECORD_VERSION - 1}.json`)).toBe(true);
  });

  it('the science names a test in every row of every table', () => {
    const rows = read('docs/science.md')
      .split('\n')
      .filter((line) => line.startsWith('| ') && !/^\| What|\| test +\|$|^\| *-/.test(line));
    expect(rows.length).toBeGreaterThan(70);
    // Its own test by name, or that of the row above it; and a test that is named is there and has something in it.
    const cell = (row: string) => row.split('|').at(-2) ?? '';
    expect(rows.filter((row) => !/`[\w/-]+\.(test|spec)\.ts`|same test|the same/.test(cell(row)))).toEqual([]);
    const named = [
      ...new Set(
        rows.flatMap((row) => [...cell(row).matchAll(/`([\w/-]+\.(?:test|spec)\.ts)`/g)].map(([, file = '']) => file)),
      ),
    ];
    expect(named.length).toBeGreaterThan(25);
    expect(named.filter((file) => !exists(file))).toEqual([]);
    for (const file of named)
      expect(read(HOMES.map((home) => home + file).find((each) => existsSync(each)) ?? file), file).toContain(
        'expect(',
      );
  });

  it('the README names every bench and no picture that is missing', () => {
    const readme = read('README.md');
    for (const { name } of BENCHES)
      expect(readme, name).toMatch(new RegExp(`\\| \\[?${name.replace(/[()/?]/g, '\\$&')}[\\]| ]`));
    const pictures = [...readme.matchAll(/docs\/screenshots\/[\w-]+\.png/g)].map(([file]) => file);
    expect(pictures.filter((file) => !existsSync(file))).toEqual([]);
  });

  it('every calculator has a name that a line of the shell takes', () => {
    for (const { name } of CALCULATORS) expect(name).toMatch(/^[a-z][a-z-]*$/);
  });
});
