import { ALGAE_AND_FILMS } from './algae-and-films';
import type { Article } from './article';
import { CORALS_AND_ANIMALS } from './corals-and-animals';
import { WATER_AND_GEAR } from './water-and-gear';

export type { Article } from './article';

/** Every article, by subject. */
export const ARTICLES: readonly Article[] = [...WATER_AND_GEAR, ...CORALS_AND_ANIMALS, ...ALGAE_AND_FILMS];

export function articleOf(id: string | null | undefined): Article | undefined {
  return ARTICLES.find((article) => article.id === id);
}
