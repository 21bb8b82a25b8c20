import { Refusal } from '../refusal';
import { pureWaterDensityKgPerM3, seawaterDensityKgPerM3 } from './density';

/** A specific gravity has two temperatures: the sample's, and the pure water's it is compared with. */
export interface GravityReference {
  readonly sampleC: number;
  readonly waterC: number;
}

/** The common hobby scale, 25/25 °C (77/77 °F). Common practice. */
export const GRAVITY_25_25: GravityReference = { sampleC: 25, waterC: 25 };
/** Older glass floats, 60/60 °F. Common practice. */
export const GRAVITY_60_60F: GravityReference = { sampleC: 15.5556, waterC: 15.5556 };
/** Laboratory glass, 20/4 °C. Common practice. */
export const GRAVITY_20_4: GravityReference = { sampleC: 20, waterC: 4 };

/**
 * Specific gravity of seawater at a stated pair of temperatures.
 * @param salinity practical salinity, 0 to 42
 * Source: the definition, with EOS-80 densities.
 * @example specificGravity(35, GRAVITY_25_25) // 1.02637
 */
export function specificGravity(salinity: number, reference: GravityReference = GRAVITY_25_25): number {
  return seawaterDensityKgPerM3(salinity, reference.sampleC) / pureWaterDensityKgPerM3(reference.waterC);
}

/**
 * Practical salinity of a sample from its specific gravity; the inverse of specificGravity.
 * @param gravity dimensionless; the values that answer to salinity 0 to 42
 * @returns practical salinity, exact to 1e-10
 */
export function salinityFromSpecificGravity(gravity: number, reference: GravityReference = GRAVITY_25_25): number {
  const lowest = specificGravity(0, reference);
  const highest = specificGravity(42, reference);
  // A hair of slack: 1.0 on the 25/25 scale must not fail on rounding.
  if (!(gravity >= lowest - 1e-9 && gravity <= highest + 1e-9)) {
    throw new Refusal({
      field: 'specific gravity',
      value: gravity,
      allowed: `${lowest.toFixed(4)} to ${highest.toFixed(4)}`,
    });
  }
  // Density rises almost linearly with salinity, so the secant settles in a few steps.
  let s = ((gravity - lowest) / (highest - lowest)) * 42;
  for (let i = 0; i < 20; i++) {
    const clamped = Math.min(42, Math.max(0, s));
    const error = specificGravity(clamped, reference) - gravity;
    s = clamped - (error * 42) / (highest - lowest);
    if (Math.abs(error) < 1e-15) break;
  }
  return Math.min(42, Math.max(0, s));
}
