import * as z from 'zod';
import { defineKind, OF_A_TANK } from './entry-kind';

/** What is replaced or renewed as a whole or by half, and shows in the water. */
export const REPLACED = ['carbon', 'phosphate media', 'pellets', 'floss', 'lamps', 'UV lamp', 'CO2 media'] as const;
export type Replaced = (typeof REPLACED)[number];

const WORDS: Readonly<Record<Replaced, readonly string[]>> = {
  carbon: ['carbon', 'activated carbon', 'gac', 'charcoal'],
  'phosphate media': ['phosphate media', 'phosphate remover', 'gfo', 'ferric', 'ferric oxide'],
  pellets: ['pellets', 'bio pellets', 'biopellets'],
  floss: [
    'floss',
    'filter floss',
    'filter sock',
    'filter socks',
    'sock',
    'socks',
    'wool',
    'filter wool',
    'roll',
    'filter roll',
  ],
  lamps: ['lamps', 'lamp', 'bulbs', 'bulb', 'tubes', 'lights'],
  'UV lamp': ['uv', 'uv lamp', 'uv bulb'],
  'CO2 media': ['co2 media', 'scrubber media', 'co2 scrubber media'],
};

/** Media or lamps replaced, whole or by half: a half now and half later is two changes, and may be two trials. */
export const replaced = defineKind({
  kind: 'replaced',
  title: 'Replaced',
  tankId: OF_A_TANK,
  shape: { what: z.enum(REPLACED), half: z.literal(true).optional() },
  jot: [
    {
      words: ['replaced', 'swapped', 'changed', 'new', 'fitted', 'renewed', 'change'],
      choices: { what: { names: WORDS } },
      flags: ['half', 'of', 'all', 'out', 'fitted'],
      make: ({ choices: { what }, flags }) =>
        what === undefined ? undefined : { what: what as Replaced, ...(flags.has('half') && { half: true as const }) },
    },
  ],
  describe: ({ what, half }) => `${half ? 'half of the ' : ''}${what}`,
  figures: ({ what, half }) => [['replaced', `${half ? 'half of the ' : ''}${what}`, '']],
});
