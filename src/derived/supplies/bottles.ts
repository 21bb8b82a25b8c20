import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';
import { givenMl, suppliesAt } from './supply-timeline';

export interface Bottle {
  readonly solutionId: string;
  readonly name: string;
  readonly mlPerDay: number;
  /** By the last look at it and what was dosed since; undefined until it was looked at. */
  readonly leftMl: number | undefined;
}

/** Bottles that doses draw on as they run; those made with the reservoir's water have none of their own. */
export function bottlesOf(snapshot: Snapshot, tank: Tank, now: number): Bottle[] {
  const { doses } = suppliesAt(snapshot, tank, now);
  const fromReservoir = tank.topOff?.fromReservoir ?? [];
  return [...doses].flatMap(([solutionId, mlPerDay]): Bottle[] => {
    const solution = snapshot.solutions.find(({ id }) => id === solutionId);
    return solution && !fromReservoir.includes(solutionId)
      ? [{ solutionId, name: solution.name, mlPerDay, leftMl: bottleLeftMl(snapshot, tank, solutionId, now) }]
      : [];
  });
}

/** What stands in a bottle: what was seen in it, less what was dosed from it since. */
export function bottleLeftMl(snapshot: Snapshot, tank: Tank, solutionId: string, now: number): number | undefined {
  const seen = entriesOf(snapshot, tank.id, 'bottle-level').findLast(
    (entry) => entry.solutionId === solutionId && entry.at <= now,
  );
  return seen && Math.max(0, seen.volumeMl - givenMl(snapshot, tank, solutionId, seen.at, now));
}
