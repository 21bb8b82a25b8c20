import { DAY_MS, simulate } from '../tank-model/simulate';
import { FRESH_WATER } from '../tank-model/water';

interface Draw {
  readonly litresPerDay: number;
  readonly low: number;
  readonly high: number;
}

/** A refill to come. */
export interface RefillAhead {
  readonly at: number;
  /** What it then takes to its mark. */
  readonly litres: number;
}

/** A reservoir is filled with this many days left in it, even at the most that may be drawn. Chosen. */
const RESERVE_DAYS = 1;

/**
 * What is left of a reservoir's water some days on, while the top-off holds the tank's level: by the tank model.
 * @param days from when it stood at `litres`
 * @returns litres, 0 or more
 * Source: the tank model.
 */
export function leftAfter(litres: number, drawnLPerDay: number, days: number): number {
  // The tank's own size does not matter to its reservoir; it is taken large enough never to run dry.
  const volumeL = Math.max(1, drawnLPerDay * Math.max(1, days) * 2);
  const [state] = simulate(
    { at: 0, volumeL, water: FRESH_WATER },
    [
      { kind: 'evaporation', at: 0, litresPerDay: drawnLPerDay },
      { kind: 'top-off', at: 0, holdsL: volumeL, reservoirL: litres },
    ],
    [Math.max(0, days) * DAY_MS],
  );
  return state?.reservoirL ?? litres;
}

/**
 * Days until it is dry: the answer, the soonest and the latest; undefined where nothing is drawn.
 * Source: litres over litres a day, at the answer and at both ends of its range.
 */
export function daysLeft(
  leftL: number,
  { litresPerDay, low, high }: Draw,
): { readonly days: number; readonly soonest: number; readonly latest: number | undefined } | undefined {
  if (!(litresPerDay > 0) || !(high > 0)) return undefined;
  return { days: leftL / litresPerDay, soonest: leftL / high, latest: low > 0 ? leftL / low : undefined };
}

/**
 * The refills to come: each while a day's reserve is left at the most that may be drawn, so that none is too late.
 * @param count how many to tell
 * @returns none where the reservoir holds less than that reserve and a day
 * The day's reserve is chosen.
 */
export function refillsAhead(now: number, leftL: number, reservoirL: number, draw: Draw, count: number): RefillAhead[] {
  const between = reservoirL / draw.high - RESERVE_DAYS;
  if (!(draw.litresPerDay > 0) || !(between > 1)) return [];
  const first = Math.max(0, leftL / draw.high - RESERVE_DAYS);
  return Array.from({ length: count }, (_, i): RefillAhead => {
    const days = first + i * between;
    const takes = i === 0 ? reservoirL - leftL + draw.litresPerDay * first : draw.litresPerDay * between;
    return { at: now + days * DAY_MS, litres: Math.min(reservoirL, takes) };
  });
}

/**
 * Litres a reservoir must hold to last so many days even at the most that may be drawn.
 * Source: days × the most that may be drawn.
 */
export function reservoirFor(days: number, { high }: Draw): number {
  return days * high;
}
