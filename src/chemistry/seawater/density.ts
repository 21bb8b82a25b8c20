import { within } from '../refusal';

/**
 * Density of pure water at one atmosphere.
 * @param temperatureC ITS-90, 0 to 40 °C
 * @returns kg/m³
 * Source: Bigg 1967 as used in EOS-80, UNESCO Technical Papers in Marine Science 44 (1983), eq. 14.
 */
export function pureWaterDensityKgPerM3(temperatureC: number): number {
  const t = within('temperature', temperatureC, 0, 40, '°C') * 1.00024; // the equation is on IPTS-68
  return 999.842594 + t * (6.793952e-2 + t * (-9.09529e-3 + t * (1.001685e-4 + t * (-1.120083e-6 + t * 6.536332e-9))));
}

/**
 * Density of seawater at one atmosphere.
 * @param salinity practical salinity, 0 to 42
 * @param temperatureC ITS-90, 0 to 40 °C
 * @returns kg/m³
 * Source: EOS-80, UNESCO Technical Papers in Marine Science 44 (1983), eq. 13.
 */
export function seawaterDensityKgPerM3(salinity: number, temperatureC: number): number {
  const s = within('salinity', salinity, 0, 42, 'ppt');
  const pure = pureWaterDensityKgPerM3(temperatureC);
  const t = temperatureC * 1.00024;
  const a = 8.24493e-1 + t * (-4.0899e-3 + t * (7.6438e-5 + t * (-8.2467e-7 + t * 5.3875e-9)));
  const b = -5.72466e-3 + t * (1.0227e-4 + t * -1.6546e-6);
  return pure + s * a + s * Math.sqrt(s) * b + s * s * 4.8314e-4;
}
