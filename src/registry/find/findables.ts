import { ARTICLES } from './articles';
import { DONE_ANYWHERE, DONE_AT_A_TANK, type Doing } from './doings';
import type { Findable } from './finder';
import { FINDABLE_PLACES, type FindablePlace } from './places';

/** An article as Find looks for it. */
export interface FindableArticle extends Findable {
  readonly article: string;
}

export const FINDABLE_ARTICLES: readonly FindableArticle[] = ARTICLES.map((article) => ({
  id: `article ${article.id}`,
  name: article.name,
  words: article.words,
  question: 'What it is, what to look at here, when to worry',
  article: article.id,
}));

/** All that Find knows of the product itself, whatever the record holds. */
export const FINDABLES: readonly (FindablePlace | Doing | FindableArticle)[] = [
  ...FINDABLE_PLACES,
  ...DONE_AT_A_TANK,
  ...DONE_ANYWHERE,
  ...FINDABLE_ARTICLES,
];
