import { halfWidth95 } from '@/numerics/normal-interval';
import type { HowSure } from '@/calculators/calculator/calculator';
import { howSureOf, type EstimateFacts } from '@/calculators/calculator/certainty';
import { DOSED_FACTS, isDosedParameter, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { mattersAt, mattersPerDay } from '@/calculators/readings/matters';
import { usualErrorOf, type ParameterId } from '@/calculators/parameters/parameters';
import { asPoint } from '@/chemistry/observation';
import { movementOf, type Moved } from '@/chemistry/readings/movement';
import { ratesByScale } from '@/chemistry/readings/rates-by-scale';
import type { ReadBySome } from '@/chemistry/readings/robust-line';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { balanceAt } from '../balance/balance';
import { LARGE_CHANGE } from '../balance/consumption-changes';
import { factsOf } from '../balance/consumption';
import { strengthOf } from '../balance/known-events';
import { solutionsWith } from '../balance/known-supply';
import { memoise, memoiseOn } from '../memoise';
import { observationsOf, type TankObservation } from '../observations/observations';
import { supplyTimeline } from '../supplies/supply-timeline';

/*
 * How a level moves: the one answer that Today, Trends, Dosing, the log's levels and the tide line give. Its readings over several weeks
 * tell it, and beside them the balance of now, where it is known what goes in and is consumed.
 */

/** Readings of so many days make a trend; earlier ones tell nothing of now. Chosen: two seasons. */
const LOOKS_BACK_DAYS = 180;
/** Of a parameter that is read many times a day, the newest of these. */
const MOST_READINGS = 5000;
/** A rate of older tests is no rate of now. Chosen: three weekly tests. */
export const LATELY_DAYS = 21;
const HOUR_MS = 3_600_000;
/** Less ammonia or nitrite than this a kit does not show, mg/L. Common practice. */
const GONE_BELOW = 0.1;
/** So many doses by hand in a fortnight are a habit, and no change of anything. Chosen. */
const HABIT_DOSES = 3;
const FORTNIGHT_MS = 14 * DAY_MS;

/** The readings a trend is told by: those of the last half year, as points with what read them. */
export function trendReadings(observations: readonly TankObservation[], now: number): readonly ReadBySome[] {
  return observations
    .filter(({ at }) => at <= now && at > now - LOOKS_BACK_DAYS * DAY_MS)
    .slice(-MOST_READINGS)
    .flatMap((observation): ReadBySome[] => {
      const point = asPoint(observation);
      return point ? [{ ...point, by: observation.instrument?.id }] : [];
    });
}

/**
 * How a level moves, and over what that is told; as of the hour.
 * @returns undefined where there is no rate at all, or none of now
 */
export function movedOf(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number): Moved | undefined {
  const band = tank.targets[parameter];
  const all = observationsOf(snapshot, tank.id, parameter);
  const facts = isDosedParameter(parameter) ? balanceFacts(snapshot, tank, parameter, now) : undefined;
  const from = movesAsNowSince(snapshot, tank, parameter, now);
  const event = lastEvent(snapshot, tank, now);
  const rests = [all, band, Math.floor(now / HOUR_MS), facts?.driftPerDay, facts?.driftPerDaySd, from, event];
  return memoiseOn(`how ${parameter} moves in ${tank.id}`, rests, () => {
    const readings = trendReadings(all, now).filter(({ at }) => at >= from);
    const lately = (readings.at(-1)?.at ?? -Infinity) >= now - LATELY_DAYS * DAY_MS;
    return movementOf(
      lately ? ratesByScale(readings, event) : [],
      readings,
      mattersAt(parameter, band, readings.at(-1)?.value),
      facts && { perDay: facts.driftPerDay, half: halfWidth95(facts.driftPerDaySd) },
    );
  });
}

/**
 * Since when a level may be told to move as it does now: since much of its water was changed, as long as it is dosed so; of a hump, since its
 * height.
 */
export function movesAsNowSince(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number): number {
  const least = LARGE_CHANGE * netVolumeL(tank);
  const changed = entriesOf(snapshot, tank.id, 'water-change').findLast(
    ({ at, volumeL }) => at <= now && volumeL >= least,
  );
  const asDosed = isDosedParameter(parameter)
    ? dosedAsNowSince(snapshot, tank, parameter, now)
    : parameter === 'nitrate' || parameter === 'phosphate'
      ? fedAsNowSince(snapshot, tank, now)
      : -Infinity;
  return Math.max(changed?.at ?? -Infinity, asDosed, sinceItsHeight(snapshot, tank, parameter, now));
}

/** Of nutrients: since what is fed, or a carbon source, was set as it is now. What they did before tells how they moved then. */
function fedAsNowSince(snapshot: Snapshot, tank: Tank, now: number): number {
  const fed = entriesOf(snapshot, tank.id, 'feeding').findLast(
    ({ at, timesPerDay, stopped }) => at <= now && (timesPerDay !== undefined || stopped === true),
  );
  const carbon = entriesOf(snapshot, tank.id, 'carbon-source').findLast(({ at }) => at <= now);
  return Math.max(fed?.at ?? -Infinity, carbon?.at ?? -Infinity);
}

function sinceItsHeight(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number): number {
  if (parameter !== 'ammonia' && parameter !== 'nitrite') return -Infinity;
  const readings = observationsOf(snapshot, tank.id, parameter).filter(({ at }) => at <= now);
  // What is gone is gone: it falls no more.
  const shown = readings.findLastIndex(({ value }) => value >= GONE_BELOW);
  if (shown < readings.length - 1) return readings[shown + 1]?.at ?? -Infinity;
  return readings.reduce((highest, each) => (each.value >= highest.value ? each : highest), { at: -Infinity, value: 0 })
    .at;
}

/** What a dosed level says of itself, for the words made of it: its consumption's error, and how it moves. */
export function levelFacts(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): EstimateFacts | undefined {
  const facts = balanceFacts(snapshot, tank, parameter, now);
  const moved = movedOf(snapshot, tank, parameter, now);
  return facts && { ...facts, ...(moved && { moved }) };
}

/** How sure its consumption is, how the level moves, and whether to test again. */
export function howSureOfLevel(snapshot: Snapshot, tank: Tank, parameter: DosedParameter, now: number): HowSure {
  const { consumption } = balanceAt(snapshot, tank, now).of[parameter];
  return howSureOf(
    consumption && consumption.from !== 'ratio' ? levelFacts(snapshot, tank, parameter, now) : undefined,
  );
}

/** By the balance alone. */
function balanceFacts(
  snapshot: Snapshot,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): EstimateFacts | undefined {
  const { trend, slope } = balanceAt(snapshot, tank, now).of[parameter];
  return (
    trend &&
    slope && {
      ...factsOf(trend),
      driftPerDay: slope.perDay,
      driftPerDaySd: slope.sd,
      mattersPerDay: mattersPerDay(parameter, tank.targets[parameter]),
    }
  );
}

/**
 * Since when it is dosed as it is now: what its readings did before tells how it moved then. Settings of pumps, limewater and reactor
 * count, and a dose by hand that shows in a test, unless such doses are the habit.
 */
function dosedAsNowSince(snapshot: Snapshot, tank: Tank, parameter: DosedParameter, now: number): number {
  return memoise(snapshot, tank, `dosed with ${parameter} as at ${now} since`, () => {
    const holding = new Set(solutionsWith(snapshot, parameter).map(({ id }) => id));
    const set = supplyTimeline(snapshot, tank).flatMap(({ entry, from, until }) => {
      const brings =
        entry.kind === 'standing-dose'
          ? holding.has(entry.solutionId)
          : entry.kind === 'reactor' || entry.kind === 'limewater'
            ? parameter !== 'magnesium'
            : false;
      return brings ? [from, until] : [];
    });
    const solutions = new Map(snapshot.solutions.map((solution) => [solution.id, solution]));
    const shows = usualErrorOf(parameter) * netVolumeL(tank);
    const poured = entriesOf(snapshot, tank.id, 'dose').flatMap(({ at, solutionId, volumeMl }) => {
      const solution = holding.has(solutionId) ? solutions.get(solutionId) : undefined;
      return solution && at <= now && DOSED_FACTS[parameter].perMl(strengthOf(solution, at)) * volumeMl > shows
        ? [at]
        : [];
    });
    const habit = poured.filter((at) => at > now - FORTNIGHT_MS).length >= HABIT_DOSES;
    return Math.max(-Infinity, ...set.filter((at) => at <= now), ...(habit ? [] : poured)) - HOUR_MS;
  });
}

/** When lights, media, lamps or livestock last changed: a level may move otherwise since. */
export function lastEvent(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const last = (['lever', 'replaced', 'put-in', 'taken-out'] as const).flatMap(
    (kind) => entriesOf(snapshot, tank.id, kind).findLast(({ at }) => at <= now)?.at ?? [],
  );
  return last.length > 0 ? Math.max(...last) : undefined;
}
