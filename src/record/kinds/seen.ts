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

const FOR_GOOD: ReadonlySet<string> = new Set(['gone', 'cleared', 'cleared up', 'disappeared', 'no more']);

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
    /** They were there, and are no more. */
    gone: z.literal(true).optional(),
  },
  jot: [
    {
      words: [],
      choices: { sign: { names: Object.fromEntries(SIGN_IDS.map((sign) => [sign, SIGNS[sign].words])) } },
      alone: true,
      flags: GONE,
      make: ({ choices: { sign }, flags }) => {
        if (sign === undefined) return undefined;
        if (flags.size === 0) return { signs: [sign as Sign] };
        // Scraped off today is not gone: a remark.
        return [...flags].every((flag) => FOR_GOOD.has(flag))
          ? { signs: [sign as Sign], gone: true as const }
          : undefined;
      },
    },
  ],
  together: (a, b) =>
    a.gone === b.gone ? { ...a, signs: [...new Set([...a.signs, ...b.signs])] as Sign[] } : undefined,
  describe: ({ signs, gone }) => `${signs.map(signWords).join(', ')}${gone ? ' gone' : ''}`,
  figures: ({ signs, gone }) => signs.map((sign) => [gone ? 'gone' : 'seen', signWords(sign), ''] as const),
});
