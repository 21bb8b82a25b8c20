import { bisectGreatest } from '@/numerics/bisection';
import { gramsOfAlkalinity } from './saturation';

/**
 * Equivalent conductivity of ½ Ca(OH)2 at 25 °C, S·cm²/eq, by equivalents a litre.
 * Source: CRC Handbook of Chemistry and Physics, equivalent conductivity of electrolytes; from memory.
 */
export const EQUIVALENT_CONDUCTIVITY: readonly (readonly [eqPerL: number, conductivity: number])[] = [
  [0, 258],
  [0.005, 233],
  [0.01, 226],
  [0.02, 214],
];

/** One standard deviation of the strength so found, as a share: the table ends at half of saturation. Chosen. */
export const BY_CONDUCTIVITY_SD = 0.06;
const MOST_EQ_PER_L = 0.07;

/**
 * Conductivity of limewater at 25 °C, mS/cm: a straight line in the root of the strength between the rows, the last one carried on.
 * @param eqPerL equivalents a litre, 0 to 0.07
 * Source: equivalent conductivities of ½ Ca(OH)2, CRC Handbook (from memory), by Kohlrausch's law of the square root.
 */
export function limewaterConductivity(eqPerL: number): number {
  const root = Math.sqrt(eqPerL);
  const above = EQUIVALENT_CONDUCTIVITY.findIndex(([at]) => at >= eqPerL);
  const to = above === -1 ? EQUIVALENT_CONDUCTIVITY.length - 1 : Math.max(1, above);
  const [upper, lower] = [EQUIVALENT_CONDUCTIVITY[to], EQUIVALENT_CONDUCTIVITY[to - 1]];
  if (!upper || !lower) throw new Error('the table has two rows');
  const slope = (upper[1] - lower[1]) / (Math.sqrt(upper[0]) - Math.sqrt(lower[0]));
  return eqPerL * (lower[1] + slope * (root - Math.sqrt(lower[0])));
}

/**
 * Grams of calcium hydroxide in a litre by the conductivity of clear limewater.
 * @param mSPerCm as a meter that brings its reading to 25 °C shows it
 * @returns g/L of Ca(OH)2
 * Source: the inverse of `limewaterConductivity`, by bisection.
 */
export function gramsOfConductivity(mSPerCm: number): number {
  const eqPerL = bisectGreatest((each) => limewaterConductivity(each) <= mSPerCm, MOST_EQ_PER_L);
  return gramsOfAlkalinity(eqPerL * 1000);
}
