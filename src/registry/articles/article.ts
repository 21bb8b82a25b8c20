import type { BenchPath } from '../benches';

/** A short answer where no bench works one out: what it is, what to look at here, when to worry. Common practice throughout. */
export interface Article {
  readonly id: string;
  readonly name: string;
  /** What else keepers call it, or ask for. */
  readonly words: readonly string[];
  /** Three to six sentences. */
  readonly says: readonly string[];
  /** Where to look in the product. */
  readonly look: readonly { readonly bench: BenchPath; readonly as?: string; readonly why: string }[];
}
