import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { amount, id, name, within } from './fields';

/** A box of sea salt. */
export const saltSchema = z.strictObject({
  id,
  name,
  /** Grams a litre of saltwater at 35 ppt, from the label; null until told or learnt. */
  gramsPerLAt35: within(AMOUNTS.saltPerL).nullable(),
  /** What the label says it makes, at the salinity it says it for. */
  profile: z
    .strictObject({
      salinity: within(AMOUNTS.batchSalinity),
      alkalinity: within(PARAMETERS.alkalinity),
      calcium: amount(PARAMETERS.calcium.high),
      magnesium: amount(PARAMETERS.magnesium.high),
    })
    .nullable(),
  /** What a box holds, and what it costs. */
  boxG: within(AMOUNTS.boxMass).optional(),
  boxPrice: within(AMOUNTS.price).optional(),
});

export type Salt = z.infer<typeof saltSchema>;
