import * as z from 'zod';
import { defineKind, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';

/** What is replaced or renewed as a whole or by half, and shows in the water. */
export const REPLACED = ['carbon', 'phosphate media', 'pellets', 'floss', 'lamps', 'UV lamp', 'CO2 media'] as const;
export type Replaced = (typeof REPLACED)[number];

const WORDS: readonly (readonly [RegExp, Replaced])[] = [
  [/^\s*(?:activated\s+)?(?:carbon|gac)\b/i, 'carbon'],
  [/^\s*(?:phosphate\s+(?:media|remover)|gfo|ferric)\b/i, 'phosphate media'],
  [/^\s*(?:bio\s*)?pellets\b/i, 'pellets'],
  [/^\s*(?:filter\s+)?(?:floss|sock|socks|wool|roll)\b/i, 'floss'],
  [/^\s*uv(?:\s+(?:lamp|bulb))?\b/i, 'UV lamp'],
  [/^\s*(?:lamps?|bulbs?|tubes?|lights?)\b/i, 'lamps'],
  [/^\s*(?:co2\s+(?:media|scrubber)|scrubber(?:\s+media)?)\b/i, 'CO2 media'],
];

interface Draft {
  at: number;
  what: Replaced;
  half?: true;
}

/** "replaced carbon", "replaced half the pellets", "replaced lamps". */
const replacedVerb: Verb<Draft> = (scanner, from) => {
  const half = scanner.take(/^\s*half(?:\s+(?:of\s+)?the|\s+of)?\b/i) !== undefined;
  scanner.take(/^\s*(?:the|all)\b/i);
  const found = WORDS.find(([words]) => words.test(scanner.rest()));
  if (!found) {
    scanner.take(/^\s*\S+/);
    scanner.problem(from, `What was replaced? Known here: ${REPLACED.join(', ')}.`);
    return undefined;
  }
  scanner.take(found[0]);
  return (at) => ({ at, what: found[1], ...(half && { half }) });
};

/** Media or lamps replaced, whole or by half: a half now and half later is two changes, and may be two trials. */
export const replaced = defineKind({
  kind: 'replaced',
  title: 'Replaced',
  tankId: OF_A_TANK,
  shape: { what: z.enum(REPLACED), half: z.literal(true).optional() },
  verbs: { replaced: replacedVerb, swapped: replacedVerb },
  describe: ({ what, half }) => `${half ? 'half of the ' : ''}${what}`,
  figures: ({ what, half }) => [['replaced', `${half ? 'half of the ' : ''}${what}`, '']],
  mark: { path: 'M2 4 A3.4 3.4 0 0 1 8 3.4 M8 1 V3.6 H5.4 M8 6 A3.4 3.4 0 0 1 2 6.6 M2 9 V6.4 H4.6', word: 'replaced' },
  form: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      { key: 'what', label: 'What', options: REPLACED.map((each) => [each, each] as const), first: 'carbon' },
      {
        key: 'share',
        label: 'How much',
        options: [
          ['all', 'all of it'],
          ['half', 'half of it'],
        ],
        first: 'all',
        of: ({ half }) => (half ? 'half' : 'all'),
      },
    ],
    rowOf: (_figures, _before, { share }) => ({ half: share === 'half' ? true : undefined }),
  },
});
