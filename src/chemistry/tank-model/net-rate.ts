import type { Species } from './water';

/** What one source brings a day into the whole tank: concentration × litres, below 0 where it takes. */
export interface Bringing {
  readonly perDay: Readonly<Partial<Record<Species, number>>>;
}

/**
 * What some sources together bring of a species.
 * @param volumeL net volume, L
 * @returns in the species' unit of concentration a day
 * @example suppliedPerDay([{ perDay: { alkalinity: 62 } }], 'alkalinity', 620) // 0.1 mmol/L a day
 * Source: conservation of mass.
 */
export function suppliedPerDay(sources: readonly Bringing[], species: Species, volumeL: number): number {
  return sources.reduce((sum, { perDay }) => sum + (perDay[species] ?? 0), 0) / volumeL;
}

/**
 * How a level moves: V dC/dt = Σ inputs − V k, told a litre and a day. The one place where what comes in is set against what is consumed.
 * @param consumedPerDay k, in the species' unit of concentration a day
 * @returns above 0 where it rises
 * @param volumeL litres, above 0
 * Source: conservation of mass.
 */
export function netRate(
  sources: readonly Bringing[],
  species: Species,
  consumedPerDay: number,
  volumeL: number,
): number {
  return suppliedPerDay(sources, species, volumeL) - consumedPerDay;
}
