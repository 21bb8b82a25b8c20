import { MOLAR_MASS as M } from '../molar-mass';

/*
 * A carbon source feeds bacteria: they take nitrate and phosphate up as they grow, and oxygen as they burn the rest.
 */

/** Liquids that are dosed as carbon sources, with the mass of pure substance in a millilitre, g. */
export const CARBON_LIQUIDS = ['vinegar', 'ethanol', 'bottled'] as const;
export type CarbonLiquid = (typeof CARBON_LIQUIDS)[number];

/**
 * Oxygen in water at rest with air at one atmosphere.
 * @param temperatureC 0 to 40
 * @param salinity practical, 0 to 42
 * @returns mg/L
 * Source: Garcia and Gordon 1992, Limnol. Oceanogr. 37, equation 8, fit to Benson and Krause, in cm³/dm³ at STP; coefficients from memory; 1.42903 mg a
 * cm³.
 * @example oxygenAtRest(25, 35) // 6.77
 */
export function oxygenAtRest(temperatureC: number, salinity: number): number {
  const t = Math.log((298.15 - temperatureC) / (273.15 + temperatureC));
  const a = 2.00907 + t * (3.22014 + t * (4.0501 + t * (4.94457 + t * (-0.256847 + t * 3.88767))));
  const b = -0.00624523 + t * (-0.00737614 + t * (-0.010341 + t * -0.00817083));
  return Math.exp(a + salinity * b - 4.88682e-7 * salinity ** 2) * 1.42903;
}

/**
 * Oxygen that a gram of ethanol or acetic acid takes when it is burnt whole, g.
 * Source: C2H6O + 3 O2 → 2 CO2 + 3 H2O; C2H4O2 + 2 O2 → 2 CO2 + 2 H2O; masses by CIAAW 2021.
 * @example OXYGEN_PER_GRAM.ethanol // 2.084
 */
export const OXYGEN_PER_GRAM = {
  ethanol: (3 * M.O2) / M.C2H5OH,
  'acetic acid': (2 * M.O2) / M.CH3COOH,
} as const;

/** Grams of substance in a millilitre: vinegar of 5 %, spirit of 40 % by volume (0.789 g/mL pure). From memory. */
const GRAMS_PER_ML = { vinegar: 0.05, ethanol: 0.4 * 0.789 } as const;

/**
 * Oxygen a millilitre of a liquid carbon source takes at most, mg.
 * Source: strength above times `OXYGEN_PER_GRAM`.
 */
export function oxygenOfMl(liquid: Exclude<CarbonLiquid, 'bottled'>): number {
  const gram = liquid === 'vinegar' ? OXYGEN_PER_GRAM['acetic acid'] : OXYGEN_PER_GRAM.ethanol;
  return 1000 * GRAMS_PER_ML[liquid] * gram;
}
