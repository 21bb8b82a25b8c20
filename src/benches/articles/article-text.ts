import type { ArticleId } from '@/registry/find/articles';
import type { BenchPath } from '@/registry/benches';

/** A short answer where no bench works one out. Common practice throughout. */
export interface ArticleText {
  /** Three to six sentences: what it is, what to look at and do, and last when to worry. */
  readonly says: readonly string[];
  /** Where to look in the product. */
  readonly look: readonly { readonly bench: BenchPath; readonly as?: string; readonly why: string }[];
}

export type Texts = Partial<Record<ArticleId, ArticleText>>;
