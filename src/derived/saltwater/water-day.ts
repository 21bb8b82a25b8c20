import { TZDate } from '@date-fns/tz';
import { addDays, format, set } from 'date-fns';
import type * as z from 'zod';
import { roDiWater } from '@/calculators/source-water/ro-di-water';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { waterDay } from '@/calculators/water-change/water-day';
import { entriesOfKind } from '@/record/entries-of';
import type { Snapshot, EntryOf, Tank, WaterDay } from '@/record/schema';
import { batchStates, saltOf } from './batches';
import { changeHabit } from './change-habit';
import { aimFor } from '../observations/targets';
import { saltStrength } from './learnt-salt';
import { sourceState, waterQuestion } from '../source-water/source-line';

/** Tanks whose change is due within so many days of the day go along with it. Chosen. */
const GOES_ALONG_DAYS = 3;
/** A first change is begun in the morning. Chosen. */
const MORNING_HOURS = 10;

/** What a tank would have changed: its habit's litres, at its aim. */
export function usualChange(snapshot: Snapshot, tank: Tank, now: number): WaterDay['tanks'][number] {
  return {
    tankId: tank.id,
    litres: changeHabit(snapshot, tank, now).changeL,
    salinity: Math.round(aimFor(tank, 'salinity') * 2) / 2,
  };
}

/**
 * A day to begin from: the morning on which the next change falls due that there is still time to mix for, with every tank
 * that is due about then.
 */
export function proposedDay(snapshot: Snapshot, now: number): Omit<WaterDay, 'id'> {
  const { zone } = snapshot.settings;
  const soonest = now + 1.5 * DAY_MS;
  const due = snapshot.tanks.map((tank) => ({ tank, habit: changeHabit(snapshot, tank, now) }));
  const morning = (at: number) =>
    set(new TZDate(at, zone), { hours: MORNING_HOURS, minutes: 0, seconds: 0, milliseconds: 0 });
  const next = Math.min(...due.map(({ habit }) => habit.nextAt ?? Infinity));
  let at = morning(Number.isFinite(next) ? Math.max(next, now) : soonest);
  // Too late to mix for it: the same day a week on keeps the habit, the next morning where there is none.
  while (at.getTime() < soonest) at = addDays(at, Number.isFinite(next) && next >= now ? 7 : 1);
  const along = due.filter(
    ({ habit }) => habit.nextAt !== undefined && habit.nextAt <= at.getTime() + GOES_ALONG_DAYS * DAY_MS,
  );
  return {
    at: at.getTime(),
    mixHours: 24,
    tanks: (along.length > 0 ? along : due).map(({ tank }) => usualChange(snapshot, tank, now)),
  };
}

/** The steps of a day that are ticked, the last word on each. */
export function ticksOf(snapshot: Snapshot, dayId: string): EntryOf<'step-done'>[] {
  return entriesOfKind(snapshot, 'step-done').filter(({ waterDayId }) => waterDayId === dayId);
}

/** The record as it would be without what ticks of the day filed: a plan must not change under the hand that follows it. */
function withoutTicksOf(snapshot: Snapshot, dayId: string | undefined): Snapshot {
  if (dayId === undefined) return snapshot;
  const filed = new Set(ticksOf(snapshot, dayId).flatMap((tick) => tick.filed ?? []));
  return filed.size === 0 ? snapshot : { ...snapshot, entries: snapshot.entries.filter(({ id }) => !filed.has(id)) };
}

/** What the record says of a day's water, ready for the water-day calculator. */
export function waterDayQuestion(
  wholeSnapshot: Snapshot,
  day: Omit<WaterDay, 'id'> & { readonly id?: string },
  now: number,
): z.input<typeof waterDay.input> | undefined {
  const snapshot = withoutTicksOf(wholeSnapshot, day.id);
  const tanks = day.tanks.flatMap(({ tankId, litres, salinity }) => {
    const tank = snapshot.tanks.find(({ id }) => id === tankId);
    if (!tank) return [];
    const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
    return [
      {
        id: tank.id,
        name: tank.name,
        litres,
        salinity,
        salt: salt?.id ?? 'salt',
        gramsPerLAt35: saltStrength(snapshot, salt).gramsPerLAt35,
        ...(salt?.boxG !== undefined && { boxG: salt.boxG }),
      },
    ];
  });
  if (tanks.length === 0) return undefined;
  const vessels = snapshot.vessels.filter(({ id }) => day.vesselIds?.includes(id) ?? true);
  return {
    now,
    changeAt: day.at,
    mixHours: day.mixHours,
    ...madeADay(snapshot, now),
    tanks,
    vessels: vessels.map(({ id, name, litres }) => ({ id, name, litres })),
    batches: batchStates(snapshot, now).flatMap((state) => {
      const { batch, salinity, leftL } = state;
      if (batch.at + day.mixHours * 3_600_000 > day.at) return [];
      return [
        {
          id: batch.id,
          name: batchName(snapshot, batch.id),
          litres: leftL,
          salinity: salinity ?? batch.targetSalinity,
          salt: saltOf(snapshot, batch)?.id ?? 'salt',
          ...(batch.vesselId !== undefined && { vessel: batch.vesselId }),
        },
      ];
    }),
  };
}

/** Enough that flushing first hardly counts, L. */
const A_LONG_RUN_L = 1000;

/** Litres a day of the first source line there is, at the slow end of its doubt: water early waits, water late does not. */
function madeADay(snapshot: Snapshot, now: number): { waterLPerDay?: number } {
  const source = snapshot.sources[0];
  if (!source) return {};
  const { outcome } = attempt(() => roDiWater.run(waterQuestion(sourceState(snapshot, source, now), A_LONG_RUN_L, {})));
  return outcome ? { waterLPerDay: (A_LONG_RUN_L / outcome.values.slowHours) * 24 } : {};
}

/**
 * What a batch is called: by the vessel it stands in, which holds no other; else by the day it was mixed, and by number where
 * two were mixed on one day.
 */
export function batchName(snapshot: Snapshot, batchId: string): string {
  const batches = entriesOfKind(snapshot, 'batch');
  const batch = batches.find(({ id }) => id === batchId);
  if (!batch) return batchId;
  const vessel = snapshot.vessels.find(({ id }) => id === batch.vesselId);
  if (vessel && batches.findLast(({ vesselId }) => vesselId === vessel.id)?.id === batchId) return vessel.name;
  const day = ({ at }: EntryOf<'batch'>) => format(new TZDate(at, snapshot.settings.zone), 'd MMM');
  const twins = batches.filter((other) => day(other) === day(batch));
  return `batch of ${day(batch)}${twins.length > 1 ? `, no. ${twins.findIndex(({ id }) => id === batchId) + 1}` : ''}`;
}
