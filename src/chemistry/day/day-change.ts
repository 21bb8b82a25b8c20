import { halfWidth95 } from '@/numerics/normal-interval';
import { mean } from 'simple-statistics';
import type { Spread } from '@/numerics/most-likely';
import type { PhOfTheHour } from './ph-by-hour';

/** Readings of both sides count as of one hour within this, minutes. */
const SAME_HOUR = 45;

/** What a change did to the day of pH. */
export interface DayChange {
  /** Of the day's mean. */
  readonly mean: Spread;
  /** Of the swing between the hours at which it was lowest and highest before; undefined where only one hour was read on both sides. */
  readonly swing: Spread | undefined;
}

/**
 * What changed between two stretches of readings, hour by hour: the probe is off by the same on both sides, and the shape of the day that no
 * reading tells is the same too, so neither enters.
 * @returns undefined where no hour was read on both sides
 * Source: the difference of means with its standard error, weighted by it; one day's weather moves all its hours together.
 */
export function dayChange(before: readonly PhOfTheHour[], since: readonly PhOfTheHour[]): DayChange | undefined {
  const both = before.flatMap((was) => {
    const is = since.toSorted((a, b) => apart(a, was) - apart(b, was))[0];
    return is && apart(is, was) <= SAME_HOUR ? [{ was, is, by: is.ph - was.ph, sd: Math.hypot(is.sd, was.sd) }] : [];
  });
  if (both.length === 0) return undefined;
  const weight = both.reduce((sum, { sd }) => sum + sd ** -2, 0);
  const value = both.reduce((sum, { by, sd }) => sum + by * sd ** -2, 0) / weight;
  const ordered = both.toSorted((a, b) => a.was.ph - b.was.ph);
  const [low, high] = [ordered[0], ordered.at(-1)];
  const swings = low && high && low !== high;
  return {
    // One day's weather moves all its hours together: more hours are no better mean.
    mean: within(value, mean(both.map(({ sd }) => sd))),
    swing: swings ? within(high.by - low.by, Math.hypot(high.sd, low.sd)) : undefined,
  };
}

function apart(a: PhOfTheHour, b: PhOfTheHour): number {
  const minutes = Math.abs(a.minute - b.minute);
  return Math.min(minutes, 1440 - minutes);
}

function within(value: number, sd: number): Spread {
  return { value, low: value - halfWidth95(sd), high: value + halfWidth95(sd) };
}
