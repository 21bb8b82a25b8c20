import * as z from 'zod';
import { REMEDY_IDS, remedyWords, REMEDIES, type Remedy } from '@/calculators/nutrients/remedies';
import { defineKind, OF_A_TANK } from './entry-kind';

/** A remedy that cost an animal once: never again in this tank. Which animal, its note tells. */
export const ruledOut = defineKind({
  kind: 'ruled-out',
  title: 'Never again',
  tankId: OF_A_TANK,
  shape: { remedy: z.enum(REMEDY_IDS) },
  jot: [
    {
      words: ['never again', 'ruled out'],
      choices: { remedy: { names: Object.fromEntries(REMEDY_IDS.map((id) => [id, REMEDIES[id].words])) } },
      flags: ['a', 'the'],
      make: ({ choices: { remedy } }) => (remedy === undefined ? undefined : { remedy: remedy as Remedy }),
      asks: 'Which remedy? As in “never again blackout”.',
    },
  ],
  describe: ({ remedy }) => remedyWords(remedy),
  figures: ({ remedy }) => [['never again', remedyWords(remedy), '']],
});
