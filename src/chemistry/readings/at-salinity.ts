import type { Point } from '../observation';
import { within } from '../refusal';

/**
 * A reading as it would be at 35 ppt, so that water added or evaporated is not taken for a change of what is dissolved in it.
 * @param reading of anything that is diluted with the salt: alkalinity, calcium, magnesium, a trace; not pH, temperature or nutrients,
 *   which top-off and salt mix do not hold in proportion
 * @param salinity of the same water, ppt, with its standard deviation; 5 to 42
 * @throws Refusal for a salinity outside
 * Source: constancy of composition (Dittmar's law): major ions stand to one another as in the sea at any salinity; errors by propagation.
 * @example atSalinity35({ at: 0, value: 440, sd: 8 }, { salinity: 33, sd: 0.25 }) // 466.7 ± 9.2
 */
export function atSalinity35(
  reading: Point,
  { salinity, sd }: { readonly salinity: number; readonly sd: number },
): Point {
  const share = 35 / within('salinity', salinity, 5, 42, 'ppt');
  return {
    at: reading.at,
    value: reading.value * share,
    sd: share * Math.hypot(reading.sd, (reading.value * sd) / salinity),
  };
}
