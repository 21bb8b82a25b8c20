import { weightedFit } from '@/numerics/weighted-fit';

export interface LossPoint {
  readonly days: number;
  /** Gone since the count began. */
  readonly litres: number;
}

export interface RateFit {
  readonly litresPerDay: number;
  /** Standard deviation of the slope by the scatter about the line; undefined with two points, which have none. */
  readonly litresPerDaySd: number | undefined;
  /** Standard deviation of the points about the line. */
  readonly residualSd: number | undefined;
  /** That of the slope for points each off by one litre. */
  readonly sdPerLitre: number;
}

/**
 * The straight line through what had gone by each look at the reservoir. Its slope is the loss a day; a mark misread once
 * moves one point of it, where it would spoil two gaps.
 * @returns undefined with fewer than two points at different times
 * Source: ordinary least squares (numerics/weighted-fit).
 */
export function rateFit(points: readonly LossPoint[]): RateFit | undefined {
  const fit = weightedFit(points.map(({ days, litres }) => ({ u: 1, v: days, y: litres, sd: 1 })));
  if (!fit) return undefined;
  const residualSd = points.length > 2 ? Math.sqrt(fit.chiSquare / (points.length - 2)) : undefined;
  return {
    litresPerDay: fit.b,
    litresPerDaySd: residualSd === undefined ? undefined : fit.bSd * residualSd,
    residualSd,
    sdPerLitre: fit.bSd,
  };
}
