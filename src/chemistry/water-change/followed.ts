import { DAY_MS } from '../tank-model/simulate';
import type { TankEvent } from '../tank-model/events';
import { eachSpecies, type Species, type Water } from '../tank-model/water';

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

/** Whether a species is one that a change of water is asked about. */
export function isFollowed(id: string): id is Followed {
  return (FOLLOWED as readonly string[]).includes(id);
}

export type Levels = { readonly [Id in Followed]?: number | undefined };

/**
 * What the tank takes (above nought) or makes (below) of each a day, per litre, as a steady rate of the tank model.
 * @param consumptionPerDay in each species' unit a day
 * Source: V dC/dt = −k V.
 */
export function consumptionEvent(at: number, volumeL: number, consumptionPerDay: Levels): TankEvent {
  return {
    kind: 'rate',
    at,
    source: 'consumption',
    perDay: Object.fromEntries(FOLLOWED.map((id) => [id, -(consumptionPerDay[id] ?? 0) * volumeL])),
  };
}

/**
 * Equal changes, the first at once.
 * @param days between two
 * @param volumeL of each, litres
 * Source: C⁺ = C(1 − f) + C_s f, by the tank model.
 */
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
