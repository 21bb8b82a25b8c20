import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { FOOD_MEASURES, FOODS, type Food, type FoodMeasure } from '@/chemistry/nutrients/foods';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, OF_A_TANK } from './entry-kind';
import type { JotFigure } from './jot-phrase';

/** How often from now on, by its words: times a day. */
const OFTEN: Readonly<Record<string, readonly string[]>> = {
  0.5: ['every other day', 'every second day', 'every two days'],
  [1 / 3]: ['every third day', 'every three days'],
  [1 / 7]: ['once a week', 'weekly'],
  [2 / 7]: ['twice a week'],
  1: ['once a day', 'daily', 'every day'],
  2: ['twice a day', 'twice daily'],
  3: ['three times a day'],
};
const EVERY = { field: 'days between feedings', kind: 'days', low: 1 / 24, high: 31 } as const;
const PORTIONS = ['portions', 'portion', 'times'];
const MEASURED: Readonly<Record<Exclude<FoodMeasure, 'grams'>, readonly string[]>> = {
  cubes: ['cubes', 'cube'],
  pinches: ['pinches', 'pinch'],
  spoons: ['spoons', 'spoon', 'scoops', 'scoop'],
  sheets: ['sheets', 'sheet'],
};
const FOOD_WORDS: Readonly<Record<Food, readonly string[]>> = {
  dry: ['dry', 'dry food', 'flakes', 'flake', 'flake food', 'granules', 'granulate'],
  frozen: ['frozen', 'frozen food', 'mysis', 'brine shrimp', 'frozen mysis'],
  seaweed: ['seaweed', 'nori'],
  coral: [
    'coral food',
    'corals',
    'the corals',
    'for corals',
    'for the corals',
    'broadcast',
    'broadcast food',
    'coral powder',
  ],
};
/** A bare figure is portions, and none of these. */
const NO_WORD: readonly string[] = [];
const GRAMS_FED = { field: 'grams fed', kind: 'mass', low: 0.1, high: 100, usual: [0.2, 20] } as const;
const UNTOLD = ['heavy', 'light', 'lightly', 'heavily', 'a lot', 'more', 'less', 'nothing', 'little', 'half'];
/** Whose food it is: a broadcast food for corals goes on beside what the fish are fed. */
type FedTo = 'fish' | 'corals';

/** Feeding: once so much, or how often and how much from now on. */
export const feeding = defineKind({
  kind: 'feeding',
  title: 'Feeding',
  tankId: OF_A_TANK,
  shape: {
    /** From now on. */
    timesPerDay: bounded(AMOUNTS.feedings).optional(),
    /** Each time from now on where it says how often; else once. */
    portions: bounded(AMOUNTS.portionsFed).optional(),
    /** What a portion is; where it is left out nobody said how much that is. */
    measure: z.enum(FOOD_MEASURES).optional(),
    food: z.enum(FOODS).optional(),
    /** No more of this food from now on. */
    stopped: z.literal(true).optional(),
  },
  whole: {
    test: ({ timesPerDay, portions, stopped }) =>
      stopped
        ? timesPerDay === undefined && portions === undefined
        : timesPerDay !== undefined || portions !== undefined,
    message: 'how often, or how much',
  },
  jot: [
    {
      words: ['fed', 'feeding', 'feed', 'feedings'],
      choices: {
        often: { names: OFTEN, optional: true },
        times: { names: { 1: ['once'], 2: ['twice', 'two times'], 3: ['three times', 'thrice'] }, optional: true },
        food: { names: FOOD_WORDS, optional: true },
        one: {
          names: { cubes: ['a cube'], pinches: ['a pinch'], spoons: ['a spoon', 'a scoop'], sheets: ['a sheet'] },
          optional: true,
        },
      },
      figures: {
        ...(Object.fromEntries(
          Object.entries(MEASURED).map(([measure, words]) => [
            measure,
            { expected: { ...AMOUNTS.portionsFed, field: measure }, optional: true, after: NO_WORD, before: words },
          ]),
        ) as Record<keyof typeof MEASURED, JotFigure>),
        grams: { expected: GRAMS_FED, optional: true, withUnit: true },
        timesPerDay: { expected: { ...AMOUNTS.feedings, kind: 'timesPerDay' }, optional: true, withUnit: true },
        everyDays: { expected: EVERY, optional: true, after: ['every', 'each'] },
        portions: { expected: AMOUNTS.portionsFed, optional: true, after: ['x'], before: PORTIONS },
      },
      flags: ['fish', 'the fish', 'from now on', 'food', 'of', 'to', ...UNTOLD],
      alone: true,
      make: ({ figures, choices: { often, times, food, one }, flags }) => {
        const { timesPerDay = often === undefined ? undefined : Number(often), everyDays, portions } = figures;
        const measure = FOOD_MEASURES.find((each) => figures[each] !== undefined || one === each);
        const much = {
          ...(measure && { portions: figures[measure] ?? 1, measure }),
          ...(!measure && portions !== undefined && { portions }),
          ...(food !== undefined && { food: food as Food }),
        };
        if (timesPerDay !== undefined) return { timesPerDay, ...much };
        if (everyDays !== undefined) return { timesPerDay: 1 / everyDays, ...much };
        // How much is not told: that is a remark, and not one portion.
        if (UNTOLD.some((each) => flags.has(each))) return undefined;
        return { portions: Number(times ?? 1), ...much };
      },
      asks: 'How much, or how often? As in “fed 2 cubes”, “feeding 2 pinches twice a day”, “fed 1 g coral food”.',
    },
    {
      words: ['stopped feeding', 'stop feeding', 'no more', 'stopped'],
      choices: { food: { names: FOOD_WORDS } },
      make: ({ choices: { food } }) =>
        food === undefined ? undefined : { food: food as Food, stopped: true as const },
    },
  ],
  describe: (row) => {
    const { timesPerDay, stopped, food } = row;
    if (stopped) return `no more ${food === undefined ? 'food' : FOOD_NAMES[food]}`;
    return [
      ...(row.portions === undefined ? (food === undefined ? [] : [FOOD_NAMES[food]]) : [portionWords(row)]),
      ...(timesPerDay === undefined ? [] : [`${feedingWords(timesPerDay)} from then on`]),
    ].join(', ');
  },
  figures: (row) => [
    ...figuresAt(row, [
      ['timesPerDay', 'feedings', 'a day'],
      ['portions', row.measure ?? 'portions', ''],
    ]),
    ...(row.food === undefined ? [] : [['food', FOOD_NAMES[row.food], ''] as const]),
    ...(row.stopped ? [['feeding', 'stopped', ''] as const] : []),
  ],
});

/** A food as it is written. */
export const FOOD_NAMES: Readonly<Record<Food, string>> = {
  dry: 'dry food',
  frozen: 'frozen food',
  seaweed: 'seaweed',
  coral: 'broadcast food for corals',
};

/** Whom a food is for. */
export function fedTo(food: Food | undefined): FedTo {
  return food === 'coral' ? 'corals' : 'fish';
}

/** "2 cubes of frozen food". */
function portionWords({
  portions = 1,
  measure,
  food,
}: {
  readonly portions?: number | undefined;
  readonly measure?: FoodMeasure | undefined;
  readonly food?: Food | undefined;
}): string {
  const counted =
    measure === 'grams'
      ? `${portions} g`
      : `${portions} ${portions === 1 ? ONE[measure ?? 'portions'] : (measure ?? 'portions')}`;
  return food === undefined ? counted : `${counted} of ${FOOD_NAMES[food]}`;
}
const ONE = {
  cubes: 'cube',
  pinches: 'pinch',
  spoons: 'spoon',
  sheets: 'sheet',
  portions: 'portion',
} as const;

/** "twice a day", "every third day". */
export function feedingWords(timesPerDay: number): string {
  if (timesPerDay >= 1) {
    const times = Number(timesPerDay.toPrecision(2));
    return times === 1 ? 'once a day' : times === 2 ? 'twice a day' : `${times} times a day`;
  }
  const days = Math.round(1 / timesPerDay);
  if (Math.abs(timesPerDay - 2 / 7) < 1e-6) return 'twice a week';
  return days === 2
    ? 'every other day'
    : days === 3
      ? 'every third day'
      : days === 7
        ? 'once a week'
        : `every ${days} days`;
}
