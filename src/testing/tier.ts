import project from '../../package.json' with { type: 'json' };

/**
 * Which of the two suites runs. `npm test` is the quick one: every rule, and of what is tried by the hundred a drawn sample.
 * `npm run test:all` sets TIER=all and tries all of it.
 */
export const WHOLE = process.env.TIER === 'all';

/** How many of something are tried: so many in the quick suite, so many in the whole one. */
export function tried(quick: number, whole: number): number {
  return WHOLE ? whole : quick;
}

/**
 * Some of a list, drawn by the version number, so that each version tries others and one version always the same; all of
 * it in the whole suite. In the order of the list.
 * @param what is drawn: two draws of one version know nothing of each other
 */
export function drawn<Each>(what: string, all: readonly Each[], count: number): readonly Each[] {
  if (WHOLE) return all;
  const ranks = all.map((_, i) => hashOf(`${project.version} ${what} ${i}`));
  const last = ranks.toSorted((a, b) => a - b)[count - 1] ?? Infinity;
  return all.filter((_, i) => (ranks[i] ?? 0) <= last);
}

/** A number drawn by the version number, from 0 to 2³² − 1. */
export function drawnNumber(what: string): number {
  return hashOf(`${project.version} ${what}`);
}

/** FNV-1a, with murmur's last mixing: a short text to 32 bits. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) >>> 0;
}
