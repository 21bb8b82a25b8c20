import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ESLint } from 'eslint';
import { beforeAll, describe, expect, it } from 'vitest';

/** Breaks the plan of the house on purpose, file by file, and expects the lint to say so. */
describe('imports point down only', () => {
  let eslint: ESLint;
  beforeAll(() => {
    eslint = new ESLint();
  });
  const faults = async (filePath: string, code: string) => {
    const [result] = await eslint.lintText(code, { filePath });
    return (result?.messages ?? []).map(({ ruleId }) => ruleId);
  };

  it.each([
    ['src/chemistry/broken.ts', "import { netVolumeL } from '@/record/schema';\nexport const x = netVolumeL;\n"],
    ['src/chemistry/broken.ts', "import { Button } from '../interface/controls/button';\nexport const x = Button;\n"],
    [
      'src/chemistry/broken.ts',
      "import { PARAMETERS } from '@/calculators/parameters/parameters';\nexport const x = PARAMETERS;\n",
    ],
    ['src/calculators/broken.ts', "import { netVolumeL } from '@/record/schema';\nexport const x = netVolumeL;\n"],
    [
      'src/chemistry/seawater/broken.ts',
      "import { carbonateConstants } from '../carbonate/constants';\nexport const x = carbonateConstants;\n",
    ],
    [
      'src/chemistry/tank-model/broken.ts',
      "import { solutionStrength } from '../reagents/solution';\nexport const x = solutionStrength;\n",
    ],
    [
      'src/calculators/dosing/broken.ts',
      "import { CALCULATORS } from '../calculators';\nexport const x = CALCULATORS;\n",
    ],
    [
      'src/calculators/mixing/broken.ts',
      "import { waterDay } from '../water-change/water-day';\nexport const x = waterDay;\n",
    ],
    ['src/record/broken.ts', "import { outlook } from '@/derived/outlook/outlook';\nexport const x = outlook;\n"],
    ['src/record/broken.ts', "import { readLine } from '@/jot/read-line';\nexport const x = readLine;\n"],
    ['src/numerics/broken.ts', "import { MOLAR_MASS } from '@/chemistry/molar-mass';\nexport const x = MOLAR_MASS;\n"],
    ['src/chemistry/broken.ts', "import { KINDS } from '@/quantities/kinds';\nexport const x = KINDS;\n"],
    [
      'src/derived/observations/broken.ts',
      "import { outlook } from '../outlook/outlook';\nexport const x = outlook;\n",
    ],
    ['src/derived/broken.ts', "import { demoBook } from '@/demo/scenario';\nexport const x = demoBook;\n"],
    [
      'src/interface/broken.ts',
      "import { MixingBench } from '@/benches/mixing/mixing-bench';\nexport const x = MixingBench;\n",
    ],
    ['src/benches/broken.ts', "import Home from '@/app/page';\nexport const x = Home;\n"],
  ])('%s may not reach up (%#)', async (file, code) => {
    expect(await faults(file, code)).toContain('import-x/no-restricted-paths');
  });

  it.each([
    ["import { useState } from 'react';\nexport const x = useState;\n", 'no-restricted-imports'],
    ['export const x = () => window.innerWidth;\n', 'no-restricted-globals'],
    ['export const x = () => Date.now();\n', 'no-restricted-properties'],
    ['export const x = () => Math.random();\n', 'no-restricted-properties'],
  ])('the core knows no screen, clock or chance (%#)', async (code, rule) => {
    expect(await faults('src/chemistry/broken.ts', code)).toContain(rule);
  });

  it('and lets what points down pass', async () => {
    expect(
      await faults(
        'src/benches/sound.ts',
        "import { netVolumeL } from '@/record/schema';\nexport const x = netVolumeL;\n",
      ),
    ).toEqual([]);
  });
});

describe('the folders of the house', () => {
  it('stand in no circle', () => {
    const folders = folderImports();
    const circles = [...folders.keys()].filter((folder) => reachedFrom(folders, folder).has(folder));
    expect(circles).toEqual([]);
  });
  it('would be found in one', () => {
    const circle = new Map([
      ['a', new Set(['b'])],
      ['b', new Set(['c'])],
      ['c', new Set(['a'])],
    ]);
    expect(reachedFrom(circle, 'a').has('a')).toBe(true);
  });
});

it('equations hold no sentence: what is refused is told by codes, and handling, husbandry and choices are worded above', () => {
  const sentences = ['numerics', 'chemistry', 'quantities'].flatMap((layer) =>
    readdirSync(path.join('src', layer), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts') && !/\.test\.ts$|testing\//.test(file))
      .flatMap((file) =>
        sentencesIn(readFileSync(path.join('src', layer, file), 'utf8')).map((text) => `${file}: ${text}`),
      ),
  );
  expect(sentences).toEqual([]);
  expect(sentencesIn("const says = 'Are those centimetres or inches?';")).toHaveLength(1);
  expect(sentencesIn('const says = `No more than ${most} g dissolves in a litre`;')).toHaveLength(1);
});

/** Texts of a file that read as sentences: with their mark at the end or within, or a capital and three words more. Faults of the program are for who mends it. */
function sentencesIn(code: string): string[] {
  const bare = code.replace(/\/\*[\s\S]*?\*\/|^\s*\/\/.*$/gm, '').replace(/new Error\([^;]*\);/g, '');
  return [...bare.matchAll(/'([^'\n]*)'|`([^`]*)`/g)]
    .map(([, plain, filled]) => plain ?? filled ?? '')
    .filter((text) => /[a-z]{2}[.?!:;](\s|$)/.test(text) || /^[A-Z][a-z]+( \S+){3}/.test(text));
}

it('what tests are made with is imported by tests alone', () => {
  const shipped = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
    (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|(^|\/)testing\//.test(file),
  );
  expect(shipped.length).toBeGreaterThan(400);
  expect(shipped.filter((file) => /from '[^']*\/testing\//.test(readFileSync(path.join('src', file), 'utf8')))).toEqual(
    [],
  );
});

/** Which folder imports from which, by the import statements of all files but tests. */
function folderImports(): ReadonlyMap<string, ReadonlySet<string>> {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|testing\//.test(file))
    .map((file) => path.join('src', file));
  const folders = new Map<string, Set<string>>();
  for (const file of files) {
    const from = path.dirname(file);
    for (const [, spec = ''] of readFileSync(file, 'utf8').matchAll(/from '([.@]\/?[^']*)'/g)) {
      const to = path.dirname(spec.startsWith('@/') ? path.join('src', spec.slice(2)) : path.join(from, spec));
      if (to === from || !to.startsWith('src')) continue;
      folders.set(from, (folders.get(from) ?? new Set()).add(to));
    }
  }
  return folders;
}

function reachedFrom(folders: ReadonlyMap<string, ReadonlySet<string>>, start: string): ReadonlySet<string> {
  const reached = new Set<string>();
  const waiting = [...(folders.get(start) ?? [])];
  for (let folder = waiting.pop(); folder !== undefined; folder = waiting.pop()) {
    if (reached.has(folder)) continue;
    reached.add(folder);
    waiting.push(...(folders.get(folder) ?? []));
  }
  return reached;
}
