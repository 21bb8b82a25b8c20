import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { hashOf, ROOT } from './lib.mjs';

/**
 * Starts a command line (`calc.ts`, `jot.ts`, `find.ts`) from one bundled file, made anew when its sources have changed: a batch should spend its
 * time on answers and not on loading a hundred modules. `node scripts/command.mjs calc list`.
 */
const [name = '', ...rest] = process.argv.slice(2);
if (!/^(?:calc|jot|find)$/.test(name)) throw new Error(`no command is called ${name}`);
const folder = path.join(ROOT, 'node_modules', '.cache', 'mild-tide');
const sources = {
  calc: ['src/chemistry', 'src/calculators'],
  jot: ['src/chemistry', 'src/calculators', 'src/record', 'src/jot'],
  find: ['src/chemistry', 'src/calculators', 'src/registry', 'src/jot', 'src/record'],
}[name];
const bundle = path.join(
  folder,
  `${name}-${hashOf(['package-lock.json', ...sources, 'scripts/by-line.ts', `scripts/${name}.ts`]).slice(0, 16)}.mjs`,
);
if (!existsSync(bundle)) {
  const { buildSync } = await import('esbuild');
  mkdirSync(folder, { recursive: true });
  for (const stale of readdirSync(folder))
    if (new RegExp(`^${name}-[0-9a-f]+\\.mjs$`).test(stale)) rmSync(path.join(folder, stale), { force: true });
  // Under another name until it is whole: a second command may start meanwhile.
  const unfinished = `${bundle}.${process.pid}.mjs`;
  buildSync({
    entryPoints: [path.join(ROOT, 'scripts', `${name}.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: unfinished,
    // Packages of the older kind ask for `require`, which a module has to make for itself.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  renameSync(unfinished, bundle);
}
process.argv.splice(2, process.argv.length, ...rest);
await import(pathToFileURL(bundle).href);
