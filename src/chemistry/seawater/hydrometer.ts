import { within } from '../refusal';
import { pureWaterDensityKgPerM3 } from './density';
import { salinityFromDensity, type GravityReference } from './specific-gravity';

/**
 * How much a glass float's volume grows for each °C.
 * Source: ISO 649-1, soda-lime glass, 25e-6 (from memory).
 */
const GLASS_PER_C = 25e-6;

/**
 * Practical salinity from a floating glass hydrometer read in water at another temperature than its own. Two things
 * differ there: the water's density, and the float's own volume.
 * @param shown the specific gravity at the surface on the stem
 * @param reference the pair of temperatures printed on the float
 * @param sampleC temperature of the water it floats in, 0 to 40 °C
 * @throws Refusal where the density found answers to no salinity of 0 to 42
 * @returns practical salinity
 * Source: density by EOS-80; the volume of a glass float by its cubic expansion, told beside it.
 */
export function salinityFromHydrometer(shown: number, reference: GravityReference, sampleC: number): number {
  within('hydrometer reading', shown, 0.95, 1.1, '');
  within('sample temperature', sampleC, 0, 40, '°C');
  const marked = shown * pureWaterDensityKgPerM3(reference.waterC);
  // A float displaces its own mass: more volume when warm, so the water is that much lighter than the mark says.
  const density = marked / (1 + GLASS_PER_C * (sampleC - reference.sampleC));
  return salinityFromDensity(density, sampleC, 'hydrometer reading', shown);
}
