import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { hashOf, ROOT } from './lib.mjs';

/**
 * Starts the command line of the calculators (`calc.ts`) from one bundled file, made anew when its sources have changed:
 * a batch should spend its time on answers and not on loading a hundred modules.
 */
const folder = path.join(ROOT, 'node_modules', '.cache', 'mild-tide');
const bundle = path.join(
  folder,
  `calc-${hashOf(['package-lock.json', 'src/chemistry', 'src/calculators', 'scripts/calc.ts']).slice(0, 16)}.mjs`,
);
if (!existsSync(bundle)) {
  const { buildSync } = await import('esbuild');
  mkdirSync(folder, { recursive: true });
  for (const stale of readdirSync(folder))
    if (/^calc-[0-9a-f]+\.mjs$/.test(stale)) rmSync(path.join(folder, stale), { force: true });
  // Under another name until it is whole: a second command may start meanwhile.
  const unfinished = `${bundle}.${process.pid}.mjs`;
  buildSync({
    entryPoints: [path.join(ROOT, 'scripts', 'calc.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: unfinished,
    // Packages of the older kind ask for `require`, which a module has to make for itself.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  renameSync(unfinished, bundle);
}
await import(pathToFileURL(bundle).href);
