import { carbonateConstants } from '../carbonate/constants';
import { phTotalFromNbs } from '../carbonate/solve';
import { MOLAR_MASS } from '../molar-mass';
import { within } from '../refusal';

/**
 * pK of ammonium, NH4⁺ ⇌ NH3 + H⁺, on the total hydrogen ion scale, mol/kg of solution.
 * @param salinity practical salinity, 0 to 40
 * @param temperatureC −2 to 40 °C
 * Source: Clegg and Whitfield 1995, Geochimica et Cosmochimica Acta 59, 2403; coefficients from memory. At no salinity they
 * give fresh water's 9.2446 at 25 °C, as Emerson et al. 1975 do to 0.003; at 35 they lie within 0.02 of Yao and Millero 1995.
 */
export function ammoniumPk(salinity: number, temperatureC: number): number {
  const s = within('salinity', salinity, 0, 42, 'ppt');
  const t = within('temperature', temperatureC, -2, 40, '°C') + 273.15;
  const root = Math.sqrt(t);
  const molal =
    9.244605 -
    2729.33 * (1 / 298.15 - 1 / t) +
    (0.04203362 - 11.24742 / t) * s ** 0.25 +
    (-13.6416 + 1.176949 * root - 0.02860785 * t + 545.4834 / t) * s ** 0.5 +
    (-0.1462507 + 0.0090226468 * root - 0.0001471361 * t + 10.5425 / t) * s ** 1.5 +
    (0.004669309 - 0.0001691742 * root - 0.5677934 / t) * s ** 2 +
    (-2.354039e-5 + 0.009698623 / t) * s ** 2.5;
  return molal - Math.log10(1 - 0.001005 * s);
}

/**
 * The share of all ammonia that is un-ionised, which is the part that passes gills.
 * @param phNbs as a probe set with NBS buffers reads, 6 to 9.5; taken to the total scale inside
 * @param salinity practical salinity, 5 to 42
 * @param temperatureC 2 to 40 °C
 * @returns 0 to 1
 * @example freeAmmoniaShare(8.2, 35, 25) // 0.062
 * Source: 1/(1 + h/K) with K of Clegg and Whitfield 1995, as told beside it.
 */
export function freeAmmoniaShare(phNbs: number, salinity: number, temperatureC: number): number {
  within('pH', phNbs, 5, 10, '');
  const phTotal = phTotalFromNbs(phNbs, carbonateConstants(salinity, temperatureC));
  return 1 / (1 + 10 ** (ammoniumPk(salinity, temperatureC) - phTotal));
}

/** mg/L of un-ionised ammonia, as nitrogen, from which on caution is due. Common practice. */
export const CAUTION_NH3_N = 0.02;
/** And from which on gills are harmed within days. From memory: effects on sea fish are told from about 0.05 to 0.2 mg/L as nitrogen. */
export const HARM_NH3_N = 0.1;

/**
 * mg/L of nitrogen in mg/L of ammonia told as NH3.
 * Source: the ratio of the molar masses of N and NH3, CIAAW 2021.
 */
export function asNitrogen(ammoniaMgPerL: number): number {
  return (ammoniaMgPerL * MOLAR_MASS.N) / MOLAR_MASS.NH3;
}
/**
 * mg/L of ammonia told as NH3 from mg/L of its nitrogen.
 * Source: the same ratio the other way.
 */
export function ofNitrogen(nitrogenMgPerL: number): number {
  return (nitrogenMgPerL * MOLAR_MASS.NH3) / MOLAR_MASS.N;
}
