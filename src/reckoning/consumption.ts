import type { HowSure } from '@/calculators/calculator/calculator';
import { howSureOf, type EstimateFacts } from '@/calculators/dosing/certainty';
import { DOSED_PARAMETERS, isDosedParameter, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { CALCIFICATION } from '@/chemistry/consumption/consumption-model';
import { estimateConsumption, type Consumption, type ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import { fitTrend, type Trend } from '@/chemistry/consumption/trend';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { LONGEST_DAYS, TREND_WINDOW_DAYS, type FollowedParameter } from './consumption-window';
import { tankEvents } from './known-events';
import { supplyKnownSince } from './known-supply';
import { memoise } from './memoise';
import { observationsOf } from './observations';

/**
 * What a tank consumes of alkalinity, calcium and magnesium, estimated together from all readings taken since the record says
 * what was dosed: a dose that was not told would be counted as zero. A parameter that was not read for long is left out.
 */
export function consumptionTogether(book: Book, tank: Tank, now: number): Consumption | undefined {
  return memoise(book, tank, `consumption at ${now}`, () =>
    estimateConsumption({
      ...volumesOf(tank),
      now,
      events: tankEvents(book, tank),
      readings: DOSED_PARAMETERS.flatMap((parameter) =>
        readingsOf(book, tank, parameter, now, supplyKnownSince(book, tank, parameter)),
      ),
    }),
  );
}

/** What it consumes of one of them by that parameter's own readings; undefined where they are too few or too old. */
export function consumptionOf(
  book: Book,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): ConsumptionEstimate | undefined {
  const estimate = consumptionTogether(book, tank, now)?.of[parameter];
  return estimate?.from === 'ratio' ? undefined : estimate;
}

/**
 * How the level of one parameter moves, whatever was dosed. Its `perDay` is consumption only as far as the doses are known;
 * `consumptionOf` answers that.
 */
export function driftOf(book: Book, tank: Tank, parameter: FollowedParameter, now: number): Trend | undefined {
  return memoise(book, tank, `drift of ${parameter} at ${now}`, () => {
    if (!isDosedParameter(parameter)) return trendOf(book, tank, parameter, now);
    const readings = readingsOf(book, tank, parameter, now, -Infinity);
    const since = supplyKnownSince(book, tank, parameter);
    if (readings.every(({ at }) => at >= since)) return consumptionOf(book, tank, parameter, now);
    const channel = CALCIFICATION.find(({ species }) => species === parameter);
    return (
      channel &&
      estimateConsumption({
        channels: [{ ...channel, ownShare: 0 }],
        ...volumesOf(tank),
        now,
        events: tankEvents(book, tank),
        readings,
      })?.of[parameter]
    );
  });
}

/** The net volume now, and what it was before. */
function volumesOf(tank: Tank) {
  return {
    volumeL: netVolumeL(tank),
    earlierVolumes: tank.earlierVolumes?.map((each) => ({ until: each.until, volumeL: each.netVolumeL })),
  };
}

function readingsOf(book: Book, tank: Tank, parameter: DosedParameter, now: number, since: number) {
  const readings = observationsOf(book, tank.id, parameter).filter(({ at }) => at <= now && at >= since);
  if ((readings.at(-1)?.at ?? -Infinity) < now - LONGEST_DAYS * DAY_MS) return [];
  return readings.map(({ at, value, sd, bound, instrument }) => ({
    species: parameter,
    at,
    value,
    sd,
    bound,
    by: instrument?.id,
  }));
}

/** What a laboratory reads every month or two moves so slowly that a line is all there is to see. */
function trendOf(book: Book, tank: Tank, parameter: FollowedParameter, now: number): Trend | undefined {
  const observations = observationsOf(book, tank.id, parameter).filter(
    ({ at }) => at <= now && at >= now - TREND_WINDOW_DAYS * DAY_MS,
  );
  return fitTrend({
    species: parameter,
    volumeL: netVolumeL(tank),
    observations,
    events: tankEvents(book, tank),
  });
}

/** What an estimate says of itself, for the words that are made of it. */
export function factsOf(estimate: Trend): EstimateFacts {
  return {
    perDay: estimate.perDay,
    perDaySd: estimate.perDaySd,
    driftPerDay: estimate.driftPerDay,
    driftPerDaySd: estimate.driftPerDaySd,
    readingSd: estimate.used.at(-1)?.sd ?? 0,
    lastLeftOut: estimate.setAside.some(({ at }) => at === estimate.lastAt),
  };
}

/** How sure an estimate is, how its level moves, and whether to test again. */
export function howSure(estimate: Trend | undefined): HowSure {
  return howSureOf(estimate && factsOf(estimate));
}
