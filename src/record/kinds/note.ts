import * as z from 'zod';
import { defineKind, figuresOfForm, OF_A_TANK } from './entry-kind';

/** What was seen or done, in words alone. */
export const note = defineKind({
  kind: 'note',
  title: 'Note',
  tankId: OF_A_TANK,
  shape: { note: z.string().trim().min(1).max(2000) },

  describe: (row) => row.note,
  figures: () => [['note', '', '']],
  mark: { path: 'M2 9 V1 L9 3.5 L2 6', word: 'note' },
  form: { offered: true, figures: figuresOfForm() },
});
