import * as z from 'zod';
import { SIGN_IDS, SIGNS, signWords, type Sign } from '@/calculators/signs/signs';
import { defineKind, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';

interface Draft {
  at: number;
  signs: Sign[];
}

/** Each spelling of a sign, the longest first: "red film" is not film. */
const SPELLINGS = SIGN_IDS.flatMap((sign) => SIGNS[sign].words.map((words) => [words, sign] as const)).toSorted(
  ([a], [b]) => b.length - a.length,
);

/** The word that begins a sign has been read; which sign it is, its further words say. */
const verbOf =
  (first: string): Verb<Draft> =>
  (scanner, from) => {
    const after = scanner.rest().toLowerCase();
    const found = SPELLINGS.find(([words]) => {
      if (words !== first && !words.startsWith(`${first} `)) return false;
      const more = words.slice(first.length);
      const gap = new RegExp(`^${more.replaceAll(' ', '\\s+')}(?![\\p{L}\\d])`, 'u');
      return more === '' || gap.test(after);
    });
    if (found) {
      const [words, sign] = found;
      for (const each of words.split(' ').slice(1)) scanner.take(new RegExp(`^\\s+${each}`, 'i'));
      return (at) => ({ at, signs: [sign] });
    }
    const known = SPELLINGS.filter(([words]) => words.startsWith(`${first} `)).map(([words]) => words);
    scanner.problem(from, `What of it was seen? Known here: ${known.join(', ')}.`, known[0]);
    return undefined;
  };

const FIRST_WORDS = [...new Set(SPELLINGS.map(([words]) => words.split(' ')[0] ?? words))];

/** What the eye saw, by tags that can be looked for and laid over the curves. */
export const seen = defineKind({
  kind: 'seen',
  title: 'Seen',
  tankId: OF_A_TANK,
  shape: {
    signs: z
      .array(z.enum(SIGN_IDS))
      .min(1)
      .max(SIGN_IDS.length)
      .refine((signs) => new Set(signs).size === signs.length, 'each once'),
  },
  verbs: Object.fromEntries(FIRST_WORDS.map((word) => [word, verbOf(word)])),
  together: (a, b) => ({ ...a, signs: [...new Set([...a.signs, ...b.signs])] as Sign[] }),
  describe: ({ signs }) => signs.map(signWords).join(', '),
  figures: ({ signs }) => signs.map((sign) => ['seen', signWords(sign), ''] as const),
  mark: { path: 'M1 5 Q5 0.5 9 5 Q5 9.5 1 5 M5 3.6 V6.4', word: 'seen' },
  form: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'sign',
        label: 'What was seen',
        options: SIGN_IDS.map((sign) => [sign, signWords(sign)] as const),
        first: 'polyps-out',
        of: ({ signs }) => signs[0],
      },
    ],
    rowOf: (_figures, before, { sign }) => ({
      // The first is the one the list shows; further ones stay.
      signs: [sign as Sign, ...(before?.signs.slice(1) ?? []).filter((each) => each !== sign)],
    }),
  },
});
