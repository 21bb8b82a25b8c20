import * as z from 'zod';
import { SIGN_IDS, SIGNS, signWords, type Sign } from '@/calculators/signs/signs';
import { defineKind, figuresOfForm, OF_A_TANK } from './entry-kind';

const GONE = [
  'gone',
  'cleared',
  'cleared up',
  'disappeared',
  'scraped',
  'scraped off',
  'removed',
  'no more',
  'no',
  'siphoned',
  'brushed',
];

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
  jot: [
    {
      words: [],
      choices: { sign: { names: Object.fromEntries(SIGN_IDS.map((sign) => [sign, SIGNS[sign].words])) } },
      alone: true,
      flags: GONE,
      // What has gone is not seen: a remark.
      make: ({ choices: { sign }, flags }) =>
        sign === undefined || flags.size > 0 ? undefined : { signs: [sign as Sign] },
    },
  ],
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
