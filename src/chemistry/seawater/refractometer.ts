import { chemicalRefusal, within } from '../refusal';

/** Sodium light, the wavelength refractive indices are stated at, nm. */
const SODIUM_D_NM = 589.3;
/** Automatic compensation brings a hand refractometer's figure to this temperature. Common practice. */
const COMPENSATED_TO_C = 20;

/**
 * Refractive index of seawater.
 * @param salinity practical salinity, 0 to 42 (the fit was made over 0 to 35)
 * @param temperatureC 0 to 40 °C (fit over 0 to 30)
 * @param wavelengthNm 400 to 700
 * Source: Quan and Fry 1995, Applied Optics 34, 3477 (coefficients recalled from memory, then checked against the index
 * of pure water).
 */
export function refractiveIndex(salinity: number, temperatureC: number, wavelengthNm = SODIUM_D_NM): number {
  const s = within('salinity', salinity, 0, 42, 'ppt');
  const t = within('temperature', temperatureC, 0, 40, '°C');
  const l = within('wavelength', wavelengthNm, 400, 700, 'nm');
  return (
    1.31405 +
    (1.779e-4 - 1.05e-6 * t + 1.6e-8 * t * t) * s -
    2.02e-6 * t * t +
    (15.868 + 0.01155 * s - 0.00423 * t) / l -
    4382 / l ** 2 +
    1.1455e6 / l ** 3
  );
}

/** Further off a standard than this an instrument is to be set, not corrected for. Chosen. */
const FARTHEST_OUT_PPT = 10;

/** What the scale of a refractometer was drawn for. */
export type RefractometerScale = 'seawater' | 'brine';

/**
 * Sodium chloride in water at 20 °C: what a gram per kilogram adds to the refractive index, to 5 %.
 * Source: CRC Handbook of Chemistry and Physics, concentrative properties, 1.3330 at nought and 1.3418 at 5 % (from memory).
 */
const BRINE_INDEX_PER_PPT = (1.3418 - 1.333) / 50;

export interface RefractometerReading {
  /** What the scale shows, ppt. */
  readonly shown: number;
  readonly scale: RefractometerScale;
  /** What it shows in a standard of known salinity, when it was checked with one. */
  readonly standard?: { readonly shown: number; readonly trueSalinity: number } | undefined;
}

/**
 * Practical salinity from what a hand refractometer shows. A brine scale is drawn for sodium chloride, so it reads
 * seawater high: 35 shows as about 36.5. A check with a standard shifts the whole scale, which is how such instruments err.
 * @throws Refusal outside 0 to 45 shown, or where the figure found lies outside 0 to 42
 * @returns practical salinity
 * Source: index of refraction of seawater by Quan and Fry 1995, of brine by the CRC Handbook (both from memory).
 */
export function salinityFromRefractometer({ shown, scale, standard }: RefractometerReading): number {
  within('refractometer reading', shown, 0, 45, 'ppt');
  const trueStandard =
    standard && refractometerShows(within('standard’s salinity', standard.trueSalinity, 1, 42, 'ppt'), scale);
  const shift = standard ? (trueStandard ?? 0) - within('reading in the standard', standard.shown, 0, 50, 'ppt') : 0;
  if (Math.abs(shift) > FARTHEST_OUT_PPT)
    throw chemicalRefusal({
      field: 'reading in the standard',
      value: standard?.shown ?? shown,
      allowed: { code: 'near the standard', withinPpt: FARTHEST_OUT_PPT },
      hint: { code: 'refractometer far out' },
    });
  const straight = shown + shift;
  const salinity = scale === 'seawater' ? straight : straight / brinePerSeawater();
  if (salinity >= 0 && salinity <= 42) return salinity;
  throw chemicalRefusal({
    field: 'refractometer reading',
    value: shown,
    allowed: { code: 'salinity within', from: 0, to: 42 },
  });
}

/**
 * What a true refractometer with that scale shows in seawater, ppt.
 * @param salinity practical salinity, 0 to 42
 * Source: as `salinityFromRefractometer`.
 */
export function refractometerShows(salinity: number, scale: RefractometerScale): number {
  return scale === 'seawater' ? salinity : salinity * brinePerSeawater();
}

/** The index is linear in salinity at one temperature, so one ratio holds over the whole scale. */
function brinePerSeawater(): number {
  const perPpt = refractiveIndex(1, COMPENSATED_TO_C) - refractiveIndex(0, COMPENSATED_TO_C);
  return perPpt / BRINE_INDEX_PER_PPT;
}
