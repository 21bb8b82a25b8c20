import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { amount, id, name, bounded } from './fields';

/** A box of sea salt. */
export const saltSchema = z.strictObject({
  id,
  name,
  /** Grams a litre of saltwater at 35 ppt, from the label; null until told or learnt. */
  gramsPerLAt35: bounded(AMOUNTS.saltPerL).nullable(),
  /** What the label says it makes, at the salinity it says it for. */
  profile: z
    .strictObject({
      salinity: bounded(AMOUNTS.batchSalinity),
      alkalinity: bounded(PARAMETERS.alkalinity),
      calcium: amount(PARAMETERS.calcium.high),
      magnesium: amount(PARAMETERS.magnesium.high),
    })
    .nullable(),
  /** What a box holds, and what it costs. */
  boxG: bounded(AMOUNTS.boxMass).optional(),
  boxPrice: bounded(AMOUNTS.price).optional(),
});

export type Salt = z.infer<typeof saltSchema>;
