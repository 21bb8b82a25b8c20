import type { Matters } from '@/chemistry/readings/movement';
import { usualErrorOf, type ParameterId } from '../parameters/parameters';

/** A rate matters that carries a level from the middle of its band to the end within so many days. Chosen: a month. */
const WITHIN_DAYS = 30;

/**
 * The least change a day that matters, in the parameter's canonical unit: what leads from the middle of its band out of it within the
 * month; without a band what two careful tests of a month ago and of today show. Half of the pace that a class of livestock is held to in
 * a day is always more.
 */
export function mattersPerDay(parameter: ParameterId, band: readonly [number, number] | undefined): number {
  const leaves = band && band[1] > band[0] ? (band[1] - band[0]) / 2 : 2 * usualErrorOf(parameter);
  return leaves / WITHIN_DAYS;
}

/** The same, with the room a level has within its band. */
export function mattersAt(
  parameter: ParameterId,
  band: readonly [number, number] | undefined,
  level: number | undefined,
): Matters {
  const perDay = mattersPerDay(parameter, band);
  if (!band || level === undefined || level < band[0] || level > band[1]) return { perDay };
  return { perDay, down: level - band[0], up: band[1] - level };
}
