import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded, zone } from './fields';
import { kitSchema } from './start';
import { absenceSchema } from './top-off';

/** What supplies and gear cost the keeper, in the keeper's own money. */
export const PRICES = [
  'calciumHydroxidePerKg',
  'mediaPerKg',
  'co2PerKg',
  'reactorGear',
  'twoPartGear',
  'scrubberMediaPerKg',
] as const;

export const settingsSchema = z.strictObject({
  id: z.literal('settings'),
  /** IANA zone, for where a day begins. */
  zone,
  units: z.strictObject({
    volume: z.enum(['L', 'US gal']),
    temperature: z.enum(['°C', '°F']),
    alkalinity: z.enum(['dKH', 'meq/L', 'ppm CaCO3']),
    salinity: z.enum(['ppt', 'sg', 'mS/cm']),
    /** What the kits tell ammonia and nitrite as; until asked, NH3 and NO2. */
    ammonia: z.enum(['mg/L', 'mg/L NH4', 'mg/L NH3-N']).optional(),
    nitrite: z.enum(['mg/L', 'mg/L NO2-N']).optional(),
    /** What money is called, for the price of a box. */
    currency: z.string().trim().max(4).optional(),
  }),
  /** Shortcuts of one letter can be turned off for those whose speech or switch input would set them off. */
  letterShortcuts: z.boolean(),
  kit: kitSchema.optional(),
  away: absenceSchema.optional(),
  prices: z.partialRecord(z.enum(PRICES), bounded(AMOUNTS.price)).optional(),
});

export type Settings = z.infer<typeof settingsSchema>;
