import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, moment } from '../calculator/calculator-input';
import { readingExpectation } from '../parameters/parameters';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

const SALINITY = { ...readingExpectation('salinity'), low: 5 };

export const awayInput = z.strictObject({
  leavesAt: moment('leaving'),
  days: amount(TOP_OFF_AMOUNTS.away),
  netVolumeL: amount(AMOUNTS.netVolume),
  salinity: amount(SALINITY),
  bandHigh: amount(SALINITY).default(36),
  /** What the reservoir gives a day: likely and at most; and what the tank loses in all. Unknown where left out. */
  drawnLPerDay: amount(TOP_OFF_AMOUNTS.evaporation).optional(),
  drawnAtMostLPerDay: amount(TOP_OFF_AMOUNTS.evaporation).optional(),
  evaporationLPerDay: amount(TOP_OFF_AMOUNTS.evaporation).optional(),
  reservoirL: amount(AMOUNTS.reservoir),
  bottles: z
    .array(
      z.strictObject({
        name: z.string().min(1).max(80),
        mlPerDay: amount({ ...TOP_OFF_AMOUNTS.bottle, field: 'dose a day' }),
        /** What stands in it on leaving; not known when left out. */
        holdsMl: amount(TOP_OFF_AMOUNTS.bottle).optional(),
      }),
    )
    .max(20)
    .default([]),
  feeder: z
    .strictObject({ portions: amount(TOP_OFF_AMOUNTS.portions), perDay: amount(TOP_OFF_AMOUNTS.perDay) })
    .optional(),
  /** A water change that would fall due meanwhile, and whatever upkeep would. */
  changeAt: moment('the next water change').optional(),
  upkeep: z.array(z.string().min(1).max(120)).max(12).default([]),
});
export type AwayInput = z.output<typeof awayInput>;
