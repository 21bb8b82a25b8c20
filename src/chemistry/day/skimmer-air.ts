import { bisectGreatest } from '@/numerics/bisection';
import { MOLAR_MASS } from '../molar-mass';

/** Dry air at 25 °C: kg/m³ and Pa s. Source: ideal gas; Sutherland 1893. */
const AIR_KG_PER_M3 = 1.184;
const AIR_PA_S = 1.85e-5;
/** Where the flow in a tube turns. Source: Reynolds 1883. */
const TURNS_AT = 2300;
const GAS_L_PER_MOL_AT_25 = 24.465;

/**
 * Air that comes through a tube where a skimmer draws so much without one: its suction falls as its flow, and the tube takes some of it.
 * @param freeLPerH what it draws with nothing before it, L/h
 * @param lengthM of the tube, m
 * @param boreMm inside, mm
 * @param suctionPa what its pump can draw against at no flow, Pa
 * @returns L/h, never more than without the tube
 * Source: Hagen 1839 and Poiseuille 1840 below a Reynolds number of 2300, Blasius 1913 above; a suction that falls in proportion is assumed.
 */
export function airThroughTube(freeLPerH: number, lengthM: number, boreMm: number, suctionPa: number): number {
  if (lengthM <= 0) return freeLPerH;
  return bisectGreatest((flow) => pressureLost(flow, lengthM, boreMm) <= suctionPa * (1 - flow / freeLPerH), freeLPerH);
}

/**
 * What air loses of its pressure in a smooth straight tube.
 * @returns Pa
 * Source: Hagen 1839 and Poiseuille 1840; Blasius 1913, friction 0.3164 Re^−1/4.
 * @example pressureLost(300, 5, 6) // 242
 */
export function pressureLost(litresPerH: number, lengthM: number, boreMm: number): number {
  const bore = boreMm / 1000;
  const speed = litresPerH / 3.6e6 / ((Math.PI * bore ** 2) / 4);
  const reynolds = (AIR_KG_PER_M3 * speed * bore) / AIR_PA_S;
  if (reynolds === 0) return 0;
  const friction = reynolds < TURNS_AT ? 64 / reynolds : 0.3164 / reynolds ** 0.25;
  return (friction * lengthM * AIR_KG_PER_M3 * speed ** 2) / (2 * bore);
}

/** How a skimmer shares in the gas exchange, and what air it draws. */
export interface SkimmerAir {
  /** Share of the tank's gas exchange that is the skimmer's, 0 to 1. */
  readonly share: number;
  /** CO2 of what it draws, µatm. */
  readonly uatm: number;
  /** What it draws beside what it drew before, 1 where nothing throttles it. */
  readonly drawn: number;
}

/**
 * The gas exchange of a tank whose skimmer draws another air than the room's: each part draws the water towards its own.
 * @param exchangePerDay as it is now, a day
 * @returns the exchange then, a day, and the air the whole of it draws towards, µatm
 * Source: the film model, k1 (c1 − C) + k2 (c2 − C) = (k1 + k2)(c̄ − C).
 */
export function exchangeWithSkimmer(
  exchangePerDay: number,
  roomUatm: number,
  { share, uatm, drawn }: SkimmerAir,
): { readonly exchangePerDay: number; readonly airUatm: number } {
  const surface = 1 - share;
  const skimmer = share * drawn;
  return {
    exchangePerDay: exchangePerDay * (surface + skimmer),
    airUatm: (surface * roomUatm + skimmer * uatm) / (surface + skimmer),
  };
}

/**
 * CO2 that air carries.
 * @param uatm at 25 °C and one atmosphere
 * @returns g a litre of air
 * Source: ideal gas, 24.465 L/mol at 25 °C; 44.01 g/mol.
 */
export function co2GramsPerL(uatm: number): number {
  return (uatm * 1e-6 * MOLAR_MASS.CO2) / GAS_L_PER_MOL_AT_25;
}

/**
 * How long media on an air intake last.
 * @param mediaG of media, g
 * @param capacity g of CO2 a gram binds
 * @param litresPerH that pass through it, L/h
 * @param uatm CO2 of that air, µatm
 * @returns hours until it is spent
 * Source: mass balance.
 * @example scrubberHours(500, 0.2, 300, 900) // 206
 */
export function scrubberHours(mediaG: number, capacity: number, litresPerH: number, uatm: number): number {
  return (mediaG * capacity) / (litresPerH * co2GramsPerL(uatm));
}
