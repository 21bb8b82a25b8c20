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
  (
    'a an and at be can do does did for from get how i im in into is it make me my of on or our set should so the then to too up use want was what when where ' +
    'which why will with your are has have need there this that day days week weeks two'
  ).split(' '),
);
/** From this length on a word may be begun only, or misspelt: below it, most words begin something else. */
const PREFIX_FROM = 3;
const FUZZY_FROM = 5;
/** What a name or a synonym that stands whole in what was typed counts for, a word; against the best of the index, which counts 1. Chosen. */
const CONTAINED = 1.2;

/** A search over a list that stays as it is: the nearest first. One whose name or synonym is just what was typed comes before all others. */
export function finder<Item extends Findable>(items: readonly Item[]): (typed: string) => readonly Item[] {
  const index = new MiniSearch<{ id: string; name: string; words: string; question: string }>({
    fields: ['name', 'words', 'question'],
    tokenize: (text) => text.split(/[^\p{L}\p{N}]+/u),
    processTerm: (term) => (term === '' || SAY_NOTHING.has(term.toLowerCase()) ? null : stem(term.toLowerCase())),
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
  const called = items.map((item) => ({
    item,
    exact: new Set([item.name, ...(item.words ?? [])].map(plain)),
    phrases: [item.name, ...(item.words ?? [])].map(terms).filter((phrase) => phrase.length > 0),
  }));
  return (typed) => {
    const asked = plain(typed);
    if (asked === '') return [];
    const exact = called.filter((each) => each.exact.has(asked)).map(({ item }) => item);
    const wanted = terms(typed);
    const found = index.search(typed);
    const best = found[0]?.score ?? 1;
    const score = new Map(found.map(({ id, score: own }) => [id as string, own / best]));
    for (const { item, phrases } of called) {
      const whole = Math.max(0, ...phrases.map((phrase) => containedIn(phrase, wanted)));
      if (whole > 0) score.set(item.id, (score.get(item.id) ?? 0) + CONTAINED * whole);
    }
    const near = [...score]
      .toSorted(([, a], [, b]) => b - a)
      .flatMap(([id]) => known.get(id) ?? [])
      .filter((item) => !exact.includes(item));
    return [...exact, ...near];
  };
}

/** How much of what was typed a phrase accounts for, where all of its words are in it: 1 where it is the whole of it. */
function containedIn(phrase: readonly string[], wanted: readonly string[]): number {
  if (!phrase.every((word) => wanted.includes(word))) return 0;
  return phrase.length / Math.max(1, wanted.length);
}

function terms(text: string): readonly string[] {
  return plain(text)
    .split(' ')
    .filter((word) => word !== '' && !SAY_NOTHING.has(word))
    .map(stem);
}

/** A word without its plural and its tense, roughly: "doses", "dosed" and "dosing" are one. */
function stem(word: string): string {
  if (word.length < 4) return word;
  return word
    .replace(/ies$/, 'y')
    .replace(/(?<=[^su])s$/, '')
    .replace(/(?:ings?|ed)$/, '')
    .replace(/e$/, '');
}

function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}
