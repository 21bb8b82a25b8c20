import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { WHOLE } from './tier';

/** Rows of numbers from a committed reference table. */
export function referenceRows(file: URL): number[][] {
  return readFileSync(file, 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(',').map(Number));
}

/** Debian's own Python first: its packages are not seen by another that stands before it in the path. */
const PYTHONS = ['/usr/bin/python3', 'python3'];

/**
 * Makes a reference table anew by its script, in the whole suite and where the machine has what the script needs.
 * @returns its text, or undefined where Python or the module is missing
 */
export function remade(script: string, needs: string): string | undefined {
  if (!WHOLE) return undefined;
  const python = PYTHONS.find((each) => spawnSync(each, ['-c', `import ${needs}`]).status === 0);
  if (python === undefined) return undefined;
  const { status, stdout, stderr } = spawnSync(python, [`scripts/references/${script}`], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return stdout;
}
