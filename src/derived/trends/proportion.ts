import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { isToldFromZero } from '@/numerics/normal-interval';
import type { Snapshot, Tank } from '@/record/schema';
import { trendOf } from './parameter-trend';

/** Alkalinity and calcium of one moment, by the trends of both, mmol/L and mg/L. */
export interface Together {
  readonly at: number;
  readonly alkalinity: number;
  readonly calcium: number;
}

export interface Proportion {
  readonly points: readonly Together[];
  /** How far each came over the stretch, and how far calcium would have come in their proportion. */
  readonly alkalinity: number;
  readonly calcium: number;
  readonly calciumExpected: number;
  readonly calciumSd: number;
  /** The tests tell what calcium did from what their proportion asks. */
  readonly apart: boolean;
}

/**
 * Alkalinity against calcium over a stretch of time. In their proportion both leave together; where one moves alone, something else than
 * calcification does it, or a test errs.
 * @returns undefined where the two were not tested over the same days
 */
export function proportionOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  from: number,
  to: number,
): Proportion | undefined {
  const alkalinity = trendOf(snapshot, tank, 'alkalinity', now).values;
  const calcium = trendOf(snapshot, tank, 'calcium', now).values;
  const levels = calcium.points.filter(({ at }) => at >= from && at <= to);
  const points = levels.flatMap((point) => {
    const level = levelAt(alkalinity.points, point.at);
    return level === undefined ? [] : [{ at: point.at, alkalinity: level, calcium: point.level }];
  });
  const [first, last] = [points[0], points.at(-1)];
  const [start, end] = [levels[0], levels.at(-1)];
  if (points.length < 4 || !first || !last || !start || !end) return undefined;
  const moved = last.calcium - first.calcium;
  const expected = (last.alkalinity - first.alkalinity) * CALCIUM_MG_PER_MEQ;
  const sd = Math.hypot(start.levelSd, end.levelSd);
  return {
    points,
    alkalinity: last.alkalinity - first.alkalinity,
    calcium: moved,
    calciumExpected: expected,
    calciumSd: sd,
    apart: isToldFromZero(moved - expected, sd),
  };
}

function levelAt(points: readonly { readonly at: number; readonly level: number }[], at: number): number | undefined {
  const after = points.findIndex((point) => point.at >= at);
  const [a, b] = [points[after - 1], points[after]];
  if (!b) return undefined;
  if (!a) return b.at === at ? b.level : undefined;
  return a.level + ((b.level - a.level) * (at - a.at)) / (b.at - a.at);
}
