import * as z from 'zod';
import { Refusal } from '@/chemistry/refusal';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { AMOUNTS } from '../calculator/amounts';
import { amount, moment } from '../calculator/calculator-input';
import { SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { readingExpectation } from '../parameters/parameters';

/** The tank's water as it feeds a reactor, besides its alkalinity. */
export const reactorWater = z
  .strictObject({
    calcium: amount(readingExpectation('calcium')).default(420),
    salinity: amount(SALINITY_OF_CARBONATE).default(35),
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25.5),
  })
  .prefault({});

export const tankAlkalinity = amount({ ...readingExpectation('alkalinity'), field: 'tank alkalinity', low: 0.5 });

/** An effluent as it was measured, newest last. */
export const measuredEffluent = z.strictObject({
  at: moment('the test of the effluent'),
  mlPerMin: amount(AMOUNTS.reactorFlow),
  effluentAlkalinity: amount(AMOUNTS.effluent),
  chamberPh: amount(AMOUNTS.chamberPh),
  tankAlkalinity: tankAlkalinity.optional(),
});
export type MeasuredInput = z.output<typeof measuredEffluent>;

/** Media dissolve below about this pH, and hardly above. Common practice. */
export const DISSOLVES_BELOW_PH = 6.7;
/** Below this they turn to sludge. Common practice: controllers hold 6.5 to 6.7. */
export const SLUDGE_BELOW_PH = 6.4;

/** An alkalinity in a refusal's words: to a tenth of a degree. */
export function dkhText(mmolPerL: number): string {
  return `${Number((mmolPerL / MMOL_PER_L_PER_DKH).toFixed(1))} dKH`;
}

/** @throws Refusal for a chamber no more acid than the tank: nothing dissolves in it */
export function refuseHighChamber(chamberPh: number, tankPh: number): void {
  if (chamberPh < tankPh) return;
  throw new Refusal({
    field: 'pH of the chamber',
    value: chamberPh.toFixed(2),
    allowed: `below the tank’s ${tankPh.toFixed(2)}; 6.5 to 6.7 as most are run`,
    hint: 'No gas reaches the chamber: check the cylinder, the solenoid and the bubble counter first, then the probe.',
  });
}
