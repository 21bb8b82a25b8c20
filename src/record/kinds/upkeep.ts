import * as z from 'zod';
import { UPKEEP, UPKEEP_ITEMS, type UpkeepItem } from '@/calculators/top-off/upkeep';
import { defineKind, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';

/** What of the top-off is seen to, by the words it is jotted with. */
const WORDS: ReadonlyMap<string, UpkeepItem> = new Map<string, UpkeepItem>([
  ['optical', 'optical'],
  ['eye', 'optical'],
  ['float', 'float'],
  ['floats', 'float'],
  ['pressure', 'pressure'],
  ['sensor', 'look'],
  ['sensors', 'look'],
  ['cut-out', 'fail-safe'],
  ['cutout', 'fail-safe'],
  ['pump', 'pump'],
  ['hose', 'tubing'],
  ['tubing', 'tubing'],
  ['reservoir', 'reservoir'],
  ['limewater', 'limewater'],
]);

/** "cleaned float", "checked sensors". */
const seenTo: Verb<{ at: number; item: UpkeepItem }> = (scanner, from) => {
  const words = scanner.take(/^\s*(?:the\s+)?([\p{L}-]+)(?:\s+(?:sensor|eye|switch)\b)?/iu)?.[1]?.toLowerCase() ?? '';
  const item = WORDS.get(words);
  if (item) return (at) => ({ at, item });
  scanner.problem(
    from,
    'Which maintenance? Known here: optical, float, pressure, sensors, cut-out, pump, hose, reservoir, limewater.',
  );
  return undefined;
};

/** The top-off seen to. */
export const upkeep = defineKind({
  kind: 'upkeep',
  title: 'Maintenance',
  tankId: OF_A_TANK,
  shape: { item: z.enum(UPKEEP_ITEMS) },
  verbs: { cleaned: seenTo, checked: seenTo },
  describe: ({ item }) => UPKEEP[item].thing,
  figures: ({ item }) => [['maintenance', item, '']],
  mark: { path: 'M2 8 L6 4 M5 2 A2.4 2.4 0 1 1 8 5 Z', word: 'maintenance' },
  form: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'item',
        label: 'What was done',
        options: UPKEEP_ITEMS.map((item) => [item, UPKEEP[item].thing] as const),
        first: 'float',
      },
    ],
  },
});
