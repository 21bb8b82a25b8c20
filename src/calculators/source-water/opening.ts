/** No one opens a valve to the minute. */
const TEN_MIN_MS = 600_000;

/**
 * The moment told for opening a valve: the earlier ten minutes, but never a moment that has passed while there is still time.
 * @param latestMs epoch ms at which it must be open at the latest
 */
export function openingTold(latestMs: number, now = -Infinity): number {
  const told = Math.floor(latestMs / TEN_MIN_MS) * TEN_MIN_MS;
  return latestMs >= now ? Math.max(told, now) : told;
}
