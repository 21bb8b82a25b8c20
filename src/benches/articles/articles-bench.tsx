'use client';

import { Bench } from '@/interface/bench';
import { BenchLink } from '@/interface/hall/bench-link';
import { Link } from '@/interface/link';
import { useAsks } from '@/interface/place';
import { useTank, useWorkspace } from '@/interface/workspace';
import { articleAddress } from '@/registry/addresses';
import { ARTICLES, articleOf, type Article } from '@/registry/articles/articles';
import { benchOf, partOf, type PartOf, type BenchPath } from '@/registry/benches';

/** Short answers where no bench works one out; one at a time, and the list of them all. */
export function ArticlesBench() {
  const article = articleOf(useAsks().get('of'));
  return (
    <Bench {...(article && { question: `${article.name}: what it is, what to look at, when to worry` })}>
      {article ? (
        <One article={article} />
      ) : (
        <p className="text-xl">{ARTICLES.length} short articles, each of a few sentences.</p>
      )}
      <section aria-label="All articles" className="mt-8 border-t border-line pt-4">
        <h2 className="font-semibold">{article ? 'More articles' : 'All articles'}</h2>
        <List but={article} />
      </section>
    </Bench>
  );
}

function One({ article }: { readonly article: Article }) {
  const [first = '', ...rest] = article.says;
  const last = rest.at(-1) ?? '';
  return (
    <>
      <p className="max-w-3xl text-2xl leading-snug font-semibold">{first}</p>
      <div className="mt-4 max-w-2xl space-y-2.5 text-lg leading-relaxed">
        {rest.slice(0, -1).map((says) => (
          <p key={says}>{says}</p>
        ))}
        <p className="border-l-4 border-kelp pl-3">{last}</p>
      </div>
      <section aria-label="Where to look" className="mt-6">
        <h2 className="font-semibold">Where to look</h2>
        <ul className="mt-2 space-y-1">
          {article.look.map(({ bench, as, why }) => (
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
