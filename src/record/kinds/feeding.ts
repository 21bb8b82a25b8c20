import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, OF_A_TANK } from './entry-kind';

/** How often from now on, by its words: times a day. */
const OFTEN: Readonly<Record<string, readonly string[]>> = {
  0.5: ['every other day', 'every second day', 'every two days'],
  [1 / 3]: ['every third day', 'every three days'],
  [1 / 7]: ['once a week', 'weekly'],
  1: ['once a day', 'daily', 'every day'],
  2: ['twice a day', 'twice daily'],
  3: ['three times a day'],
};
const EVERY = { field: 'days between feedings', kind: 'days', low: 1 / 24, high: 31 } as const;
const PORTIONS = ['portions', 'portion', 'cubes', 'cube', 'pinches', 'pinch', 'spoons', 'times'];
const UNTOLD = ['heavy', 'light', 'lightly', 'heavily', 'a lot', 'more', 'less', 'nothing', 'little', 'half'];

/** Feeding: once so much, or how often from now on. */
export const feeding = defineKind({
  kind: 'feeding',
  title: 'Feeding',
  tankId: OF_A_TANK,
  shape: {
    /** From now on. */
    timesPerDay: bounded(AMOUNTS.feedings).optional(),
    /** Once. */
    portions: bounded(AMOUNTS.portionsFed).optional(),
  },
  whole: {
    test: ({ timesPerDay, portions }) => timesPerDay !== undefined || portions !== undefined,
    message: 'how often, or how much',
  },
  jot: [
    {
      words: ['fed', 'feeding', 'feed', 'feedings'],
      choices: {
        often: { names: OFTEN, optional: true },
        times: { names: { 1: ['once'], 2: ['twice', 'two times'], 3: ['three times', 'thrice'] }, optional: true },
      },
      figures: {
        timesPerDay: { expected: { ...AMOUNTS.feedings, kind: 'timesPerDay' }, optional: true, withUnit: true },
        everyDays: { expected: EVERY, optional: true, after: ['every', 'each'] },
        portions: { expected: AMOUNTS.portionsFed, optional: true, after: ['x'], before: PORTIONS },
      },
      flags: [
        'fish',
        'corals',
        'the fish',
        'from now on',
        'food',
        'heavy',
        'light',
        'lightly',
        'heavily',
        'a lot',
        'more',
        'less',
        'nothing',
        'little',
        'half',
      ],
      alone: true,
      make: ({ figures: { timesPerDay, everyDays, portions }, choices: { often, times }, flags }) => {
        if (often !== undefined) return { timesPerDay: Number(often) };
        if (timesPerDay !== undefined) return { timesPerDay };
        if (everyDays !== undefined) return { timesPerDay: 1 / everyDays };
        // How much is not told: that is a remark, and not one portion.
        if (UNTOLD.some((each) => flags.has(each))) return undefined;
        return { portions: portions ?? Number(times ?? 1) };
      },
    },
  ],
  describe: ({ timesPerDay, portions }) =>
    [
      ...(portions === undefined ? [] : [`${portions} ${portions === 1 ? 'portion' : 'portions'}`]),
      ...(timesPerDay === undefined ? [] : [`${feedingWords(timesPerDay)} from then on`]),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['timesPerDay', 'feedings', 'a day'],
      ['portions', 'portions', ''],
    ]),
});

/** "twice a day", "every third day". */
export function feedingWords(timesPerDay: number): string {
  if (timesPerDay >= 1) {
    const times = Number(timesPerDay.toPrecision(2));
    return times === 1 ? 'once a day' : times === 2 ? 'twice a day' : `${times} times a day`;
  }
  const days = Math.round(1 / timesPerDay);
  return days === 2
    ? 'every other day'
    : days === 3
      ? 'every third day'
      : days === 7
        ? 'once a week'
        : `every ${days} days`;
}
