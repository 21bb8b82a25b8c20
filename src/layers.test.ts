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
    ['src/chemistry/broken.ts', "import { Button } from '../interface/button';\nexport const x = Button;\n"],
    ['src/record/broken.ts', "import { outlook } from '@/reckoning/outlook';\nexport const x = outlook;\n"],
    ['src/reckoning/broken.ts', "import { demoBook } from '@/demo/scenario';\nexport const x = demoBook;\n"],
    ['src/interface/broken.ts', "import { MixBench } from '@/benches/mix/mix-bench';\nexport const x = MixBench;\n"],
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
}, 60_000);
