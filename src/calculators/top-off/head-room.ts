/** Kept below the least that may evaporate: keepers drip 3.2 L where 3.5 to 4 evaporate. Common practice. */
export const USUAL_KEPT_BACK = 0.1;

/**
 * The fresh water of a day that limewater may be made with: what surely evaporates, less a share, so that the ordinary
 * top-off always has the rest to do and the level never rises.
 * @param evaporatesAtLeastLPerDay the low end of the evaporation
 * @param keptBack share of it that is left to the top-off
 * @returns litres a day
 */
export function limewaterHeadRoom(evaporatesAtLeastLPerDay: number, keptBack = USUAL_KEPT_BACK): number {
  return Math.max(0, evaporatesAtLeastLPerDay) * (1 - keptBack);
}
