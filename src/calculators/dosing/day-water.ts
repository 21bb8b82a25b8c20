import * as z from 'zod';
import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { amount } from '../calculator/calculator-input';
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
