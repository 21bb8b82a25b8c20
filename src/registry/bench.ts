import type { RoomPath } from './rooms';

/** One side of a bench, with its own question; `?as=` in the address. */
export interface Part {
  readonly as: string;
  readonly name: string;
  readonly question: string;
  /** What else keepers call it, or ask for: Find knows it by these. */
  readonly words: readonly string[];
}

/** One screen, for one question of the job. */
export interface BenchEntry {
  /** Its name in the address. */
  readonly path: string;
  /** The room it stands in; one that stands in none is beside them all, one step from everywhere. */
  readonly room: RoomPath | undefined;
  /** The shortcut: one letter. */
  readonly key: string;
  /** Drawn beside its name: a name in `interface/shell/icons.tsx`. */
  readonly icon: string;
  readonly name: string;
  readonly question: string;
  readonly words: readonly string[];
  /** The first is what the bench opens with. */
  readonly parts?: readonly Part[];
  /** It is about every tank of the record, whichever is in view. */
  readonly allTanks?: true;
}
