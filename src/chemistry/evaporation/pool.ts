import psychrolib from 'psychrolib';
import { within } from '../refusal';

export interface Surroundings {
  readonly openSurfaceM2: number;
  readonly waterC: number;
  readonly airC: number;
  /** 0 to 1. */
  readonly humidity: number;
  readonly salinity: number;
  /** Air over the water, m/s; a still room is near nought. */
  readonly airSpeedMPerS?: number | undefined;
  /** How much the water's own movement adds: 0.5 for an undisturbed pool, which is taken when left out, to 1.5 for waves. */
  readonly activity?: number | undefined;
}

/** An undisturbed pool. ASHRAE's activity factor, recalled from memory. */
const UNDISTURBED = 0.5;

/**
 * Water lost from an open surface.
 * w = A (p_w − p_a)(0.089 + 0.0782 v) / Y · F_a, in kg/s, with pressures in kPa and Y in kJ/kg.
 * @returns litres a day; nought when the air would give water to the tank
 * Source: ASHRAE Handbook—HVAC Applications, natatoriums; vapour pressures from psychrolib (ASHRAE Fundamentals);
 * seawater's water activity about 1 − 0.000537 S.
 */
export function poolEvaporationLPerDay({
  openSurfaceM2,
  waterC,
  airC,
  humidity,
  salinity,
  airSpeedMPerS = 0,
  activity = UNDISTURBED,
}: Surroundings): number {
  within('open surface', openSurfaceM2, 0, 100, 'm²');
  within('room humidity', humidity, 0, 1, 'of saturation');
  within('water temperature', waterC, 5, 40, '°C');
  within('room temperature', airC, -10, 45, '°C');
  within('air over the water', airSpeedMPerS, 0, 5, 'm/s');
  within('movement of the surface', activity, 0.1, 3, '');
  psychrolib.SetUnitSystem(psychrolib.SI);
  const waterKpa = (psychrolib.GetSatVapPres(waterC) / 1000) * (1 - 0.000537 * salinity);
  const airKpa = (psychrolib.GetSatVapPres(airC) / 1000) * humidity;
  const latentKjPerKg = 2501 - 2.36 * waterC;
  const kgPerS = (openSurfaceM2 * (waterKpa - airKpa) * (0.089 + 0.0782 * airSpeedMPerS) * activity) / latentKjPerKg;
  return Math.max(0, kgPerS * 86_400);
}
