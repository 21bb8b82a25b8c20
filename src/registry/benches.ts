import type { BenchEntry } from './bench';
import { BESIDE } from './benches-of/beside';
import { DOSING } from './benches-of/dosing';
import { TANK } from './benches-of/tank';
import { TESTS } from './benches-of/tests';
import { TODAY } from './benches-of/today';
import { WATER } from './benches-of/water';
import type { RoomPath } from './rooms';

/**
 * Every bench, once: address, room, name, question, synonyms, shortcut, icon and parts. The routes, the menu, Find, the list of shortcuts
 * and Today read it; a bench that is not here is nowhere.
 */
export const BENCHES = [
  ...TODAY,
  ...TESTS,
  ...WATER,
  ...DOSING,
  ...TANK,
  ...BESIDE,
] as const satisfies readonly BenchEntry[];

type Entry = (typeof BENCHES)[number];
export type BenchPath = Entry['path'];
/** The parts of a bench; of one that has none there is none to name. */
export type PartOf<Path extends BenchPath> =
  Extract<Entry, { path: Path }> extends { parts: readonly { as: infer As }[] } ? As : never;

/** A bench that is known to be there. */
export function benchOf(path: BenchPath): BenchEntry {
  const found = BENCHES.find((bench) => bench.path === path);
  if (!found) throw new Error(`no bench ${path}`);
  return found;
}

/** A room opens with its first bench. */
export function firstOf(room: RoomPath): BenchPath {
  const first = BENCHES.find((bench) => bench.room === room);
  if (!first) throw new Error(`an empty room: ${room}`);
  return first.path;
}

/** The part an address asks for, else the first; of a bench without parts, none. */
export function partOf(bench: BenchEntry, as: string | null | undefined) {
  return bench.parts?.find((part) => part.as === as) ?? bench.parts?.[0];
}
