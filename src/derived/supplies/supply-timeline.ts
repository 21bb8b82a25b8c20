import { ALL_KINDS, kindOf } from '@/record/kinds/list';
import { entriesOf, inOrder, entriesBetween } from '@/record/entries-of';
import type { Snapshot, Entry, EntryOf, Tank } from '@/record/schema';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { memoiseOn } from '../memoise';

/**
 * One thing that was set to run: a dose, a reactor, lights. It holds from its entry on until the next word on the same source.
 * The one account of what runs: estimates, outlooks, bottles, head-room, the reactor and Today all read it.
 */
export interface Run {
  /** What it is: a solution's identity, "reactor", "lights". */
  readonly source: string;
  /** What set it going; where a test measured what ran, the setting as it goes on, under the test's own identity. */
  readonly entry: Entry;
  /** Epoch ms. */
  readonly from: number;
  /** Infinity while nothing was said since. */
  readonly until: number;
  /** It says that the source stopped. */
  readonly ended: boolean;
}

/** Kinds of entry that may set something to run. */
const SOURCED = ALL_KINDS.filter(({ source }) => source !== undefined).map(({ kind }) => kind);

/** Everything that was ever set to run on a tank, in order of time. */
export function supplyTimeline(snapshot: Snapshot, tank: Tank): readonly Run[] {
  const named = SOURCED.map((kind) => entriesOf(snapshot, tank.id, kind));
  return memoiseOn(`supply timeline of ${tank.id}`, named, () => {
    const runs: { -readonly [Key in keyof Run]: Run[Key] }[] = [];
    const latest = new Map<string, (typeof runs)[number]>();
    for (const { entry, kind, source } of namingSources(named.flat())) {
      const before = latest.get(source);
      const acting = kind.carriesOn ? (kind.carriesOn(entry as never, before?.entry) as Entry | undefined) : entry;
      if (!acting) continue;
      if (before) before.until = entry.at;
      const ended = kindOf(acting.kind).ends?.(acting as never) ?? false;
      const run = { source, entry: acting, from: entry.at, until: Infinity, ended };
      latest.set(source, run);
      runs.push(run);
    }
    return runs;
  });
}

/** Entries that name a source, in order of time. Of one moment, what was measured follows what was set: it was measured as it ran. */
function namingSources(entries: readonly Entry[]) {
  return entries
    .flatMap((entry) => {
      const kind = kindOf(entry.kind);
      const source = kind.source?.(entry as never);
      return source === undefined ? [] : [{ entry, kind, source }];
    })
    .toSorted(
      (a, b) =>
        a.entry.at - b.entry.at ||
        Number(a.kind.carriesOn !== undefined) - Number(b.kind.carriesOn !== undefined) ||
        inOrder(a.entry, b.entry),
    );
}

/** What runs at a moment: the last word on each source, those that stopped left out. */
export function runningAt(snapshot: Snapshot, tank: Tank, at: number): readonly Run[] {
  return supplyTimeline(snapshot, tank).filter((run) => run.from <= at && at < run.until && !run.ended);
}

/** Since when a source runs without a break, however it was set meanwhile; undefined where it does not run. */
export function dosedSince(snapshot: Snapshot, tank: Tank, source: string, at: number): number | undefined {
  const runs = supplyTimeline(snapshot, tank).filter((run) => run.source === source && run.from <= at && !run.ended);
  const last = runs.at(-1);
  if (!last || at >= last.until) return undefined;
  return runs.reduceRight((since, run) => (run.until === since ? run.from : since), last.from);
}

/** The same with entries thought of: each replaces what runs of its source from the moment on, or stops it. */
export function runningWith(snapshot: Snapshot, tank: Tank, at: number, overlay: readonly Entry[]): readonly Run[] {
  if (overlay.length === 0) return runningAt(snapshot, tank, at);
  const thought = namingSources(overlay).map(({ entry, kind, source }): Run => ({
    source,
    entry,
    from: at,
    until: Infinity,
    ended: kind.ends?.(entry as never) ?? false,
  }));
  const replaced = new Set(thought.map(({ source }) => source));
  return [...runningAt(snapshot, tank, at).filter(({ source }) => !replaced.has(source)), ...thought].filter(
    ({ ended }) => !ended,
  );
}

/** The doses and the reactor of it. */
export interface Supplies {
  /** Millilitres a day by solution. */
  readonly doses: ReadonlyMap<string, number>;
  readonly reactor: EntryOf<'reactor'> | undefined;
}

export function suppliesAt(snapshot: Snapshot, tank: Tank, at: number): Supplies {
  const doses = new Map<string, number>();
  let reactor: EntryOf<'reactor'> | undefined;
  for (const { entry } of runningAt(snapshot, tank, at)) {
    if (entry.kind === 'standing-dose') doses.set(entry.solutionId, entry.mlPerDay);
    if (entry.kind === 'reactor') reactor = entry;
  }
  return { doses, reactor };
}

/** Millilitres of a solution given between two moments, by what runs and by hand. */
export function givenMl(snapshot: Snapshot, tank: Tank, solutionId: string, from: number, to: number): number {
  const byRuns = supplyTimeline(snapshot, tank).reduce((sum, run) => {
    if (run.entry.kind !== 'standing-dose' || run.source !== solutionId) return sum;
    const days = (Math.min(run.until, to) - Math.max(run.from, from)) / DAY_MS;
    return days > 0 ? sum + days * run.entry.mlPerDay : sum;
  }, 0);
  return entriesBetween(entriesOf(snapshot, tank.id, 'dose'), from, to).reduce(
    (sum, entry) => (entry.solutionId === solutionId ? sum + entry.volumeMl : sum),
    byRuns,
  );
}

/** Litres a day that doses bring as they were set, each step from its moment on; those of some solutions left out. */
export function dosedWaterSteps(
  snapshot: Snapshot,
  tank: Tank,
  leftOut: readonly string[] = [],
): { readonly at: number; readonly litresPerDay: number }[] {
  const running = new Map<string, number>();
  return supplyTimeline(snapshot, tank).flatMap(({ entry, from }) => {
    if (entry.kind !== 'standing-dose' || leftOut.includes(entry.solutionId)) return [];
    running.set(entry.solutionId, entry.mlPerDay / 1000);
    return [{ at: from, litresPerDay: [...running.values()].reduce((sum, litres) => sum + litres, 0) }];
  });
}

/**
 * Litres a day of limewater as it is dosed.
 * @param planned millilitres a day that are thought of in place of what runs, by solution
 */
export function limewaterPerDay(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  planned: ReadonlyMap<string, number> = new Map(),
): number {
  const { doses } = suppliesAt(snapshot, tank, now);
  return snapshot.solutions
    .filter((solution) => isLimewater(strengthOfBottle(solution)))
    .reduce((sum, { id }) => sum + (planned.get(id) ?? doses.get(id) ?? 0) / 1000, 0);
}
