import type { ParameterId } from '@/calculators/parameters/parameters';
import { parameterTrend, type TrendValues } from '@/calculators/readings/parameter-trend';
import { atSalinity35 } from '@/chemistry/readings/at-salinity';
import { localTrend } from '@/chemistry/readings/local-trend';
import { pointsOf } from '@/chemistry/observation';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { Snapshot, Tank } from '@/record/schema';
import type { OutlookPoint } from '../outlook/outlook';
import { lastEvent, LATELY_DAYS, movedOf, movesAsNowSince, trendReadings } from './how-it-moves';
import { isFollowed } from '../observations/consumption-window';
import { memoise, memoiseOn } from '../memoise';
import { observationsOf, type TankObservation } from '../observations/observations';

/** Of salinity, which is read many times a day by a probe, the newest of these. */
const MOST_READINGS = 400;
const HOUR_MS = 3_600_000;

/** Whether it is diluted with the salt, and can be told at 35 ppt. */
export function isOfTheSalt(parameter: ParameterId): boolean {
  return isFollowed(parameter);
}

/** A tank's readings as they are, or as they would be at 35 ppt by its salinity's own trend. */
export function readingsAt(
  snapshot: Snapshot,
  tank: Tank,
  parameter: ParameterId,
  at35: boolean,
): readonly TankObservation[] {
  const readings = observationsOf(snapshot, tank.id, parameter);
  if (!at35 || !isOfTheSalt(parameter)) return readings;
  return memoise(snapshot, tank, `${parameter} at 35 ppt`, () => {
    const salinity = pointsOf(observationsOf(snapshot, tank.id, 'salinity')).slice(-MOST_READINGS);
    const [first] = salinity;
    if (!first) return [];
    const trend = localTrend(
      salinity,
      readings.map(({ at }) => at),
    );
    return readings.flatMap((reading): TankObservation[] => {
      const told = trend?.points.find((each) => each.at === reading.at);
      const nearest = salinity.reduce((near, each) =>
        Math.abs(each.at - reading.at) < Math.abs(near.at - reading.at) ? each : near,
      );
      // Beyond the readings of salinity nothing is known of it.
      if (Math.abs(nearest.at - reading.at) > 21 * DAY_MS) return [];
      // An accident is sharper than a trend: a reading of the same hours says more than the weeks about it.
      const near = Math.abs(nearest.at - reading.at) < 0.5 * DAY_MS ? nearest : undefined;
      const water = near
        ? { salinity: near.value, sd: near.sd }
        : told && { salinity: told.level, sd: Math.max(told.levelSd, 0.05) };
      const point = water && attempt(() => atSalinity35(reading, water)).outcome;
      return point ? [{ ...reading, ...point }] : [];
    });
  });
}

/** So far ahead it is drawn. Chosen: further on the readings say little. */
const AHEAD_DAYS = 30;

/** Where a level goes if it goes on as it does, with what it may stray: for what no model carries forward. Nothing of one that was not tested lately. */
export function trendAhead({ ahead }: TrendValues, now: number, until: number): OutlookPoint[] {
  const last = ahead[0]?.at ?? -Infinity;
  if (now - last > LATELY_DAYS * DAY_MS) return [];
  const end = Math.min(until, now + AHEAD_DAYS * DAY_MS);
  return ahead
    .filter(({ at }) => at <= end)
    .map(({ at, value, low, high }) => ({ at, value: Math.max(0, value), low: Math.max(0, low), high }));
}

/** How a tank's level moves, by its readings; as of the hour, since a minute makes no difference to it. */
export function trendOf(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number, at35 = false) {
  const readings = readingsAt(snapshot, tank, parameter, at35);
  // At another salinity it is the readings' own course that is asked for.
  const moved = at35 ? undefined : attempt(() => movedOf(snapshot, tank, parameter, now)).outcome;
  const band = tank.targets[parameter];
  const since = at35 ? -Infinity : Math.round(movesAsNowSince(snapshot, tank, parameter, now));
  const event = at35 ? undefined : lastEvent(snapshot, tank, now);
  return memoiseOn(
    `trend of ${parameter} in ${tank.id}${at35 ? ' at 35 ppt' : ''}`,
    [readings, band?.[0], band?.[1], Math.floor(now / HOUR_MS), moved, since, event],
    () =>
      parameterTrend.run({
        parameter,
        now,
        readings: trendReadings(readings, now).map(({ at, value, sd, by }) => ({ at, value, sd, ...(by && { by }) })),
        ...(band && { band: [...band] as [number, number] }),
        ...(since > -Infinity && { since }),
        ...(event !== undefined && { event }),
        ...(moved && { moved }),
      }),
  );
}
