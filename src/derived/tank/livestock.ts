import type { AddedKind } from '@/calculators/cycle/cycle-input';
import { livestockAsks } from '@/calculators/livestock/livestock-asks';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, Tank } from '@/record/schema';
import { latestOfSource } from '../observations/latest-of-source';

/** Of one kind of livestock: what went in, what was lost, what moved on, and so what should be there. */
export interface Holding {
  readonly what: AddedKind;
  readonly added: number;
  readonly lost: number;
  readonly movedOut: number;
  /** What should be there; below zero where more went than was logged as come. */
  readonly there: number;
  readonly lastAt: number;
}

/** Sand, rock and bottles are counted as put in, and not as lives. */
const ALIVE: ReadonlySet<AddedKind> = new Set<AddedKind>(['fish', 'clean-up crew', 'soft coral', 'stony coral']);

/** What lives in a tank by its log, in the order in which it first came. */
export function holdingsOf(snapshot: Snapshot, tank: Tank, now: number): readonly Holding[] {
  const holdings = new Map<AddedKind, Holding>();
  const moves = [...entriesOf(snapshot, tank.id, 'put-in'), ...entriesOf(snapshot, tank.id, 'taken-out')]
    .filter(({ at, what }) => at <= now && ALIVE.has(what))
    .toSorted((a, b) => a.at - b.at);
  for (const move of moves) {
    const { what, count, at } = move;
    const before = holdings.get(what) ?? { what, added: 0, lost: 0, movedOut: 0, there: 0, lastAt: at };
    const [added, lost, movedOut] = move.kind === 'put-in' ? [count, 0, 0] : move.lost ? [0, count, 0] : [0, 0, count];
    holdings.set(what, {
      what,
      added: before.added + added,
      lost: before.lost + lost,
      movedOut: before.movedOut + movedOut,
      there: before.there + added - lost - movedOut,
      lastAt: at,
    });
  }
  return [...holdings.values()];
}

/** The class's bands that the tank's own targets differ from. */
export function otherwiseThanClass({
  livestock,
  targets,
}: Tank): readonly (readonly [ParameterId, readonly [number, number]])[] {
  const bands = Object.entries(livestock ? LIVESTOCK[livestock].bands : {}) as [
    ParameterId,
    readonly [number, number],
  ][];
  return bands.filter(([id, band]) => !sameBand(targets[id], band));
}

export function sameBand(a: readonly [number, number] | undefined, b: readonly [number, number]): boolean {
  return a !== undefined && Math.abs(a[0] - b[0]) < 1e-9 && Math.abs(a[1] - b[1]) < 1e-9;
}

/** What what lives in a tank asks of it. */
export function livestockOutcome(snapshot: Snapshot, tank: Tank, now: number) {
  const lights = lightsOf(snapshot, tank, now);
  return livestockAsks.run({
    ...(tank.livestock && { livestock: tank.livestock }),
    there: holdingsOf(snapshot, tank, now).map(({ what, there, lost }) => ({ what, count: there, lost })),
    ...(lights && !lights.off && { litHours: (lights.hours?.forMinutes ?? 1440) / 60 }),
    ...(lights?.rampMinutes && { rampMinutes: lights.rampMinutes }),
    otherwise: otherwiseThanClass(tank).map(([id]) => parameterOf(id).name),
  });
}

/** The lights as they were last set; undefined where they never were. */
export function lightsOf(snapshot: Snapshot, tank: Tank, now: number): EntryOf<'lever'> | undefined {
  return latestOfSource(entriesOf(snapshot, tank.id, 'lever'), ({ lever }) => lever === 'lights', now);
}

/** How often fish are fed, as it was last set. */
export function feedingOf(snapshot: Snapshot, tank: Tank, now: number): EntryOf<'feeding'> | undefined {
  return latestOfSource(
    entriesOf(snapshot, tank.id, 'feeding'),
    ({ timesPerDay, food }) => timesPerDay !== undefined && food !== 'coral',
    now,
  );
}
