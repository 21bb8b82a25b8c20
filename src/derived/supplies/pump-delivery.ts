import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, Tank } from '@/record/schema';

/** A pump's delivery as it was measured, the last time and the time before. */
export interface PumpDelivery {
  readonly last: EntryOf<'pump-measured'>;
  /** Millilitres a minute. */
  readonly mlPerMin: number;
  /** Of what it was set to; against the measurement before where it is not set by millilitres; undefined where neither is known. */
  readonly share: number | undefined;
}

/** How a solution's pump was last measured; undefined where it never was. */
export function pumpDelivery(
  snapshot: Snapshot,
  tank: Tank,
  solutionId: string,
  now: number,
): PumpDelivery | undefined {
  const measured = entriesOf(snapshot, tank.id, 'pump-measured').filter(
    (entry) => entry.solutionId === solutionId && entry.at <= now,
  );
  const last = measured.at(-1);
  if (!last) return undefined;
  const before = measured.at(-2);
  const mlPerMin = rateOf(last);
  const share = last.setMl !== undefined ? last.gaveMl / last.setMl : before ? mlPerMin / rateOf(before) : undefined;
  return { last, mlPerMin, share };
}

function rateOf({ gaveMl, ranDays }: EntryOf<'pump-measured'>): number {
  return gaveMl / (ranDays * 1440);
}

/** The same, as the dosing plan asks for it: null where it was never measured. */
export function pumpMeasuredOf(snapshot: Snapshot, tank: Tank, solutionId: string, now: number) {
  const delivery = pumpDelivery(snapshot, tank, solutionId, now);
  return delivery
    ? {
        daysAgo: Math.max(0, Math.floor((now - delivery.last.at) / DAY_MS)),
        share: Math.min(100, Math.max(0.01, delivery.share ?? 1)),
      }
    : null;
}
