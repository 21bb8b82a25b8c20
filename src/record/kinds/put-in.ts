import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { bounded } from '../rows/fields';
import { defineKind, OF_A_TANK } from './entry-kind';

/** Something put in that lives or carries life. */
export const putIn = defineKind({
  kind: 'put-in',
  title: 'Added',
  tankId: OF_A_TANK,
  shape: { what: z.enum(ADDED_KINDS), count: bounded(AMOUNTS.addedCount) },

  describe: ({ what, count }) => addedWords(what, count),
  figures: ({ what, count }) => [[what, count, '']],
});

/** What comes by the piece is told with how many. */
export function addedWords(what: AddedKind, count: number): string {
  if (what === 'fish') return count === 1 ? 'a fish' : `${count} fish`;
  if (what === 'soft coral' || what === 'stony coral') return count === 1 ? `a ${what}` : `${count} ${what}s`;
  return what;
}
