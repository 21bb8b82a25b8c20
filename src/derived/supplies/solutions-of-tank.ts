import type { Snapshot, Solution, Tank } from '@/record/schema';
import { entriesOfTank } from '@/record/entries-of';
import { memoise } from '../memoise';

/**
 * The solutions a tank's plan may use: those it was dosed with or is said to be dosed with, and those that are no tank's yet and so are
 * offered to all. Another tank's bottles stay that tank's.
 */
export function solutionsOfTank(snapshot: Snapshot, tank: Tank): readonly Solution[] {
  return memoise(snapshot, tank, 'solutions of the tank', () => {
    const own = named(snapshot, tank);
    const others = new Set(
      snapshot.tanks.filter(({ id }) => id !== tank.id).flatMap((other) => [...named(snapshot, other)]),
    );
    return snapshot.solutions.filter(({ id }) => own.has(id) || !others.has(id));
  });
}

/** What a tank's settings name, and what its log dosed, looked into or measured. */
function named(snapshot: Snapshot, tank: Tank): ReadonlySet<string> {
  return memoise(snapshot, tank, 'solutions named', () => {
    const inSettings = [
      ...Object.values(tank.parts),
      ...Object.entries(tank.mix ?? {}).flatMap(([id, use]) => (use === 'off' ? [] : [id])),
      ...(tank.topOff?.fromReservoir ?? []),
      ...(tank.limewater ? [tank.limewater.solutionId] : []),
    ];
    const logged = entriesOfTank(snapshot, tank.id).flatMap((entry) =>
      'solutionId' in entry ? [entry.solutionId] : [],
    );
    return new Set([...inSettings, ...logged]);
  });
}
