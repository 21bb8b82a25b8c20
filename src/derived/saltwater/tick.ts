import type { Change } from '@/record/change';
import { entriesOfKind } from '@/record/entries-of';
import type { Snapshot, Entry, EntryOf, WaterDay } from '@/record/schema';
import { mixKey, type DayStep } from '@/calculators/water-change/checklist';
import type { Pour } from '@/calculators/water-change/share-out';
import { batchState, momentAfter } from './batches';
import { ticksOf } from './water-day';

/** What ticking a step needs besides the step. */
export interface Tick {
  readonly day: WaterDay;
  readonly step: DayStep;
  /** The step in words, as it was ticked. */
  readonly says: string;
  readonly now: number;
  readonly newId: () => string;
  /** What a vessel read, where the step asks for it. */
  readonly salinity?: number | undefined;
}

/** Ticks a step off: the step itself, and the batch, reading or water change it stands for, in one change. */
export function tickChange(snapshot: Snapshot, { day, step, says, now, newId, salinity }: Tick): Change {
  const filed = entryOf(snapshot, day, step, now, newId, salinity);
  const tick: EntryOf<'step-done'> = {
    id: newId(),
    tankId: filed?.kind === 'water-change' ? filed.tankId : tankOf(snapshot, step),
    at: now,
    kind: 'step-done',
    waterDayId: day.id,
    step: step.key,
    says,
    ...(filed && { filed: [filed.id] }),
  };
  return { label: `Done: ${says}`, put: { entries: [...(filed ? [filed] : []), tick] } };
}

/** Takes a tick back, and with it what it filed. */
export function untickChange(snapshot: Snapshot, day: WaterDay, step: DayStep): Change {
  const ticks = ticksOf(snapshot, day.id).filter((tick) => tick.step === step.key);
  return {
    label: `Not done: ${ticks[0]?.says ?? step.key}`,
    remove: { entries: ticks.flatMap(({ id, filed }) => [id, ...(filed ?? [])]) },
  };
}

function entryOf(
  snapshot: Snapshot,
  day: WaterDay,
  { writes }: DayStep,
  now: number,
  newId: () => string,
  salinity: number | undefined,
): Entry | undefined {
  switch (writes?.what) {
    case undefined:
      return undefined;
    case 'mix': {
      const { mix } = writes;
      const tanks = new Set(mix.shares.map(({ tankId }) => tankId));
      const vessel = snapshot.vessels.find(({ id }) => id === mix.fromId);
      return {
        id: newId(),
        tankId: tanks.size === 1 ? ([...tanks][0] ?? null) : null,
        at: now,
        kind: 'batch',
        saltId: snapshot.salts.find(({ id }) => id === mix.salt)?.id ?? null,
        volumeL: mix.litres,
        saltG: mix.saltG,
        targetSalinity: mix.salinity,
        ...(vessel && { vesselId: vessel.id }),
      };
    }
    case 'read': {
      const batchId = batchOf(snapshot, day, writes.pour);
      const batch = entriesOfKind(snapshot, 'batch').find(({ id }) => id === batchId);
      if (!batch || salinity === undefined) return undefined;
      const at = momentAfter(batchState(snapshot, batch), now);
      return { id: newId(), tankId: batch.tankId, at, kind: 'batch-check', batchId: batch.id, salinity };
    }
    case 'look': {
      const tank = snapshot.tanks.find(({ id }) => id === writes.tankId);
      return tank && { id: newId(), tankId: tank.id, at: now, kind: 'upkeep', item: 'look' };
    }
    case 'change': {
      const tank = snapshot.tanks.find(({ id }) => id === writes.tankId);
      const batchId = batchOf(snapshot, day, writes.pour);
      return (
        tank && {
          id: newId(),
          tankId: tank.id,
          at: now,
          kind: 'water-change',
          volumeL: writes.litres,
          // A batch tells its own salinity, read or meant; without one the plan's is all there is.
          ...(batchId === undefined ? { salinity: writes.pour.salinity } : { batchId }),
        }
      );
    }
  }
}

/** The batch a pour comes from: one that stood ready, or the one a tick of this day mixed. */
function batchOf(snapshot: Snapshot, day: WaterDay, pour: Pick<Pour, 'from' | 'fromId'>): string | undefined {
  return pour.from === 'batch'
    ? pour.fromId
    : ticksOf(snapshot, day.id).find(({ step }) => step === mixKey(pour))?.filed?.[0];
}

function tankOf(snapshot: Snapshot, { key }: DayStep): string | null {
  return snapshot.tanks.find(({ id }) => key.startsWith(`${id}: `))?.id ?? null;
}
