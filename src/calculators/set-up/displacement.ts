import type { Expectation } from '@/quantities/parse-quantity';

export type Filling = 'rock' | 'sand';

/**
 * Litres of water a kilogram displaces. Reef rock is porous and its pores hold water; aragonite grains weigh 2.8 kg/L.
 * Common practice; a pound of each to the US gallon then displaces 11 %, within the 10–20 % keepers count on.
 */
const LITRES_PER_KG: Record<Filling, number> = { rock: 0.55, sand: 0.36 };

export function litresDisplaced(filling: Filling, grams: number): number {
  return (grams / 1000) * LITRES_PER_KG[filling];
}

export function displacementExpectation(filling: Filling): Expectation {
  return { field: `water displaced by ${filling}`, kind: 'volume', low: 0, high: 50_000, usual: [0, 500] };
}
