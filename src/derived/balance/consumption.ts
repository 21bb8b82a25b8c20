import { type EstimateFacts } from '@/calculators/calculator/certainty';
import { DOSED_PARAMETERS, isDosedParameter, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { CALCIFICATION } from '@/chemistry/consumption/channel';
import {
  estimateConsumption,
  MOST_MOMENTS,
  type Consumption,
  type ConsumptionEstimate,
} from '@/chemistry/consumption/estimate';
import { fitTrend, type Trend } from '@/chemistry/consumption/trend';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { entriesBetween } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { LONGEST_DAYS, TREND_WINDOW_DAYS, type FollowedParameter } from '../observations/consumption-window';
import { consumptionChanges } from './consumption-changes';
import { tankEvents } from './known-events';
import { supplyKnownSince } from './known-supply';
import { memoise, memoiseOn } from '../memoise';
import { observationsOf, type TankObservation } from '../observations/observations';

/**
 * What a tank consumes of alkalinity, calcium and magnesium, estimated together from all readings taken since the record says
 * what was dosed: a dose that was not told would be counted as zero. A parameter that was not read for long is left out.
 */
export function consumptionTogether(snapshot: Snapshot, tank: Tank, now: number): Consumption | undefined {
  const events = tankEvents(snapshot, tank);
  const read = DOSED_PARAMETERS.map((parameter) => ({
    parameter,
    all: observationsOf(snapshot, tank.id, parameter),
    since: supplyKnownSince(snapshot, tank, parameter),
  }));
  const at = asOf(
    now,
    read.flatMap(({ all }) => all.findLast((each) => each.at <= now)?.at ?? []),
  );
  const changes = consumptionChanges(snapshot, tank);
  const rests = [
    at,
    events,
    changes,
    netVolumeL(tank),
    tank.earlierVolumes,
    ...read.flatMap(({ all, since }) => [all, since]),
  ];
  return memoiseOn(`consumption of ${tank.id}`, rests, () =>
    estimateConsumption({
      ...volumesOf(tank),
      now: at,
      events,
      changes,
      readings: read.flatMap(({ parameter, all, since }) => readingsOf(all, parameter, at, since)),
    }),
  );
}

/** What it consumes of one of them by that parameter's own readings; undefined where they are too few or too old. */
export function consumptionOf(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): ConsumptionEstimate | undefined {
  const estimate = consumptionTogether(snapshot, tank, now)?.of[parameter];
  return estimate?.from === 'ratio' ? undefined : estimate;
}

/**
 * How the level of one parameter moves, whatever was dosed. Its `perDay` is consumption only as far as the doses are known;
 * `consumptionOf` answers that.
 */
export function driftOf(snapshot: Snapshot, tank: Tank, parameter: FollowedParameter, now: number): Trend | undefined {
  const all = observationsOf(snapshot, tank.id, parameter);
  const events = tankEvents(snapshot, tank);
  if (!isDosedParameter(parameter))
    return memoise(snapshot, tank, `drift of ${parameter} at ${now}`, () => trendOf(tank, parameter, all, events, now));
  const since = supplyKnownSince(snapshot, tank, parameter);
  const at = asOf(now, all.findLast((each) => each.at <= now)?.at ?? []);
  const recent = entriesBetween(all, -Infinity, at).slice(-MOST_MOMENTS);
  // Of the readings that are fitted all were taken since it is known what was dosed: then it is consumption.
  if (recent.every((each) => each.at >= since)) return consumptionOf(snapshot, tank, parameter, now);
  const rests = [at, events, netVolumeL(tank), tank.earlierVolumes, all];
  return memoiseOn(`drift of ${parameter} of ${tank.id}`, rests, () => {
    const channel = CALCIFICATION.find(({ species }) => species === parameter);
    return (
      channel &&
      estimateConsumption({
        channels: [{ ...channel, ownShare: 0 }],
        ...volumesOf(tank),
        now: at,
        events,
        readings: readingsOf(all, parameter, at, -Infinity),
      })?.of[parameter]
    );
  });
}

const HOUR_MS = 3_600_000;

/** What an hour changes of a level no test sees: estimates are as of the hour, or of the last reading since. */
function asOf(now: number, readAt: number | readonly number[]): number {
  return Math.max(Math.floor(now / HOUR_MS) * HOUR_MS, ...[readAt].flat());
}

/** The net volume now, and what it was before. */
function volumesOf(tank: Tank) {
  return {
    volumeL: netVolumeL(tank),
    earlierVolumes: tank.earlierVolumes?.map((each) => ({ until: each.until, volumeL: each.netVolumeL })),
  };
}

function readingsOf(all: readonly TankObservation[], parameter: DosedParameter, now: number, since: number) {
  const readings = all.filter(({ at }) => at <= now && at >= since);
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
function trendOf(
  tank: Tank,
  parameter: FollowedParameter,
  all: readonly TankObservation[],
  events: readonly TankEvent[],
  now: number,
): Trend | undefined {
  const observations = entriesBetween(all, now - TREND_WINDOW_DAYS * DAY_MS, now);
  return fitTrend({
    species: parameter,
    volumeL: netVolumeL(tank),
    observations,
    events,
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
    lastLeftOut: estimate.outliers.some(({ at }) => at === estimate.lastAt),
  };
}
