import type { ConsumptionEstimate } from './estimate';

/** Consumption goes on straying by such a share of it in a day, one standard deviation. Chosen by coverage on tanks that something else made. */
const STRAYS_A_DAY = 0.018;

/**
 * How far a level carried on for so many days may lie off, one standard deviation: by the level and the rate as they are known, and by what
 * the rate will do until then.
 * @param days from the last reading on, 0 or more
 * @returns in the level's unit
 * Source: the variance of the integral of a random walk, t³/3 (Harvey 1989, section 9.2.1).
 */
export function levelAheadSd(
  { levelSd, perDay, perDaySd }: Pick<ConsumptionEstimate, 'levelSd' | 'perDay' | 'perDaySd'>,
  days: number,
): number {
  return Math.sqrt(levelSd ** 2 + (perDaySd * days) ** 2 + ((STRAYS_A_DAY * perDay) ** 2 * days ** 3) / 3);
}
