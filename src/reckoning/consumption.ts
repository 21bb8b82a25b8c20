import type { Certainty } from '@/calculators/calculator/calculator';
import { estimateConsumption, type ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { LONGEST_DAYS, WINDOW_DAYS } from './consumption-window';
import { tankEvents } from './known-events';
import { supplyKnownSince } from './known-supply';
import { memoise } from './memoise';
import { observationsOf } from './observations';

/**
 * What a tank takes of one element, from the readings of the last weeks: of those taken since the record says what was
 * dosed, since a dose that was not told would be counted as nothing.
 */
export function consumptionOf(
  book: Book,
  tank: Tank,
  element: DosedParameter,
  now: number,
): ConsumptionEstimate | undefined {
  return memoise(book, tank, `consumption of ${element} at ${now}`, () =>
    estimateOver(book, tank, element, now, supplyKnownSince(book, tank, element)),
  );
}

/**
 * How the level of one element moves, from the readings of the last weeks, whatever was dosed. Its `perDay` is consumption
 * only as far as the doses are known; `consumptionOf` answers that.
 */
export function driftOf(book: Book, tank: Tank, element: DosedParameter, now: number): ConsumptionEstimate | undefined {
  return memoise(book, tank, `drift of ${element} at ${now}`, () => estimateOver(book, tank, element, now, -Infinity));
}

function estimateOver(book: Book, tank: Tank, element: DosedParameter, now: number, since: number) {
  const windowDays = WINDOW_DAYS[element];
  const all = observationsOf(book, tank.id, element).filter(
    ({ at }) => at <= now && at >= Math.max(since, now - Math.max(windowDays, LONGEST_DAYS) * DAY_MS),
  );
  const recent = all.filter(({ at }) => at >= now - windowDays * DAY_MS);
  return estimateConsumption({
    species: element,
    volumeL: netVolumeL(tank),
    observations: recent.length >= 2 ? recent : all.slice(-2),
    events: tankEvents(book, tank),
  });
}

/** The word for an estimate. Each means one thing; see CERTAINTY_MEANS. */
export function certaintyOf(estimate: ConsumptionEstimate | undefined): Certainty {
  if (!estimate) return 'not enough yet';
  if (estimate.setAside.some(({ at }) => at === estimate.lastAt)) return 'retest';
  if (Math.abs(estimate.perDay) < 1.96 * estimate.perDaySd) return 'within test error';
  // By the last reading's own error: "steady" is what the test could not show in a week.
  const sd = estimate.used.at(-1)?.sd ?? 0;
  const weekly = Math.abs(estimate.driftPerDay) * 7;
  return weekly > 2 * sd && Math.abs(estimate.driftPerDay) > 1.96 * estimate.perDaySd ? 'drifting' : 'steady';
}
