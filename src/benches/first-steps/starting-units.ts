import { DEFAULT_UNITS, type UnitPreferences } from '@/quantities/quantity';

type Units = Pick<UnitPreferences, 'volume' | 'temperature' | 'alkalinity' | 'salinity'>;

export const METRIC_UNITS: Units = DEFAULT_UNITS;
export const US_UNITS: Units = { volume: 'US gal', temperature: '°F', alkalinity: 'dKH', salinity: 'sg' };

/**
 * The units usual where a browser says it is, by the region of the language it prefers.
 * @param language a language tag such as "en-US"; the browser's own where none is given
 */
export function usualHere(language: string = navigator.language): Units {
  try {
    return new Intl.Locale(language).region === 'US' ? US_UNITS : METRIC_UNITS;
  } catch {
    return METRIC_UNITS;
  }
}
