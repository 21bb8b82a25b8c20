import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS } from '@/calculators/cycle/cycle-input';
import { bounded } from '../rows/fields';
import { addedWords } from './put-in';
import { defineKind, OF_A_TANK } from './entry-kind';

/** Livestock that died, or went to another tank. */
export const takenOut = defineKind({
  kind: 'taken-out',
  title: 'Lost or moved out',
  tankId: OF_A_TANK,
  shape: { what: z.enum(ADDED_KINDS), count: bounded(AMOUNTS.addedCount), lost: z.literal(true).optional() },

  describe: ({ what, count, lost }) => `${addedWords(what, count)} ${lost ? 'lost' : 'moved out'}`,
  figures: ({ what, count, lost }) => [[`${what} ${lost ? 'lost' : 'moved out'}`, count, '']],
});
