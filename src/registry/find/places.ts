import type { BenchEntry } from '../bench';
import { BENCHES, type BenchPath } from '../benches';
import type { Findable } from './finder';
import { ROOMS } from '../rooms';

/** A bench or a part of one, as Find looks for it and tells where it is. */
export interface FindablePlace extends Findable {
  readonly bench: BenchPath;
  /** The part, where it is one. */
  readonly as?: string;
  readonly where: string;
  readonly key?: string;
}

/** Every bench and, behind it, its parts. */
export const FINDABLE_PLACES: readonly FindablePlace[] = BENCHES.flatMap(
  (bench: BenchEntry & { path: BenchPath }): FindablePlace[] => {
    const room = ROOMS.find(({ path }) => path === bench.room)?.name;
    const { path, key, name, question, words, parts = [] } = bench;
    return [
      { id: path, bench: path, name, question, words, key, where: room ?? 'beside the rooms' },
      ...parts.map((part): FindablePlace => ({
        id: `${path} ${part.as}`,
        bench: path,
        as: part.as,
        name: part.name,
        question: part.question,
        words: part.words,
        where: room ? `${room} › ${name}` : name,
      })),
    ];
  },
);
