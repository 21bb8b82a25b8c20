'use client';

import { Bench } from '@/interface/answer/bench';
import { BenchLink } from '@/interface/shell/bench-link';
import { Link } from '@/interface/address/link';
import { useAsks } from '@/interface/address/place';
import { useTank, useWorkspace } from '@/interface/workspace/workspace';
import { articleAddress } from '@/registry/addresses';
import { ARTICLES, type ArticleId } from '@/registry/find/articles';
import { benchOf, partOf, type PartOf, type BenchPath } from '@/registry/benches';
import { ALGAE_AND_FILMS } from './algae-and-films';
import type { ArticleText } from './article-text';
import { CORALS_AND_ANIMALS } from './corals-and-animals';
import { WATER_AND_GEAR } from './water-and-gear';

type Article = (typeof ARTICLES)[number];

/** Every article has its text. */
const TEXTS: Readonly<Record<ArticleId, ArticleText>> = {
  ...WATER_AND_GEAR,
  ...CORALS_AND_ANIMALS,
  ...ALGAE_AND_FILMS,
};

/** Short answers where no bench works one out; one at a time, and the list of them all. */
export function ArticlesBench() {
  const of = useAsks().get('of');
  const article = ARTICLES.find(({ id }) => id === of);
  return (
    <Bench {...(article && { question: `${article.name}: what it is, what to look at, when to worry` })}>
      {article ? (
        <One article={article} />
      ) : (
        <section aria-label="Answer">
          <p className="text-2xl leading-snug">
            Choose what it is about: each article is a few sentences, and says when to worry.
          </p>
        </section>
      )}
      <section aria-label="All articles" className="mt-8 border-t border-line pt-4">
        <h2 className="font-semibold">{article ? 'More articles' : 'All articles'}</h2>
        <List but={article} />
      </section>
    </Bench>
  );
}

function One({ article }: { readonly article: Article }) {
  const { says, look }: ArticleText = TEXTS[article.id];
  const [first = '', ...rest] = says;
  const last = rest.at(-1) ?? '';
  return (
    <>
      <section aria-label="Answer">
        <p className="max-w-3xl text-2xl leading-snug font-semibold">{first}</p>
      </section>
      <div className="mt-4 max-w-2xl space-y-2.5 text-lg leading-relaxed">
        {rest.slice(0, -1).map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
        <p className="border-l-4 border-kelp pl-3">{last}</p>
      </div>
      <section aria-label="Where to look" className="mt-6">
        <h2 className="font-semibold">Where to look</h2>
        <ul className="mt-2 space-y-1">
          {look.map(({ bench, as, why }) => (
            <li key={`${bench} ${as ?? ''}`}>
              <BenchLink
                bench={bench}
                as={as as PartOf<BenchPath>}
                className="font-semibold text-glass underline underline-offset-4"
              >
                {placeName(bench, as)}
              </BenchLink>
              <span className="text-soft">: {why}</span>
            </li>
          ))}
        </ul>
        <p className="mt-4 max-w-2xl text-sm text-soft">
          Common practice of keepers; where animals are ill, a veterinarian knows more.
        </p>
      </section>
    </>
  );
}

function placeName(bench: BenchPath, as: string | undefined): string {
  const entry = benchOf(bench);
  return as === undefined ? entry.name : `${entry.name} › ${partOf(entry, as)?.name ?? as}`;
}

function List({ but }: { readonly but: Article | undefined }) {
  const { name } = useWorkspace();
  const { tank } = useTank();
  return (
    <ul className="mt-2 grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
      {ARTICLES.filter((article) => article !== but)
        .toSorted((a, b) => a.name.localeCompare(b.name))
        .map((article) => (
          <li key={article.id}>
            <Link
              href={articleAddress(name, tank.id, article.id)}
              className="inline-flex min-h-11 items-center text-glass underline underline-offset-4 lg:min-h-9"
            >
              {article.name}
            </Link>
          </li>
        ))}
    </ul>
  );
}
