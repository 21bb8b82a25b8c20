import * as z from 'zod';
import { SIGN_IDS, SIGNS, signWords, type Sign } from '@/calculators/signs/signs';
import { defineKind, OF_A_TANK } from './entry-kind';

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
});
