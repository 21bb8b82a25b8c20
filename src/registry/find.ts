import MiniSearch from 'minisearch';

/** Something that can be found by its name, by what else it is called, and by what it answers. */
export interface Findable {
  readonly id: string;
  readonly name: string;
  readonly words?: readonly string[];
  readonly question?: string;
}

/** Words that say nothing of what is looked for. */
const SAY_NOTHING = new Set(
  'a an and at be can do does for from get how i in is it make me my of on or our set should so the then to too up use want was what when where which why will with your'.split(
    ' ',
  ),
);
/** From this length on a word may be begun only, or misspelt: below it, most words begin something else. */
const PREFIX_FROM = 3;
const FUZZY_FROM = 5;

/** A search over a list that stays as it is: the nearest first. One whose name or synonym is just what was typed comes before all others. */
export function finder<Item extends Findable>(items: readonly Item[]): (typed: string) => readonly Item[] {
  const index = new MiniSearch<{ id: string; name: string; words: string; question: string }>({
    fields: ['name', 'words', 'question'],
    processTerm: (term) => (SAY_NOTHING.has(term.toLowerCase()) ? null : term.toLowerCase()),
    searchOptions: {
      boost: { name: 3, words: 2 },
      prefix: (term) => term.length >= PREFIX_FROM,
      fuzzy: (term) => (term.length >= FUZZY_FROM ? 0.2 : false),
    },
  });
  const known = new Map(items.map((item) => [item.id, item]));
  index.addAll(
    items.map(({ id, name, words = [], question = '' }) => ({ id, name, words: words.join(' · '), question })),
  );
  return (typed) => {
    const asked = plain(typed);
    const exact = (item: Item) => [item.name, ...(item.words ?? [])].some((each) => plain(each) === asked);
    const found = index.search(typed).flatMap(({ id }) => known.get(id as string) ?? []);
    return [...items.filter(exact), ...found.filter((item) => !exact(item))];
  };
}

function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}
