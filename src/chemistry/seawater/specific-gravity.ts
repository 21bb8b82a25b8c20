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
 * @returns practical salinity, exact to 1e-12
 * @throws Refusal where it answers to no salinity of 0 to 42
 * Source: EOS-80, UNESCO 1983.
 */
export function salinityFromSpecificGravity(gravity: number, reference: GravityReference = GRAVITY_25_25): number {
  const water = pureWaterDensityKgPerM3(reference.waterC);
  return salinityFromDensity(gravity * water, reference.sampleC, 'specific gravity', gravity, water);
}

/**
 * Practical salinity from density at one atmosphere; the inverse of seawaterDensityKgPerM3.
 * @param densityKgPerM3 kg/m³
 * @param temperatureC 0 to 40 °C
 * @param field what was read, for the refusal
 * @param shown the figure read, when it was not the density itself
 * @param unit what the shown figure counts in, kg/m³; its allowed range is told in it
 * @throws Refusal where it answers to no salinity of 0 to 42
 * Source: EOS-80, UNESCO 1983, inverted along its chord.
 */
export function salinityFromDensity(
  densityKgPerM3: number,
  temperatureC: number,
  field = 'density',
  shown = densityKgPerM3,
  unit = densityKgPerM3 / shown,
): number {
  const lowest = seawaterDensityKgPerM3(0, temperatureC);
  const highest = seawaterDensityKgPerM3(42, temperatureC);
  // A hair of slack: 1.0 on the 25/25 scale must not fail on rounding.
  if (!(densityKgPerM3 >= lowest - 1e-6 && densityKgPerM3 <= highest + 1e-6)) {
    throw new Refusal({ field, value: shown, allowed: { from: told(lowest / unit), to: told(highest / unit) } });
  }
  // Density rises almost linearly with salinity, so the chord settles in a few steps.
  const perPpt = (highest - lowest) / 42;
  let s = (densityKgPerM3 - lowest) / perPpt;
  for (let i = 0; i < 30; i++) {
    const clamped = Math.min(42, Math.max(0, s));
    const step = (seawaterDensityKgPerM3(clamped, temperatureC) - densityKgPerM3) / perPpt;
    s = clamped - step;
    if (Math.abs(step) < 1e-13) break;
  }
  return Math.min(42, Math.max(0, s));
}

const told = (figure: number) => (Number.isFinite(figure) && figure !== 0 ? figure.toFixed(4) : 'salinity 0');
