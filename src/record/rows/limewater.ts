import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { id, bounded } from './fields';

export const LIMEWATER_VESSELS = ['plain', 'stirrer'] as const;

/** How a tank's limewater is made, as far as its keeper has told. */
export const limewaterSchema = z.strictObject({
  /** The solution it is dosed as. */
  solutionId: id,
  /** A covered vessel that holds the limewater itself, or a stirrer that fresh water runs through. */
  vessel: z.enum(LIMEWATER_VESSELS),
  litres: bounded(AMOUNTS.limewaterVessel),
  /** The room's where left out. */
  temperatureC: bounded(AMOUNTS.limewaterTemperature).optional(),
  /** What its pump gives, where it was not measured. L/h. */
  pumpLPerH: bounded(TOP_OFF_AMOUNTS.pump).optional(),
  /** The top-off's own pump drives it: it gives as much as evaporates, and sticks as the top-off does. */
  byTopOff: z.boolean().optional(),
  /** Share of the least evaporation that is left to the ordinary top-off; a tenth when left out. */
  keptBack: z
    .number()
    .min(AMOUNTS.limewaterKeptBack.low / 100)
    .max(AMOUNTS.limewaterKeptBack.high / 100)
    .optional(),
  /** Share of its strength that air takes; as is usual for its vessel when left out. */
  weakened: z
    .number()
    .min(AMOUNTS.limewaterWeakened.low / 100)
    .max(AMOUNTS.limewaterWeakened.high / 100)
    .optional(),
});
export type LimewaterRow = z.infer<typeof limewaterSchema>;
