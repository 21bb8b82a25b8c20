import { MIX_HOURS } from '@/calculators/mixing/batch-readiness';
import { quantity, showText } from '@/quantities/quantity';
import { batchStates } from '@/derived/saltwater/batches';
import { changeHabit, changesToCome } from '@/derived/saltwater/change-habit';
import { memoise } from '@/derived/memoise';
import { evaporationOf } from '@/derived/top-off/top-off-question';
import { batchName } from '@/derived/saltwater/water-day';
import type { Snapshot, Tank } from '@/record/schema';
import type { Mark } from './marks';

const HOUR_MS = 3_600_000;

/** What is to be done ahead: changes planned or due, and refills of the reservoir. */
export function marksToCome(snapshot: Snapshot, tank: Tank, now: number, to: number): Mark[] {
  return [...changesAhead(snapshot, tank, now, to), ...refillsDue(snapshot, tank, now, to)];
}

/** To the hour, so that dragging the line asks nothing anew. */
function refillsDue(snapshot: Snapshot, tank: Tank, now: number, to: number): Mark[] {
  if (tank.reservoirL === 0) return [];
  const hour = Math.ceil(now / HOUR_MS) * HOUR_MS;
  const ahead = memoise(
    snapshot,
    tank,
    `refills ahead of ${hour}`,
    () => evaporationOf(snapshot, tank, hour)?.refillsAhead ?? [],
  );
  return ahead
    .filter(({ at }) => at > now && at <= to)
    .map(({ at, litres }) => ({
      at,
      kind: 'refill',
      text: `about ${showText(quantity('volume', litres), snapshot.settings.units)} to refill`,
      entryId: `refill due ${at}`,
      toCome: true,
    }));
}

/** Changes that are planned, and those that fall due as the habit goes after them. */
function changesAhead(snapshot: Snapshot, tank: Tank, now: number, to: number): Mark[] {
  const { units, zone } = snapshot.settings;
  const planned = snapshot.waterDays.flatMap((day) => {
    const own = day.tanks.find(({ tankId }) => tankId === tank.id);
    return own && day.at > now && day.at <= to ? [{ at: day.at, litres: own.litres, id: day.id }] : [];
  });
  const habit = changeHabit(snapshot, tank, now);
  const after = planned.at(-1)?.at ?? -Infinity;
  const due = changesToCome(habit, now, to, zone)
    .filter((at) => at > after)
    .map((at) => ({ at, litres: habit.changeL, id: `due ${at}` }));
  return [...planned, ...due].map(({ at, litres, id }) => ({
    at,
    kind: 'water-change',
    text: `${showText(quantity('volume', litres), units)} to change`,
    entryId: id,
    toCome: true,
  }));
}

/** Batches that stand in a vessel and may go into this tank, from the hour they were mixed. */
export function batchBars(
  snapshot: Snapshot,
  tankId: string,
  now: number,
): { readonly id: string; readonly from: number; readonly readyAt: number; readonly name: string }[] {
  return batchStates(snapshot, now)
    .filter(({ batch }) => batch.tankId === tankId || batch.tankId === null)
    .map(({ batch }) => ({
      id: batch.id,
      from: batch.at,
      readyAt: batch.at + MIX_HOURS * HOUR_MS,
      name: batchName(snapshot, batch.id),
    }));
}
