import { within } from '../refusal';
import { seawaterDensityKgPerM3 } from '../seawater/density';

/**
 * Heat a kilogram of seawater takes for a degree: 3.99 kJ at 35 ppt and 25 °C.
 * Source: Millero, Perron and Desnoyers 1973, as in UNESCO 1983 (from memory); it moves by 1 % from 30 to 40 ppt.
 */
const KJ_PER_KG_PER_C = 3.99;
const KJ_PER_KWH = 3600;

/**
 * Heat that brings new water to the tank's warmth.
 * @param volumeL litres
 * @param riseC degrees to warm it by, 0 to 40
 * @returns kWh, losses on the way not counted
 * @param salinity practical salinity, 0 to 42
 * Source: volume × density (EOS-80) × heat capacity (Millero, Perron and Desnoyers 1973, from memory).
 */
export function heatNeededKWh(volumeL: number, salinity: number, riseC: number): number {
  within('rise of temperature', riseC, 0, 40, '°C');
  return ((volumeL * seawaterDensityKgPerM3(salinity, 25)) / 1000) * KJ_PER_KG_PER_C * (riseC / KJ_PER_KWH);
}
