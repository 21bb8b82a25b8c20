import { within } from '../refusal';
import type { CarbonateConstants } from './constants';
import { hydrogenFromCo2, hydrogenFromDic, otherAlkalinity } from './hydrogen';

/** The carbonate system of one water, in mol/kg-solution. */
export interface CarbonateState {
  readonly alkalinity: number;
  /** Dissolved inorganic carbon: CO2, bicarbonate and carbonate together. */
  readonly dic: number;
  readonly pco2Uatm: number;
  readonly phTotal: number;
  readonly phNbs: number;
  readonly co2: number;
  readonly bicarbonate: number;
  readonly carbonate: number;
  /** The share of alkalinity a titration reads that is borate's. */
  readonly borate: number;
  /** Saturation states of the two forms of CaCO3; above 1 they can form, below they dissolve. */
  readonly aragonite: number;
  readonly calcite: number;
}

/** Any two of the four that fix the system. Alkalinity and DIC in mol/kg-solution, CO2 in µatm, pH on the total scale. */
export type CarbonatePair =
  | { readonly alkalinity: number; readonly dic: number }
  | { readonly alkalinity: number; readonly phTotal: number }
  | { readonly alkalinity: number; readonly pco2Uatm: number }
  | { readonly dic: number; readonly phTotal: number }
  | { readonly dic: number; readonly pco2Uatm: number }
  | { readonly phTotal: number; readonly pco2Uatm: number };

const RANGE = {
  alkalinity: [2e-4, 0.06, 'mol/kg'],
  dic: [1e-5, 0.1, 'mol/kg'],
  pco2: [1, 400_000, 'µatm'],
  ph: [3, 12, ''],
} as const;

/**
 * The carbonate system from any two of alkalinity, DIC, pH and CO2.
 *
 * Alkalinity is taken with borate, hydroxide, hydrogen, bisulfate and hydrogen fluoride; phosphate, silicate and
 * ammonia are left out (below 0.5 % in reef water).
 * @param k the constants of one salinity and temperature
 * @param calcium mol/kg, for the saturation states; seawater's proportion when left out
 * @throws Refusal outside alkalinity 0.2 to 60 mmol/kg, DIC 0.01 to 100 mmol/kg, CO2 1 to 400 000 µatm or pH 3 to 12, and
 * for pairs no water can have
 * Source: Dickson, Sabine and Christian 2007, chapter 2.
 */
export function solveCarbonate(pair: CarbonatePair, k: CarbonateConstants, calcium = k.calcium): CarbonateState {
  if ('alkalinity' in pair) {
    const alkalinity = within('alkalinity', pair.alkalinity, ...RANGE.alkalinity);
    if ('dic' in pair) {
      const dic = within('DIC', pair.dic, ...RANGE.dic);
      const h = hydrogenFromDic(alkalinity, dic, k);
      return stateAt(h, co2FromDic(dic, h, k), k, calcium, alkalinity);
    }
    if ('pco2Uatm' in pair) {
      const co2 = dissolved(pair.pco2Uatm, k);
      return stateAt(hydrogenFromCo2(alkalinity, co2, k), co2, k, calcium, alkalinity);
    }
    const h = hydrogenOf(pair.phTotal);
    const carbonates = within('carbonate alkalinity', alkalinity - otherAlkalinity(h, k), 0, 0.06, 'mol/kg');
    return stateAt(h, (carbonates * h * h) / (k.k1 * (h + 2 * k.k2)), k, calcium, alkalinity);
  }
  if ('dic' in pair) {
    const dic = within('DIC', pair.dic, ...RANGE.dic);
    if ('phTotal' in pair) {
      const h = hydrogenOf(pair.phTotal);
      return stateAt(h, co2FromDic(dic, h, k), k, calcium);
    }
    const co2 = dissolved(pair.pco2Uatm, k);
    // (DIC − CO2)·h² − k1·CO2·h − k1·k2·CO2 = 0
    const bound = within('DIC beyond its CO2', dic - co2, 1e-9, RANGE.dic[1], 'mol/kg');
    const half = (k.k1 * co2) / (2 * bound);
    return stateAt(half + Math.sqrt(half * half + (k.k1 * k.k2 * co2) / bound), co2, k, calcium);
  }
  return stateAt(hydrogenOf(pair.phTotal), dissolved(pair.pco2Uatm, k), k, calcium);
}

/**
 * The pH a probe set with NBS buffers reads, on the total scale the solver works in.
 * Source: the apparent activity coefficient of hydrogen of Takahashi et al. 1982 (`nbsOffset` of the constants).
 */
export function phTotalFromNbs(phNbs: number, k: CarbonateConstants): number {
  return within('pH', phNbs, RANGE.ph[0], RANGE.ph[1], '') - k.nbsOffset;
}

/**
 * pH on the total scale from alkalinity and DIC alone: `solveCarbonate` without the rest, for long runs with the
 * constants kept.
 * @param alkalinity mol/kg-solution, 0.0002 to 0.06
 * @param dic mol/kg-solution, 0.00001 to 0.1
 * Source: as `hydrogenFromDic`; pH = −log10 h.
 */
export function phTotalFromDic(alkalinity: number, dic: number, k: CarbonateConstants): number {
  within('alkalinity', alkalinity, RANGE.alkalinity[0], RANGE.alkalinity[1], 'mol/kg');
  within('DIC', dic, RANGE.dic[0], RANGE.dic[1], 'mol/kg');
  return -Math.log10(hydrogenFromDic(alkalinity, dic, k));
}

/**
 * Dissolved CO2 gas (mol/kg) of a DIC at a hydrogen ion concentration.
 * Source: [CO2] = DIC/(1 + K1/h + K1 K2/h²), Dickson, Sabine and Christian 2007, chapter 2.
 */
export function co2FromDic(dic: number, h: number, { k1, k2 }: CarbonateConstants): number {
  return (dic * h * h) / (h * (h + k1) + k1 * k2);
}

/**
 * Dissolved CO2 (mol/kg) at rest with air of that much CO2. Henry's law, Weiss 1974.
 * @param pco2Uatm µatm, 0 or more
 * Source: Henry's law with K0 of Weiss 1974: [CO2] = K0 p.
 */
export function dissolved(pco2Uatm: number, k: CarbonateConstants): number {
  return within('CO2', pco2Uatm, ...RANGE.pco2) * 1e-6 * k.k0;
}

function hydrogenOf(phTotal: number): number {
  return 10 ** -within('pH', phTotal, ...RANGE.ph);
}

/**
 * Everything from hydrogen and dissolved CO2. Alkalinity is passed where it was given, so that it comes back as it went.
 * @param h hydrogen ion concentration and co2 dissolved gas, mol/kg
 * Source: Dickson, Sabine and Christian 2007, chapter 2; saturation Ω = [Ca²⁺][CO3²⁻]/Ksp, Mucci 1983.
 */
export function stateAt(
  h: number,
  co2: number,
  k: CarbonateConstants,
  calcium: number,
  alkalinity?: number,
): CarbonateState {
  const bicarbonate = (k.k1 * co2) / h;
  const carbonate = (k.k2 * bicarbonate) / h;
  const phTotal = -Math.log10(h);
  return {
    alkalinity: alkalinity ?? bicarbonate + 2 * carbonate + otherAlkalinity(h, k),
    dic: co2 + bicarbonate + carbonate,
    pco2Uatm: (co2 / k.k0) * 1e6,
    phTotal,
    phNbs: phTotal + k.nbsOffset,
    co2,
    bicarbonate,
    carbonate,
    borate: (k.boron * k.kb) / (k.kb + h),
    aragonite: (calcium * carbonate) / k.kspAragonite,
    calcite: (calcium * carbonate) / k.kspCalcite,
  };
}
