import { isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { ParameterId } from '@/calculators/parameters/parameters';
import { parameterTrend, type TrendValues } from '@/calculators/readings/parameter-trend';
import { atSalinity35 } from '@/chemistry/readings/at-salinity';
import { localTrend } from '@/chemistry/readings/local-trend';
import { asPoint, pointsOf } from '@/chemistry/observation';
import { attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { Book, Tank } from '@/record/schema';
import type { OutlookPoint } from './outlook';
import { balanceAt, levelFacts } from './balance';
import { isFollowed } from './consumption-window';
import { memoise, memoiseOn } from './memoise';
import { observationsOf, type TankObservation } from './observations';

/** Readings of so many days make a trend; earlier ones tell nothing of now. Chosen: two seasons. */
const LOOKS_BACK_DAYS = 180;
/** Of a parameter that is read many times a day, the newest of these. */
const MOST_READINGS = 400;
const HOUR_MS = 3_600_000;
/** A rate of older tests is no rate of now. Chosen: three weekly tests. */
const LATELY_DAYS = 21;

/** Whether it is diluted with the salt, and can be told at 35 ppt. */
export function isOfTheSalt(parameter: ParameterId): boolean {
  return isFollowed(parameter);
}

/** A tank's readings as they are, or as they would be at 35 ppt by its salinity's own trend. */
export function readingsAt(book: Book, tank: Tank, parameter: ParameterId, at35: boolean): readonly TankObservation[] {
  const readings = observationsOf(book, tank.id, parameter);
  if (!at35 || !isOfTheSalt(parameter)) return readings;
  return memoise(book, tank, `${parameter} at 35 ppt`, () => {
    const salinity = pointsOf(observationsOf(book, tank.id, 'salinity')).slice(-MOST_READINGS);
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

/** So far ahead the rate of now is drawn. Chosen: further on it says little. */
const AHEAD_DAYS = 30;

/**
 * Where a level goes if it goes on at the rate of now, with the doubt of both: for what no model carries forward. Nothing of a level whose
 * rate is no different from zero, or that was not tested lately.
 */
export function trendAhead({ moves, points, t95 }: TrendValues, now: number, until: number): OutlookPoint[] {
  const last = points.at(-1);
  if (!last || moves === undefined || moves === 'steady' || now - last.at > LATELY_DAYS * DAY_MS) return [];
  const end = Math.min(until, now + AHEAD_DAYS * DAY_MS);
  const days = (end - last.at) / DAY_MS;
  if (days <= 0) return [];
  return Array.from({ length: 13 }, (_, i) => {
    const after = (days * i) / 12;
    const value = last.level + last.perDay * after;
    const half = t95 * Math.hypot(last.levelSd, last.perDaySd * after);
    return {
      at: Math.round(last.at + after * DAY_MS),
      value: Math.max(0, value),
      low: Math.max(0, value - half),
      high: value + half,
    };
  });
}

/** How a tank's level moves, by its readings; as of the hour, since a minute makes no difference to it. */
export function trendOf(book: Book, tank: Tank, parameter: ParameterId, now: number, at35 = false) {
  const readings = readingsAt(book, tank, parameter, at35);
  // At another salinity it is the readings' own course that is asked for.
  const facts =
    at35 || !isDosedParameter(parameter)
      ? undefined
      : attempt(() => levelFacts(balanceAt(book, tank, now).of[parameter])).outcome;
  const band = tank.targets[parameter];
  return memoiseOn(
    `trend of ${parameter} in ${tank.id}${at35 ? ' at 35 ppt' : ''}`,
    [readings, band?.[0], band?.[1], Math.floor(now / HOUR_MS), facts?.driftPerDay, facts?.driftPerDaySd],
    () =>
      parameterTrend.run({
        parameter,
        now,
        readings: readings
          .filter(({ at }) => at <= now && at > now - LOOKS_BACK_DAYS * DAY_MS)
          .slice(-MOST_READINGS)
          .flatMap((observation) => asPoint(observation) ?? [])
          .map(({ at, value, sd }) => ({ at, value, sd })),
        ...(band && { band: [...band] as [number, number] }),
        ...(facts && { balance: facts }),
      }),
  );
}
