import type { Answer } from '@/calculators/calculator/calculator';
import type { Snapshot, Tank } from '@/record/schema';
import type { BenchPath } from '@/registry/benches';

/** A subject's own answer for Today, and what of it says how much it presses (`calculators/today/today.ts`). */
export interface ConcernOfToday {
  readonly answer: Answer;
  readonly facts: object;
  /** Where it is seen to, when not at its concern's usual place (`registry/concerns.ts`). */
  readonly bench?: BenchPath;
}

/** What a subject says of today; nothing where it is no concern. */
export type AskConcern = (snapshot: Snapshot, tank: Tank, now: number) => ConcernOfToday | undefined;
