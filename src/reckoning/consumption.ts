import type { Certainty } from '@/calculators/calculator/calculator';
import { certaintyOfEstimate, type EstimateFacts } from '@/calculators/dosing/certainty';
import { estimateConsumption, type ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { LONGEST_DAYS, windowDaysOf, type FollowedParameter } from './consumption-window';
import { tankEvents } from './known-events';
import { supplyKnownSince } from './known-supply';
import { memoise } from './memoise';
import { observationsOf } from './observations';

/**
 * What a tank takes of one parameter, from the readings of the last weeks: of those taken since the record says what was
 * dosed, since a dose that was not told would be counted as nothing.
 */
export function consumptionOf(
  book: Book,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): ConsumptionEstimate | undefined {
  return memoise(book, tank, `consumption of ${parameter} at ${now}`, () =>
    estimateOver(book, tank, parameter, now, supplyKnownSince(book, tank, parameter)),
  );
}

/**
 * How the level of one parameter moves, from the readings of the last weeks, whatever was dosed. Its `perDay` is consumption
 * only as far as the doses are known; `consumptionOf` answers that.
 */
export function driftOf(
  book: Book,
  tank: Tank,
  parameter: FollowedParameter,
  now: number,
): ConsumptionEstimate | undefined {
  return memoise(book, tank, `drift of ${parameter} at ${now}`, () =>
    estimateOver(book, tank, parameter, now, -Infinity),
  );
}

function estimateOver(book: Book, tank: Tank, parameter: FollowedParameter, now: number, since: number) {
  const windowDays = windowDaysOf(parameter);
  const all = observationsOf(book, tank.id, parameter).filter(
    ({ at }) => at <= now && at >= Math.max(since, now - Math.max(windowDays, LONGEST_DAYS) * DAY_MS),
  );
  const recent = all.filter(({ at }) => at >= now - windowDays * DAY_MS);
  return estimateConsumption({
    species: parameter,
    volumeL: netVolumeL(tank),
    observations: recent.length >= 2 ? recent : all.slice(-2),
    events: tankEvents(book, tank),
  });
}

/** What an estimate says of itself, for the words that are made of it. */
export function factsOf(estimate: ConsumptionEstimate): EstimateFacts {
  return {
    perDay: estimate.perDay,
    perDaySd: estimate.perDaySd,
    driftPerDay: estimate.driftPerDay,
    readingSd: estimate.used.at(-1)?.sd ?? 0,
    lastLeftOut: estimate.setAside.some(({ at }) => at === estimate.lastAt),
  };
}

/** The word for an estimate. */
export function certaintyOf(estimate: ConsumptionEstimate | undefined): Certainty {
  return certaintyOfEstimate(estimate && factsOf(estimate));
}
