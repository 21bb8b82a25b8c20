import type { MeasureOfTank } from './ph-day-values';

/** A difference in pH no keeper sees at the tank. Chosen: what a good probe errs by. */
export const SEEN_PH = 0.03;

/** The first in order of sense that would do something to be seen: what costs nothing is tried before what is surer. */
export function bestMeasure(measures: readonly MeasureOfTank[]): MeasureOfTank | undefined {
  return measures.find(({ rise }) => rise.value >= SEEN_PH);
}
