import * as z from 'zod';
import { UPKEEP, UPKEEP_ITEMS, type UpkeepItem } from '@/calculators/top-off/upkeep';
import { defineKind, OF_A_TANK } from './entry-kind';

/** What of the top-off is seen to, by the words it is jotted with. */
const WORDS: Partial<Record<UpkeepItem, readonly string[]>> = {
  optical: ['optical', 'eye', 'optical eye', 'optical sensor'],
  float: ['float', 'floats', 'float switch', 'float valve'],
  pressure: ['pressure', 'pressure sensor'],
  look: ['sensor', 'sensors', 'ato sensors', 'ato sensor'],
  'fail-safe': ['cut-out', 'cutout', 'fail-safe', 'failsafe'],
  pump: ['ato pump', 'top-off pump', 'pump of the ato'],
  tubing: ['hose', 'tubing'],
  reservoir: ['reservoir', 'ato reservoir'],
  limewater: ['limewater', 'limewater vessel', 'kalk vessel', 'kalk stirrer', 'stirrer'],
};

/** The top-off seen to. */
export const upkeep = defineKind({
  kind: 'upkeep',
  title: 'Maintenance',
  tankId: OF_A_TANK,
  shape: { item: z.enum(UPKEEP_ITEMS) },
  jot: [
    {
      words: ['cleaned', 'checked', 'wiped', 'descaled'],
      choices: { item: { names: WORDS } },
      flags: ['switch', 'sensor', 'of', 'top-off', 'ato', 'the ato', 'out'],
      make: ({ choices: { item } }) => (item === undefined ? undefined : { item: item as UpkeepItem }),
    },
  ],
  describe: ({ item }) => UPKEEP[item].thing,
  figures: ({ item }) => [['maintenance', item, '']],
});
