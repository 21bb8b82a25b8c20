import * as z from 'zod';
import { id } from '../rows/fields';
import { defineKind, OF_A_TANK, OF_EITHER } from './entry-kind';

const step = { step: z.string().min(1).max(120), says: z.string().min(1).max(300) };

/** A step of a water day, ticked off. */
export const stepDone = defineKind({
  kind: 'step-done',
  title: 'Step',
  tankId: OF_EITHER,
  shape: {
    waterDayId: id,
    ...step,
    /** Entries that were filed with the tick, and go with it. */
    filed: z.array(id).max(4).optional(),
  },
  describe: ({ says }) => says,
  figures: ({ says }) => [['step', says, '']],
});

/** A step of the set-up, ticked off. */
export const setUpStep = defineKind({
  kind: 'set-up-step',
  title: 'Set up',
  tankId: OF_A_TANK,
  shape: step,
  describe: ({ says }) => says,
  figures: ({ says }) => [['step', says, '']],
});
