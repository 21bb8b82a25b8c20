import { MOLAR_MASS } from '../molar-mass';
import type { Strength } from '../reagents/solution';

/** What saturates at room temperature, about 1.7 g/L of Ca(OH)2, is 46 meq/L; a warm day's or a wishful label's is a little more. */
const MOST_MEQ_PER_L = 70;
/** How far calcium and hydroxide may lie from their proportion and be lime all the same. Chosen: labels are rounded. */
const PROPORTION_WITHIN = 0.1;

/**
 * Whether a solution is limewater, by what it holds and not by what it is called: hydroxide with its own calcium and no
 * carbonate, no stronger than lime dissolves. Such a solution is a part of the top-off: water comes with it.
 * The edges (carbon, calcium within a tenth of its proportion, strength) are chosen, and stand beside it.
 */
export function isLimewater({ alkalinityMmolPerL, dicMmolPerL, ions }: Strength): boolean {
  if (!(alkalinityMmolPerL > 0) || alkalinityMmolPerL > MOST_MEQ_PER_L || dicMmolPerL > 0) return false;
  const byCalcium = (2 * ions.calcium) / MOLAR_MASS.Ca;
  return Math.abs(byCalcium / alkalinityMmolPerL - 1) <= PROPORTION_WITHIN;
}
