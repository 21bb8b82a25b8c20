import * as z from 'zod';
import { defineKind, OF_A_TANK } from './entry-kind';

/** What can go wrong with a day's dose of a carbon source: either way bacteria are fed by leaps. */
export const CARBON_SLIPS = ['missed', 'doubled'] as const;

/** A dose of the carbon source that was forgotten, or given twice. */
export const carbonSlip = defineKind({
  kind: 'carbon-slip',
  title: 'Carbon dose missed or doubled',
  tankId: OF_A_TANK,
  shape: { what: z.enum(CARBON_SLIPS) },
  jot: [
    {
      words: [],
      choices: {
        what: {
          names: {
            missed: [
              'missed carbon dose',
              'forgot carbon dose',
              'missed the carbon source',
              'forgot the carbon source',
              'forgot vinegar',
              'missed vinegar',
            ],
            doubled: [
              'doubled carbon dose',
              'carbon dosed twice',
              'double carbon dose',
              'doubled the carbon source',
              'double vinegar',
            ],
          },
        },
      },
      alone: true,
      make: ({ choices: { what } }) =>
        what === undefined ? undefined : { what: what as (typeof CARBON_SLIPS)[number] },
    },
  ],
  describe: ({ what }) => what,
  figures: ({ what }) => [['carbon dose', what, '']],
});
