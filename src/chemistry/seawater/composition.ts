import { seawaterDensityKgPerM3 } from './density';

/**
 * Seawater at practical salinity 35, per kilogram: major ions in mg, alkalinity in mmol.
 * Source: Millero, Feistel, Wright and McDougall 2008, reference composition, rounded to the printed g/kg; alkalinity the
 * usual open-ocean 2.3 mmol/kg and boron 4.5 mg/kg (Dickson, Sabine and Christian 2007; Uppström 1974). Nutrients nil, as
 * made from RO/DI water.
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

/**
 * Traces of surface and mean ocean water at 35 ppt, µg/L: the means of Bruland and Lohan 2003 (Controls of Trace Metals in
 * Seawater, Treatise on Geochemistry 6) times molar masses; from memory, good to a factor of about two. Many run from
 * nothing at the surface to this at depth.
 */
export const TRACES_35_UG_PER_L = {
  iodine: 58,
  iron: 0.03,
  manganese: 0.02,
  zinc: 0.35,
  copper: 0.2,
  nickel: 0.47,
  cobalt: 0.001,
  chromium: 0.2,
  molybdenum: 10,
  vanadium: 1.8,
  barium: 15,
  lithium: 180,
  rubidium: 120,
  caesium: 0.3,
  silicon: 100,
  aluminium: 0.3,
  selenium: 0.14,
  arsenic: 1.7,
  antimony: 0.2,
  tin: 0.0005,
  lead: 0.003,
  cadmium: 0.07,
  mercury: 0.0002,
  silver: 0.002,
  titanium: 0.008,
  tungsten: 0.01,
  uranium: 3.2,
  beryllium: 0.0002,
  bismuth: 0.00003,
  lanthanum: 0.006,
  scandium: 0.0007,
  thallium: 0.013,
  zirconium: 0.015,
  gallium: 0.001,
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
 * @returns mmol/L of alkalinity, mg/L of the ions
 * Source: the reference composition, Millero et al. 2008, in constant proportion (Dittmar's principle); density by EOS-80.
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
 * The ions of the sea's salt that are neither taken up fast nor printed on a label, by name, mg/L at a salinity of 0 to 42.
 * Source: as `naturalSeawater`.
 */
export function otherIons(salinity: number): Readonly<Record<string, number>> {
  const sea = naturalSeawater(salinity);
  return {
    potassium: sea.potassiumMgPerL,
    strontium: sea.strontiumMgPerL,
    boron: sea.boronMgPerL,
    bromide: sea.bromideMgPerL,
    fluoride: sea.fluorideMgPerL,
    sulfate: sea.sulfateMgPerL,
    sodium: sea.sodiumMgPerL,
    chloride: sea.chlorideMgPerL,
  };
}

/**
 * An ion read at one salinity, told at another: 440 mg/L calcium at 33 ppt is 467 at 35. Comparisons between salts, and
 * between a salt and a reading, are made at one salinity.
 * @param amountPerL in any unit of amount a litre
 * @param salinity read at, above 0
 * @param wanted told at
 * Source: constant proportions of sea salt, told by mass with the density of EOS-80.
 */
export function atSalinity(amountPerL: number, salinity: number, wanted: number): number {
  const perL = (s: number) => s * seawaterDensityKgPerM3(s, 25);
  return amountPerL * (perL(wanted) / perL(salinity));
}

/** Grams of dissolved sea salt per kilogram for one unit of practical salinity. Source: Millero et al. 2008, 35.16504/35. */
export const SEA_SALT_G_PER_KG_PER_PPT = 35.16504 / 35;
