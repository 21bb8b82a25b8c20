import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { hoursUntil, toppedOffNoMore } from '@/chemistry/top-off/accident';
import type { AwayInput } from './away-input';

/** What can run out while nobody is there. */
export interface Supply {
  readonly what: string;
  readonly kind: 'volume' | 'dose' | 'ratio';
  /** What it holds when one leaves, filled where it can be. */
  readonly holds: number;
  /** What is used a day: the most likely, and the most. */
  readonly perDay: number;
  readonly perDayAtMost: number;
  readonly lastsDays: number;
  readonly runsOutAt: number;
  /** What is needed for the whole time, at the most. */
  readonly needs: number;
  readonly lasts: boolean;
}

/** How long something lasts, at the most that may be used of it. */
export function supplyOf(
  what: string,
  kind: Supply['kind'],
  holds: number,
  perDay: number,
  perDayAtMost: number,
  { days, leavesAt }: AwayInput,
): Supply {
  // Nothing used lasts as long as anyone could ask.
  const lastsDays = perDayAtMost > 0 ? Math.min(3650, holds / perDayAtMost) : 3650;
  return {
    what,
    kind,
    holds,
    perDay,
    perDayAtMost,
    lastsDays,
    runsOutAt: leavesAt + lastsDays * DAY_MS,
    needs: perDayAtMost * days,
    lasts: lastsDays >= days,
  };
}

/** When a helper must fill the reservoir, each time with a day in hand, and with how much. */
export function refillsNeeded(
  { days, leavesAt, reservoirL }: AwayInput,
  water: Supply,
): { readonly by: number; readonly litres: number }[] {
  if (water.lasts || reservoirL === 0) return [];
  const between = Math.max(water.lastsDays - 1, water.lastsDays / 2);
  const count = Math.min(60, Math.ceil((days - water.lastsDays) / between));
  return Array.from({ length: count }, (_, i) => ({
    by: leavesAt + (i + 1) * between * DAY_MS,
    litres: Math.min(reservoirL, between * water.perDayAtMost),
  }));
}

/** When salinity leaves the band, if the reservoir runs dry and nobody comes. */
export function dryAfterwards(
  { netVolumeL, salinity, evaporationLPerDay, bandHigh, leavesAt, days }: AwayInput,
  water: Supply,
): number | undefined {
  if (water.lasts || evaporationLPerDay === undefined) return undefined;
  const hours = hoursUntil(toppedOffNoMore({ netVolumeL, salinity, evaporationLPerDay }), bandHigh);
  if (hours === undefined) return undefined;
  const at = water.runsOutAt + (hours / 24) * DAY_MS;
  return at < leavesAt + days * DAY_MS ? at : undefined;
}
