import type { UnitPreferences } from '@/chemistry/units/quantity';

/** One water and one day's work as a keeper of these units would jot them: figures that need no unit where the keeper's own is meant. */
export interface JotExamples {
  readonly alkalinity: string;
  readonly salinity: string;
  readonly temperature: string;
  readonly changed: string;
  readonly refilled: string;
  readonly room: string;
}

const ALKALINITY: Record<UnitPreferences['alkalinity'], string> = {
  dKH: 'alk 8.3',
  'meq/L': 'alk 2.96',
  'ppm CaCO3': 'alk 148',
};
const SALINITY: Record<UnitPreferences['salinity'], string> = { ppt: 'sal 35', sg: 'sg 1.0264', 'mS/cm': 'sal 53.1' };
const TEMPERATURE: Record<UnitPreferences['temperature'], readonly [water: string, room: string]> = {
  '°C': ['temp 25.4', 'room 20.5 c 38 %'],
  '°F': ['temp 77.7', 'room 69 f 38 %'],
};
const VOLUMES: Record<UnitPreferences['volume'], readonly [changed: string, refilled: string]> = {
  L: ['changed 40 l', 'refilled 11.5 l'],
  'US gal': ['changed 10 gal', 'refilled 3 gal'],
};

export function jotExamples(units: UnitPreferences): JotExamples {
  const [temperature, room] = TEMPERATURE[units.temperature];
  const [changed, refilled] = VOLUMES[units.volume];
  return {
    alkalinity: ALKALINITY[units.alkalinity],
    salinity: SALINITY[units.salinity],
    temperature,
    changed,
    refilled,
    room,
  };
}
