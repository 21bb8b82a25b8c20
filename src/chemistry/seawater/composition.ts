import { seawaterDensityKgPerM3 } from './density';

/**
 * Seawater at practical salinity 35, per kilogram.
 * Source: Millero, Feistel, Wright and McDougall 2008, reference composition (Mg, Ca); alkalinity the usual open-ocean
 * 2.3 mmol/kg (as given in Dickson, Sabine and Christian 2007); nutrients nil, as made from purified water.
 */
const SEAWATER_35_PER_KG = { alkalinityMmol: 2.3, calciumMg: 412.1, magnesiumMg: 1284 } as const;

export interface SeawaterIons {
  readonly alkalinityMmolPerL: number;
  readonly calciumMgPerL: number;
  readonly magnesiumMgPerL: number;
}

/**
 * What natural seawater diluted or concentrated to a salinity holds, per litre at 25 °C.
 * @param salinity practical salinity, 0 to 42
 */
export function naturalSeawater(salinity: number): SeawaterIons {
  const scale = (salinity / 35) * (seawaterDensityKgPerM3(salinity, 25) / 1000);
  return {
    alkalinityMmolPerL: SEAWATER_35_PER_KG.alkalinityMmol * scale,
    calciumMgPerL: SEAWATER_35_PER_KG.calciumMg * scale,
    magnesiumMgPerL: SEAWATER_35_PER_KG.magnesiumMg * scale,
  };
}

/** Grams of dissolved sea salt per kilogram for one unit of practical salinity. Source: Millero et al. 2008, 35.16504/35. */
export const SEA_SALT_G_PER_KG_PER_PPT = 35.16504 / 35;
