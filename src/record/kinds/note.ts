import * as z from 'zod';
import { defineKind, OF_A_TANK } from './entry-kind';

/** What was seen or done, in words alone. */
export const note = defineKind({
  kind: 'note',
  title: 'Note',
  tankId: OF_A_TANK,
  shape: { note: z.string().trim().min(1).max(2000) },

  describe: (row) => row.note,
  figures: () => [['note', '', '']],
});
