import { z } from 'zod';
import { amount } from '../calculator-input';
import { ELEMENT_FACTS, isElement } from '../dosing/elements';
import { PARAMETERS, readingExpectation } from '../parameters';
import { Refusal } from '../refusal';
import { DEFAULT_UNITS, quantity, showText } from '../units/quantity';
import { DAY_MS } from '../tank-model/simulate';
import type { TankEvent } from '../tank-model/events';
import { eachSpecies, type Species, type Water } from '../tank-model/water';
import type { QuantityKind } from '../units/kinds';

/** What a change of water is asked about: everything it moves that a keeper tests. */
export const FOLLOWED = [
  'salinity',
  'alkalinity',
  'calcium',
  'magnesium',
  'nitrate',
  'phosphate',
] as const satisfies readonly Species[];
export type Followed = (typeof FOLLOWED)[number];

export type Levels = { readonly [Id in Followed]?: number | undefined };

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
  amount({ field: `${nameOf(id)} taken a day`, kind: rateKind(id), low: -1000, high: 1000 }).optional();

/** What the tank takes of each a day; below nought what it makes, as nitrate from food. */
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
  alkalinity: ELEMENT_FACTS.alkalinity.riseLimitPerDay,
  // Of the 20 to 50 mg/L a day keepers hold to, the wider: a change comes once.
  calcium: 50,
  magnesium: ELEMENT_FACTS.magnesium.riseLimitPerDay,
  nitrate: Infinity,
  phosphate: Infinity,
};

export function rateKind(id: Followed): QuantityKind {
  return isElement(id) ? ELEMENT_FACTS[id].rateKind : 'ionRate';
}

export function nameOf(id: Followed): string {
  return PARAMETERS[id].name;
}

/** What the tank takes (above nought) or makes (below) of each a day, per litre, as a steady rate of the tank model. */
export function lifeEvent(at: number, volumeL: number, takesPerDay: Levels): TankEvent {
  return {
    kind: 'rate',
    at,
    source: 'consumption',
    perDay: Object.fromEntries(FOLLOWED.map((id) => [id, -(takesPerDay[id] ?? 0) * volumeL])),
  };
}

/** Equal changes, the first at once. */
export function changesEvery(days: number, changes: number, volumeL: number, water: Levels): TankEvent[] {
  return Array.from({ length: changes }, (_, i) => ({
    kind: 'exchange',
    at: i * days * DAY_MS,
    volumeL,
    water: waterOf(water),
  }));
}

/** A water of the tank model; what is not told of it is taken as none. */
export function waterOf(levels: Levels): Water {
  const told: Readonly<Partial<Record<Species, number | undefined>>> = levels;
  return eachSpecies((species) => told[species] ?? 0);
}
