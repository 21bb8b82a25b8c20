import { atSalinity } from '../seawater/composition';
import { pureWaterDensityKgPerM3, seawaterDensityKgPerM3 } from '../seawater/density';

/**
 * Batches are counted at the warmth they are measured and used at. Density moves by 0.03 % a degree there, which no
 * vessel's mark shows.
 */
export const BATCH_C = 25;

/** Kilograms of some litres of saltwater. Source: EOS-80, UNESCO 1983. */
export function saltwaterKg(volumeL: number, salinity: number, temperatureC = BATCH_C): number {
  return (volumeL * seawaterDensityKgPerM3(salinity, temperatureC)) / 1000;
}

/**
 * Litres that some kilograms of saltwater fill.
 * @param salinity practical salinity, 0 to 42
 * @param temperatureC 0 to 40 °C
 * Source: density by EOS-80.
 */
export function saltwaterL(kg: number, salinity: number, temperatureC = BATCH_C): number {
  return (kg * 1000) / seawaterDensityKgPerM3(salinity, temperatureC);
}

/**
 * Litres that some kilograms of RO/DI water fill.
 * @param temperatureC 0 to 40 °C
 * Source: density of pure water, EOS-80.
 */
export function roDiWaterL(kg: number, temperatureC = BATCH_C): number {
  return (kg * 1000) / pureWaterDensityKgPerM3(temperatureC);
}

/**
 * Grams of a salt in some litres of saltwater made with it.
 * @param gramsPerLAt35 what the salt takes for a litre at 35 ppt
 * @param salinity practical salinity, 0 to 42
 * @returns grams as weighed, with the water the salt holds
 * Source: constant proportions, told by mass with the density of EOS-80.
 */
export function saltGIn(volumeL: number, salinity: number, gramsPerLAt35: number): number {
  return volumeL * atSalinity(gramsPerLAt35, 35, salinity);
}
