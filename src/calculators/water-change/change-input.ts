import * as z from 'zod';
import { amount } from '../calculator/calculator-input';
import { DOSED_FACTS, isDosedParameter } from '../dosing/dosed-parameters';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import type { Followed } from '@/chemistry/water-change/followed';
import type { QuantityKind } from '@/quantities/kinds';

const level = (id: Followed) => amount({ ...readingExpectation(id), low: 0 }).optional();

/** Levels of one water; what was not tested is left out. */
export const levelsInput = z.strictObject({
  salinity: level('salinity'),
  alkalinity: level('alkalinity'),
  calcium: level('calcium'),
  magnesium: level('magnesium'),
  nitrate: level('nitrate'),
  phosphate: level('phosphate'),
});

export const rate = (id: Followed) =>
  amount({ field: `${nameOf(id)} consumption`, kind: rateKind(id), low: -1000, high: 1000 }).optional();

/** What the tank takes of each a day; negative is what it makes, as nitrate from food. */
export const takesInput = z
  .strictObject({
    salinity: rate('salinity'),
    alkalinity: rate('alkalinity'),
    calcium: rate('calcium'),
    magnesium: rate('magnesium'),
    nitrate: rate('nitrate'),
    phosphate: rate('phosphate'),
  })
  .default({});

/** @throws Refusal for a change of more water than there is */
export function refuseOverAll(changeL: number, netVolumeL: number): void {
  if (changeL <= netVolumeL) return;
  throw new Refusal({
    field: 'water change',
    value: showText(quantity('volume', changeL), DEFAULT_UNITS),
    allowed: `up to ${showText(quantity('volume', netVolumeL), DEFAULT_UNITS)}, the net volume`,
    hint: 'More than all of the water cannot be changed at once: was a percentage meant, or several changes?',
    suggestion: showText(quantity('volume', netVolumeL / 10), DEFAULT_UNITS),
  });
}

/** Largest moves keepers hold to at one change. Common practice; of nutrients none is told. */
export const STEP_LIMIT: Record<Followed, number> = {
  salinity: 1,
  alkalinity: DOSED_FACTS.alkalinity.riseLimitPerDay,
  // Of the 20 to 50 mg/L a day keepers hold to, the wider: a change comes once.
  calcium: 50,
  magnesium: DOSED_FACTS.magnesium.riseLimitPerDay,
  nitrate: Infinity,
  phosphate: Infinity,
};

export function rateKind(id: Followed): QuantityKind {
  return isDosedParameter(id) ? DOSED_FACTS[id].rateKind : 'ionRate';
}

export function nameOf(id: Followed): string {
  return PARAMETERS[id].name;
}
