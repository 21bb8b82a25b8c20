import { halfWidth95 } from '@/numerics/normal-interval';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { ReadBy } from '@/calculators/parameters/parameter';
import type { LevelPoint } from '@/chemistry/readings/wandering-level';
import type { Unit } from '@/quantities/kinds';
import type { OutlookPoint } from '@/derived/outlook/outlook';
import type { TankObservation } from '@/derived/observations/observations';
import { whisker } from './axis';

/** One moment of a chart, in the keeper's unit. */
export interface Point {
  readonly at: number;
  /** A reading; null where a gap breaks the line. */
  readonly value?: number | null;
  /** The instrument told only that the level lies on this side of the value. */
  readonly bound?: TankObservation['bound'];
  /** Down and up from the value. */
  readonly error?: readonly [number, number];
  readonly doubt?: readonly [number, number];
  readonly ahead?: number;
  readonly planned?: number;
  /** What all readings about it tell together, with its 95 % range. */
  readonly trend?: number;
  readonly trendRange?: readonly [number, number];
  /** The other readings contradict it. */
  readonly doubted?: true;
  /** What read it, where it is not the usual test. */
  readonly by?: ReadBy | undefined;
}

/** Readings further apart than this are not joined: what lay between was not seen. */
const GAP_DAYS = 16;
/** Readings this far before the stretch still lead a line into it. */
const LEAD_DAYS = 40;

interface Series {
  readonly readings: readonly TankObservation[];
  readonly ahead: readonly OutlookPoint[];
  readonly planned: readonly OutlookPoint[];
  readonly trend?: ShownTrend | undefined;
  readonly from: number;
  readonly to: number;
  readonly unit: Unit;
}

/** A trend as it is drawn over its readings. */
export interface ShownTrend {
  readonly points: readonly LevelPoint[];
  /** Moments of the readings that the others contradict. */
  readonly doubted: readonly number[];
}

/** Every level a chart must find room for: readings with their whiskers, what is expected, what is planned. */
export function levelsOf(points: readonly Point[]): number[] {
  return points.flatMap(({ value, error, ahead, planned }) => {
    const read = typeof value === 'number' ? [value - (error?.[0] ?? 0), value + (error?.[1] ?? 0)] : [];
    return [...read, ahead, planned].filter((level) => level !== undefined);
  });
}

/** Readings, outlook and plan of one parameter merged by moment, as a chart wants them. */
export function seriesPoints({ readings, ahead, planned, trend, from, to, unit }: Series): Point[] {
  const inUnit = (canonical: number) => unit.fromCanonical(canonical);
  const merged = new Map<number, Point>();
  const doubted = new Set(trend?.doubted);
  readings.forEach(({ at: readAt, value, sd, bound, instrument }, i) => {
    const before = readings[i - 1];
    if (before && readAt - before.at > GAP_DAYS * DAY_MS) merged.set(readAt - 1, { at: readAt - 1, value: null });
    // Of two readings of one moment the second stands a hair beside the first: neither hides the other.
    let at = readAt;
    while (typeof merged.get(at)?.value === 'number') at += 1;
    const shown = inUnit(value);
    // A bound's whisker covers all that it leaves open, down to none; upwards there is no end to draw.
    const error: readonly [number, number] =
      bound === undefined ? whisker(shown, Math.abs(shown - inUnit(value - sd))) : [bound === 'below' ? shown : 0, 0];
    // A whisker outside the stretch would be drawn over the axis.
    merged.set(at, {
      at,
      value: shown,
      ...(bound && { bound }),
      ...(doubted.has(readAt) && { doubted: true as const }),
      ...(instrument && { by: instrument.by }),
      ...(at >= from && at <= to ? { error } : {}),
    });
  });
  for (const { at, value, low, high } of ahead) {
    merged.set(at, { ...merged.get(at), at, ahead: inUnit(value), doubt: [inUnit(low), inUnit(high)] });
  }
  for (const { at, value } of planned) merged.set(at, { ...merged.get(at), at, planned: inUnit(value) });
  for (const { at, level, levelSd } of trend?.points ?? []) {
    const half = halfWidth95(levelSd);
    merged.set(at, {
      ...merged.get(at),
      at,
      trend: inUnit(level),
      trendRange: [inUnit(level - half), inUnit(level + half)],
    });
  }
  return [...merged.values()]
    .filter(({ at }) => at >= from - LEAD_DAYS * DAY_MS && at <= to + 2 * DAY_MS)
    .toSorted((a, b) => a.at - b.at);
}
