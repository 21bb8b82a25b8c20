import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS } from '@/calculators/cycle/cycle-input';
import { within } from '../rows/fields';
import { addedWords } from './put-in';
import { defineKind, figuresOfForm, OF_A_TANK } from './entry-kind';

/** Livestock that died, or went to another tank. */
export const takenOut = defineKind({
  kind: 'taken-out',
  title: 'Lost or moved out',
  tankId: OF_A_TANK,
  shape: { what: z.enum(ADDED_KINDS), count: within(AMOUNTS.addedCount), lost: z.literal(true).optional() },

  describe: ({ what, count, lost }) => `${addedWords(what, count)} ${lost ? 'lost' : 'moved out'}`,
  figures: ({ what, count, lost }) => [[`${what} ${lost ? 'lost' : 'moved out'}`, count, '']],
  mark: { path: 'M5 1 A4 4 0 1 1 4.99 1 M3 5 H7', word: 'lost or moved out' },
  form: {
    offered: true,
    figures: figuresOfForm(['count', 'How many', AMOUNTS.addedCount, 'optional']),
    choices: [
      { key: 'what', label: 'What', options: ADDED_KINDS.map((each) => [each, each] as const), first: 'fish' },
      {
        key: 'how',
        label: 'How',
        options: [
          ['lost', 'lost'],
          ['moved', 'moved out'],
        ],
        first: 'lost',
        of: ({ lost }) => (lost ? 'lost' : 'moved'),
      },
    ],
    rowOf: ({ count = 1 }, _before, { how }) => ({ count, lost: how === 'lost' ? true : undefined }),
  },
});
