import { within } from '../refusal';

/**
 * Stoichiometric constants of seawater at one salinity and temperature, mol/kg-solution, total pH scale.
 * All as tabulated in Dickson, Sabine and Christian 2007, Guide to best practices for ocean CO2 measurements, chapter 5.
 */
export interface CarbonateConstants {
  readonly k0: number;
  readonly k1: number;
  readonly k2: number;
  readonly kb: number;
  readonly kw: number;
  readonly ks: number;
  readonly kf: number;
  readonly kspAragonite: number;
  readonly kspCalcite: number;
  readonly boron: number;
  readonly sulfate: number;
  readonly fluoride: number;
  readonly calcium: number;
  /** Added to total-scale pH to give the NBS-scale pH a hobby probe shows. */
  readonly nbsOffset: number;
}

/** Where K1 and K2 were measured, and where the equations are still carried here; between the two they are extrapolated. */
const MEASURED = { salinity: [19, 43], temperatureC: [2, 35] } as const;
const CARRIED = { salinity: [5, 45], temperatureC: [2, 40] } as const;

/** In what a water lies beyond the measurements, and how far those went. */
export type BeyondMeasured =
  | { readonly what: 'salinity'; readonly from: number; readonly to: number }
  | { readonly what: 'temperature'; readonly toC: number };

/**
 * Says where a water lies outside what K1 and K2 were measured over (Lueker et al. 2000): the figures are then carried
 * on by the equations alone. Nothing when it lies inside.
 */
export function beyondMeasured(salinity: number, temperatureC: number): BeyondMeasured[] {
  const beyond: BeyondMeasured[] = [];
  const [fresh, salt] = MEASURED.salinity;
  if (salinity < fresh || salinity > salt) beyond.push({ what: 'salinity', from: fresh, to: salt });
  if (temperatureC > MEASURED.temperatureC[1]) beyond.push({ what: 'temperature', toC: MEASURED.temperatureC[1] });
  return beyond;
}

const e10 = (exponent: number) => Math.exp(exponent * Math.LN10);

/**
 * @param salinity practical salinity, 5 to 45 (K1 and K2 were measured over 19 to 43; see beyondMeasured)
 * @param temperatureC 2 to 40 °C (K1 and K2 were measured over 2 to 35)
 * Source: K1, K2 Lueker et al. 2000; KB Dickson 1990; KW Millero 1995; KSO4 Dickson 1990; KF Perez and Fraga 1987; K0 Weiss 1974; Ksp
 * Mucci 1983, as in Dickson, Sabine and Christian 2007, chapter 5; total scale, mol/kg-solution.
 */
export function carbonateConstants(salinity: number, temperatureC: number): CarbonateConstants {
  const s = within('salinity', salinity, ...CARRIED.salinity, 'ppt');
  const t = within('temperature', temperatureC, ...CARRIED.temperatureC, '°C') + 273.15;
  const rootS = Math.sqrt(s);
  const lnT = Math.log(t);
  const hundredth = t / 100;

  // Weiss 1974
  const k0 = Math.exp(
    93.4517 / hundredth -
      60.2409 +
      23.3585 * Math.log(hundredth) +
      s * (0.023517 - 0.023656 * hundredth + 0.0047036 * hundredth * hundredth),
  );
  // Lueker, Dickson and Keeling 2000
  const k1 = e10(-3633.86 / t + 61.2172 - 9.6777 * lnT + 0.011555 * s - 0.0001152 * s * s);
  const k2 = e10(-471.78 / t - 25.929 + 3.16967 * lnT + 0.01781 * s - 0.0001122 * s * s);
  // Dickson 1990, boric acid
  const kb = Math.exp(
    (-8966.9 - 2890.53 * rootS - 77.942 * s + 1.728 * s * rootS - 0.0996 * s * s) / t +
      (148.0248 + 137.1942 * rootS + 1.62142 * s) +
      (-24.4344 - 25.085 * rootS - 0.2474 * s) * lnT +
      0.053105 * rootS * t,
  );
  // Millero 1995
  const kw = Math.exp(
    -13847.26 / t + 148.9652 - 23.6521 * lnT + (118.67 / t - 5.977 + 1.0495 * lnT) * rootS - 0.01615 * s,
  );
  // Dickson 1990, bisulfate, free scale
  const ionic = (19.924 * s) / (1000 - 1.005 * s);
  const rootI = Math.sqrt(ionic);
  const ks = Math.exp(
    -4276.1 / t +
      141.328 -
      23.093 * lnT +
      (-13856 / t + 324.57 - 47.986 * lnT) * rootI +
      (35474 / t - 771.54 + 114.723 * lnT) * ionic -
      (2698 / t) * ionic * rootI +
      (1776 / t) * ionic * ionic +
      Math.log(1 - 0.001005 * s),
  );
  // Perez and Fraga 1987
  const kf = Math.exp(874 / t - 9.68 + 0.111 * rootS);
  // Mucci 1983
  const log10T = lnT / Math.LN10;
  const kspAragonite = e10(
    -171.945 -
      0.077993 * t +
      2903.293 / t +
      71.595 * log10T +
      (-0.068393 + 0.0017276 * t + 88.135 / t) * rootS -
      0.10018 * s +
      0.0059415 * s * rootS,
  );
  const kspCalcite = e10(
    -171.9065 -
      0.077993 * t +
      2839.319 / t +
      71.595 * log10T +
      (-0.77712 + 0.0028426 * t + 178.34 / t) * rootS -
      0.07711 * s +
      0.0041249 * s * rootS,
  );

  const sulfate = 0.02824 * (s / 35);
  const fluoride = 0.00007 * (s / 35);
  return {
    k0,
    k1,
    k2,
    kb,
    kw,
    ks,
    kf,
    kspAragonite,
    kspCalcite,
    sulfate,
    fluoride,
    boron: 0.0004157 * (s / 35), // Uppström 1974
    calcium: 0.01028 * (s / 35),
    nbsOffset: nbsOffset(s, t, sulfate / ks, fluoride / kf),
  };
}

/** Total to seawater scale, then the apparent activity coefficient of Takahashi et al. 1982 (kelvin). */
function nbsOffset(s: number, t: number, sulfateRatio: number, fluorideRatio: number): number {
  const toSeawater = -Math.log10((1 + sulfateRatio + fluorideRatio) / (1 + sulfateRatio));
  const fH = 1.2948 - 0.002036 * t + (0.0004607 - 1.475e-6 * t) * s * s;
  return toSeawater - Math.log10(fH);
}
