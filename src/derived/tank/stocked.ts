import { ANIMALS } from '@/calculators/cycle/cycle-input';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';

/** A tank that cycles has no animals until one is logged as added, or the cycle is done; any other is taken to have some. */
export function isStocked(snapshot: Snapshot, tank: Tank, now: number): boolean {
  const { cycle } = tank;
  if (!cycle || (cycle.doneAt !== undefined && cycle.doneAt <= now)) return true;
  return hasAnimals(snapshot, tank, now);
}

/** What its record says for sure: animals were added, fed, or are named as its class. */
export function isKnownStocked(snapshot: Snapshot, tank: Tank, now: number): boolean {
  return (
    tank.livestock !== undefined ||
    hasAnimals(snapshot, tank, now) ||
    entriesOf(snapshot, tank.id, 'feeding').some(({ at }) => at <= now)
  );
}

function hasAnimals(snapshot: Snapshot, tank: Tank, now: number): boolean {
  return entriesOf(snapshot, tank.id, 'put-in').some(({ at, what }) => at <= now && ANIMALS.includes(what));
}
