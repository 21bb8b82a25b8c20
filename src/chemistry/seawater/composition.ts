import { seawaterDensityKgPerM3 } from './density';

/**
 * Seawater at practical salinity 35, per kilogram: major ions in mg, alkalinity in mmol.
 * Source: Millero, Feistel, Wright and McDougall 2008, reference composition, rounded to the printed g/kg; alkalinity the
 * usual open-ocean 2.3 mmol/kg and boron 4.5 mg/kg (Dickson, Sabine and Christian 2007; Uppström 1974). Nutrients nil, as
 * made from purified water.
 */
export const SEAWATER_35_PER_KG = {
  alkalinityMmol: 2.3,
  sodiumMg: 10_781,
  magnesiumMg: 1284,
  calciumMg: 412.1,
  potassiumMg: 399,
  strontiumMg: 7.9,
  chlorideMg: 19_353,
  sulfateMg: 2712,
  bromideMg: 67.3,
  boronMg: 4.5,
  fluorideMg: 1.3,
} as const;

/** What a litre of natural seawater holds, in mg/L; alkalinity in mmol/L. */
export interface SeawaterIons {
  readonly alkalinityMmolPerL: number;
  readonly sodiumMgPerL: number;
  readonly magnesiumMgPerL: number;
  readonly calciumMgPerL: number;
  readonly potassiumMgPerL: number;
  readonly strontiumMgPerL: number;
  readonly chlorideMgPerL: number;
  readonly sulfateMgPerL: number;
  readonly bromideMgPerL: number;
  readonly boronMgPerL: number;
  readonly fluorideMgPerL: number;
}

/**
 * What natural seawater diluted or concentrated to a salinity holds, per litre: every ion keeps its share of the salt.
 * @param salinity practical salinity, 0 to 42
 * @param temperatureC of the litre, 0 to 40 °C
 */
export function naturalSeawater(salinity: number, temperatureC = 25): SeawaterIons {
  const kgAt35 = (salinity / 35) * (seawaterDensityKgPerM3(salinity, temperatureC) / 1000);
  const s = SEAWATER_35_PER_KG;
  return {
    alkalinityMmolPerL: s.alkalinityMmol * kgAt35,
    sodiumMgPerL: s.sodiumMg * kgAt35,
    magnesiumMgPerL: s.magnesiumMg * kgAt35,
    calciumMgPerL: s.calciumMg * kgAt35,
    potassiumMgPerL: s.potassiumMg * kgAt35,
    strontiumMgPerL: s.strontiumMg * kgAt35,
    chlorideMgPerL: s.chlorideMg * kgAt35,
    sulfateMgPerL: s.sulfateMg * kgAt35,
    bromideMgPerL: s.bromideMg * kgAt35,
    boronMgPerL: s.boronMg * kgAt35,
    fluorideMgPerL: s.fluorideMg * kgAt35,
  };
}

/**
 * An ion read at one salinity, told at another: 440 mg/L calcium at 33 ppt is 467 at 35. Comparisons between salts, and
 * between a salt and a reading, are made at one salinity.
 * @param amountPerL in any unit of amount a litre
 */
export function atSalinity(amountPerL: number, salinity: number, wanted: number): number {
  const perL = (s: number) => s * seawaterDensityKgPerM3(s, 25);
  return amountPerL * (perL(wanted) / perL(salinity));
}

/** Grams of dissolved sea salt per kilogram for one unit of practical salinity. Source: Millero et al. 2008, 35.16504/35. */
export const SEA_SALT_G_PER_KG_PER_PPT = 35.16504 / 35;
