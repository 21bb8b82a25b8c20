import { DAY_MS } from '../tank-model/simulate';

export interface Refill {
  /** Epoch ms. */
  readonly at: number;
  readonly litres: number;
}

export interface RefillRate {
  readonly litresPerDay: number;
  /** Standard deviation of the rate. */
  readonly sd: number;
  readonly refills: number;
  readonly days: number;
}

/** With one gap between refills there is no scatter to judge by; a mark on a reservoir is read to about this. Common practice. */
const SINGLE_GAP_ERROR = 0.15;

/**
 * What evaporates a day, from a reservoir refilled to the same mark: each refill replaces what went since the one before.
 * @returns undefined with fewer than two refills, or less than half a day between first and last
 */
export function rateFromRefills(refills: readonly Refill[]): RefillRate | undefined {
  const ordered = refills.toSorted((a, b) => a.at - b.at);
  const first = ordered[0];
  const last = ordered.at(-1);
  if (!first || !last) return undefined;
  const days = (last.at - first.at) / DAY_MS;
  if (days < 0.5) return undefined;
  const gaps = ordered
    .slice(1)
    .map((refill, i) => ({ days: (refill.at - (ordered[i]?.at ?? 0)) / DAY_MS, litres: refill.litres }));
  const litresPerDay = gaps.reduce((sum, gap) => sum + gap.litres, 0) / days;
  // Each gap's litres against what the mean rate says it should be; the scatter of the total, over the total time.
  const scatter = gaps.reduce((sum, gap) => sum + (gap.litres - litresPerDay * gap.days) ** 2, 0);
  const sd =
    gaps.length > 1 ? Math.sqrt((scatter * gaps.length) / (gaps.length - 1)) / days : SINGLE_GAP_ERROR * litresPerDay;
  return {
    litresPerDay,
    sd: Math.max(sd, (SINGLE_GAP_ERROR * litresPerDay) / gaps.length / 2),
    refills: ordered.length,
    days,
  };
}
