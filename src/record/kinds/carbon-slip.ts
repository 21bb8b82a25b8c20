import * as z from 'zod';
import { defineKind, OF_A_TANK } from './entry-kind';

/** What can go wrong with a day's dose of a carbon source: either way bacteria are fed by leaps. */
export const CARBON_SLIPS = ['missed', 'doubled', 'restarted'] as const;

/** A dose of the carbon source that was forgotten or given twice, or pellets that were started again after they stood. */
export const carbonSlip = defineKind({
  kind: 'carbon-slip',
  title: 'Carbon source gone wrong',
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
            restarted: ['pellets restarted', 'restarted pellets', 'restarted the pellets', 'pellet reactor restarted'],
          },
        },
      },
      alone: true,
      make: ({ choices: { what } }) =>
        what === undefined ? undefined : { what: what as (typeof CARBON_SLIPS)[number] },
    },
  ],
  describe: ({ what }) => CARBON_SLIP_WORDS[what],
  figures: ({ what }) => [['carbon source', CARBON_SLIP_WORDS[what], '']],
});

/** In words: "a dose missed". */
export const CARBON_SLIP_WORDS: Readonly<Record<(typeof CARBON_SLIPS)[number], string>> = {
  missed: 'a dose missed',
  doubled: 'a dose doubled',
  restarted: 'pellets started again',
};
