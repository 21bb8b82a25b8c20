import { nanoid } from 'nanoid';
import type { Snapshot, EntryOf, Tank } from '@/record/schema';
import { runningAt } from './supply-timeline';

/**
 * Doses set from a moment on, in the hours and pulses they ran in: what is filed when an answer is taken over, and what is laid over the
 * record where it is only thought of.
 */
export function dosesSet(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  doses: readonly { readonly id: string; readonly mlPerDay: number }[],
): EntryOf<'standing-dose'>[] {
  const running = new Map(runningAt(snapshot, tank, now).map((run) => [run.source, run.entry]));
  return doses.map(({ id, mlPerDay }) => {
    const before = running.get(id);
    const { hours, alsoHours, pulses } = before?.kind === 'standing-dose' ? before : {};
    return {
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'standing-dose',
      solutionId: id,
      mlPerDay,
      ...(mlPerDay > 0 && hours && { hours }),
      ...(mlPerDay > 0 && alsoHours && { alsoHours }),
      ...(mlPerDay > 0 && pulses && { pulses }),
    };
  });
}
