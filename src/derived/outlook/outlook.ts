import { halfWidth95 } from '@/numerics/normal-interval';
import { isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import { levelAheadSd } from '@/chemistry/consumption/level-ahead';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { amountOf, levelIn, waterOfOne } from '@/chemistry/tank-model/water';
import { netVolumeL, type Snapshot, type Entry, type Tank } from '@/record/schema';
import { balanceAt } from '../balance/balance';
import { changeHabit, changesToCome } from '../saltwater/change-habit';
import { consumptionOf, driftOf } from '../balance/consumption';
import type { FollowedParameter } from '../observations/consumption-window';
import { easingsUnderWay } from '../balance/corrections-under-way';
import { dosesSet } from '../supplies/doses-set';
import { tankEvents } from '../balance/known-events';
import { supplyKnownSince } from '../balance/known-supply';
import { aimFor } from '../observations/targets';
import { waterOfSalt } from '../saltwater/water-of-salt';

export interface OutlookPoint {
  readonly at: number;
  readonly value: number;
  /** 95 in 100. */
  readonly low: number;
  readonly high: number;
}

const STEP_MS = DAY_MS / 4;

/**
 * Where a parameter is heading if everything goes on as it stands: the model run from the last reading with the
 * standing doses, what is given by hand and the water changes as they go on, and the consumption estimated. The band widens with the doubt of level and rate.
 * @param overlay entries thought of, such as a dose: each replaces what runs of its source
 */
export function outlook(
  snapshot: Snapshot,
  tank: Tank,
  parameter: FollowedParameter,
  now: number,
  until: number,
  overlay: readonly Entry[] = [],
): OutlookPoint[] {
  // Where no dose was ever told, the level goes on as it has moved.
  const everTold = isDosedParameter(parameter) && supplyKnownSince(snapshot, tank, parameter) !== Infinity;
  const estimate = everTold ? consumptionOf(snapshot, tank, parameter, now) : driftOf(snapshot, tank, parameter, now);
  if (!estimate || until <= estimate.lastAt) return [];
  const at = Array.from(
    { length: Math.floor((until - estimate.lastAt) / STEP_MS) + 1 },
    (_, i) => estimate.lastAt + i * STEP_MS,
  );
  const from = { at: estimate.lastAt, level: estimate.level, perDay: estimate.perDay };
  const toCome = [
    ...changesAhead(snapshot, tank, now, until),
    // Of a level that goes on as it moved they are in how it moved.
    ...(everTold ? handDosesAhead(snapshot, tank, now, overlay) : []),
  ];
  const points = levelsAt(
    snapshot,
    tank,
    parameter,
    from,
    at,
    [...goingBack(snapshot, tank, now, overlay), ...overlay],
    toCome,
  ).map((level, i) => {
    const days = ((at[i] ?? estimate.lastAt) - estimate.lastAt) / DAY_MS;
    const doubt = halfWidth95(levelAheadSd(estimate, days));
    return { at: at[i] ?? estimate.lastAt, value: level, low: Math.max(0, level - doubt), high: level + doubt };
  });
  // What is thought of begins now: before it nothing differs.
  return overlay.length > 0 ? points.filter((point) => point.at >= now) : points;
}

/**
 * A level carried on by the tank model from a moment at which it is known, with everything the record says went in and a consumption that
 * stays as it is.
 * @param from the level, and the consumption a day, in the parameter's unit
 * @param toCome what is to go in or out besides, such as the water changes that are due
 * @returns the level at each of the moments
 */
export function levelsAt(
  snapshot: Snapshot,
  tank: Tank,
  parameter: FollowedParameter,
  from: { readonly at: number; readonly level: number; readonly perDay: number },
  moments: readonly number[],
  overlay: readonly Entry[] = [],
  toCome: readonly TankEvent[] = [],
): number[] {
  const volumeL = netVolumeL(tank);
  const life: TankEvent = {
    kind: 'rate',
    at: from.at,
    source: 'consumption',
    perDay: amountOf(parameter, -from.perDay * volumeL),
  };
  const start = { at: from.at, volumeL, water: waterOfOne(parameter, Math.max(0, from.level)) };
  return simulate(start, [...tankEvents(snapshot, tank, overlay), ...toCome, life].map(overTheDay), [...moments]).map(
    ({ water }) => levelIn(water, parameter),
  );
}

/** The water changes to come, as the habit goes: without them an outlook would tell of another water than the balance does. */
function changesAhead(snapshot: Snapshot, tank: Tank, now: number, until: number): TankEvent[] {
  const habit = changeHabit(snapshot, tank, now);
  if (habit.from === 'usual') return [];
  const water = waterOfSalt(
    snapshot.salts.find(({ id }) => id === tank.saltId),
    aimFor(tank, 'salinity'),
  );
  return changesToCome(habit, now, until, snapshot.settings.zone)
    .filter((at) => at > now)
    .map((at) => ({ kind: 'exchange', at, volumeL: Math.min(netVolumeL(tank), habit.changeL), water }));
}

/** An outlook is told by the day: what runs by the hour or in pulses is taken as running evenly, or each night would be drawn. */
function overTheDay(event: TankEvent): TankEvent {
  if (event.kind !== 'rate' || (!event.hours && event.pulses === undefined)) return event;
  const { kind, at, source, perDay, litresPerDay = 0 } = event;
  return { kind, at, source, perDay, litresPerDay };
}

/** Doses that run for a time go back when it is over, unless something else is set in their place. */
function goingBack(snapshot: Snapshot, tank: Tank, now: number, overlay: readonly Entry[]): Entry[] {
  const replaced = new Set(overlay.map((entry) => ('solutionId' in entry ? entry.solutionId : undefined)));
  return easingsUnderWay(snapshot, tank, now)
    .filter(({ entry }) => !replaced.has(entry.solutionId))
    .flatMap(({ entry, endsAt }) =>
      dosesSet(snapshot, tank, now, [{ id: entry.solutionId, mlPerDay: entry.backToMlPerDay ?? 0 }]).map((set) => ({
        ...set,
        at: Math.max(now, endsAt),
      })),
    );
}

/** What is poured in by hand day after day, as it goes on. */
function handDosesAhead(snapshot: Snapshot, tank: Tank, now: number, overlay: readonly Entry[]): TankEvent[] {
  return balanceAt(
    snapshot,
    tank,
    now,
    overlay.filter(({ at }) => at <= now),
  )
    .inputs.filter(({ kind }) => kind === 'by hand')
    .map(({ source, mlPerDay = 0, perDay }) => ({
      kind: 'rate',
      at: now,
      source: `${source} by hand`,
      perDay,
      litresPerDay: mlPerDay / 1000,
    }));
}
