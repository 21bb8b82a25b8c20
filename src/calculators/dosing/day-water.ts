import * as z from 'zod';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { amount, figure } from '../calculator/calculator-input';
import { CO2_OF_AIR, SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { readingExpectation } from '../parameters/parameters';

/** The tank's water as a question about a day, or an accident, begins with it. */
export const dayWater = z
  .strictObject({
    salinity: amount(SALINITY_OF_CARBONATE).default(35),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25),
    alkalinity: amount({ ...readingExpectation('alkalinity'), low: 0.5 }).default(3),
    calcium: amount(readingExpectation('calcium')).default(420),
    /** The CO2 it is at rest with. */
    pco2Uatm: amount(CO2_OF_AIR).default(OUTDOOR_CO2_UATM),
  })
  .prefault({});

/** A tank's own day as its readings tell it (`ph-day`), the most likely first, then as far as it may lie off; assumed when left out. */
export const ownDays = z
  .array(
    z.strictObject({
      carbonADay: figure('carbon light takes', 0, 20, 'mmol/L a day'),
      breathADay: figure('carbon breathed out', 0, 20, 'mmol/L a day').optional(),
      exchangePerDay: figure('gas exchange', 0.1, 2000, 'a day'),
      inLight: figure('share of the growth by light', 0, 1),
      airUatm: amount(CO2_OF_AIR).optional(),
    }),
  )
  .min(1)
  .max(8)
  .optional();
