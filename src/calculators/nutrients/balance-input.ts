import * as z from 'zod';
import { FOOD_MEASURES, FOODS } from '@/chemistry/nutrients/foods';
import { readingExpectation } from '../parameters/parameters';
import { AMOUNTS } from '../calculator/amounts';
import { amount, amountOfNamedKind, figure, moment, share } from '../calculator/calculator-input';

/** What is fed at each feeding, and how often. */
const meal = z.strictObject({
  timesPerDay: amount(AMOUNTS.feedings),
  /** Left out where nobody said how much. */
  portions: amount(AMOUNTS.portionsFed).optional(),
  /** What a portion is; left out, nobody said how much that is. */
  measure: z.enum(FOOD_MEASURES).optional(),
  food: z.enum(FOODS).optional(),
});
export type Meal = z.output<typeof meal>;

const nutrientName = z.enum(['nitrate', 'phosphate']);

/** The whole balance of one nutrient, as its record tells it. Levels are of the nutrient that is named. */
export const balanceFields = {
  nutrient: nutrientName,
  now: moment('now'),
  netVolumeL: amount(AMOUNTS.netVolume),
  readings: z
    .array(
      z.strictObject({
        at: moment('time of the test'),
        value: amountOfNamedKind('a reading', 'nutrient'),
        sd: figure('error of a reading', 1e-9, 1e6).optional(),
        bound: z.enum(['below', 'above']).optional(),
      }),
    )
    .max(20_000),
  /** What is fed from a moment on, all meals together; in any order. */
  fed: z
    .array(z.strictObject({ from: moment('since when it is fed so'), meals: z.array(meal).max(12) }))
    .max(500)
    .default([]),
  /** When something that takes nutrients out was turned up, down, in or out. */
  turns: z
    .array(z.strictObject({ at: moment('when it was turned'), what: z.string().max(120) }))
    .max(500)
    .default([]),
  changes: z
    .array(
      z.strictObject({
        at: moment('time of the change'),
        share: share('share of the water', 0.0001),
        level: amountOfNamedKind('level of the new water', 'nutrient').default(0),
      }),
    )
    .max(3000)
    .default([]),
  additions: z
    .array(z.strictObject({ at: moment('when it was put in'), mgPerL: figure('rise', 0, 1000, 'mg/L') }))
    .max(3000)
    .default([]),
  /** How water is changed from now on; left out, it is not. */
  routine: z
    .strictObject({
      share: share('share of the water', 0.0001, 0.95),
      everyDays: amount(AMOUNTS.changeEvery),
      level: amountOfNamedKind('level of the new water', 'nutrient').default(0),
    })
    .optional(),
  /** What takes it out besides, in words. */
  exporters: z.array(z.string().max(80)).max(20).default([]),
  /** Algae taken out a week, g as weighed wet. */
  harvestGPerWeek: amount({ ...AMOUNTS.harvested, low: 0 }).optional(),
};

/** One that is named by two of these is refused together: levels in the unit of the nutrient. */
export function expectationOf(nutrient: z.output<typeof nutrientName>) {
  return readingExpectation(nutrient);
}
