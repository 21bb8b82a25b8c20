import { tzOffset, tzScan } from '@date-fns/tz';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf, type Strength } from '@/chemistry/reagents/solution';
import { attempt } from '@/calculators/calculator/attempt';
import type { DailyHours, TankEvent } from '@/chemistry/tank-model/events';
import type { Amounts, Water } from '@/chemistry/tank-model/water';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf, entriesOfKind, inOrder } from '@/record/entries-of';
import { ALL_KINDS, kindOf } from '@/record/kinds/list';
import type { WaterFacts } from '@/record/kinds/entry-kind';
import type { Snapshot, Entry, EntryOf, Solution, Tank } from '@/record/schema';
import { bottleAt, remadeWithin } from '@/record/solution-history';
import { BATCH_LASTS_DAYS, batchState, waterOfBatch } from '../saltwater/batches';
import { levelEvents } from '../tank/held-level';
import { memoiseOn } from '../memoise';
import { lastObservation } from '../observations/observations';
import { supplyTimeline } from '../supplies/supply-timeline';
import { aimFor } from '../observations/targets';
import { waterOfSalt } from '../saltwater/water-of-salt';

/** The strength of a solution as it is made now, or as it was at a moment. */
export function strengthOf(solution: Solution, at = Infinity): Strength {
  return strengthOfBottle(bottleAt(solution, at));
}

const MINUTE_MS = 60_000;

/** What a water change says of the water it put in. */
type Change = Parameters<WaterFacts['newWater']>[0];

/** The batches of a snapshot, found once: a long record asks after hundreds of them. */
function batchesById(snapshot: Snapshot): ReadonlyMap<string, EntryOf<'batch'>> {
  const all = entriesOfKind(snapshot, 'batch');
  return memoiseOn('batches by identity', [all], () => new Map(all.map((entry) => [entry.id, entry])));
}

/**
 * The water a change put in: that of the batch it names, or of the last one mixed for the tank; the entry's salinity, else
 * the batch's, else the tank's aim; the batch's own tests, else the salt's profile, else natural seawater's.
 * @param batch the last one mixed for the tank before the change, if any
 */
export function newWaterOf(snapshot: Snapshot, tank: Tank, change: Change, batch?: EntryOf<'batch'>): Water {
  const named = change.batchId === undefined ? undefined : batchesById(snapshot).get(change.batchId);
  const recent = named ?? (batch && change.at - batch.at < BATCH_LASTS_DAYS * DAY_MS ? batch : undefined);
  if (!recent) {
    const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
    return waterOfSalt(salt, change.salinity ?? aimFor(tank, 'salinity'));
  }
  // Read and used within the minute: the reading still is of what went in.
  const state = batchState(snapshot, recent, change.at + MINUTE_MS);
  return waterOfBatch(snapshot, { ...state, salinity: change.salinity ?? state.salinity });
}

/** Kinds of entry that move the water, or measure what moves it. */
const MOVING = ALL_KINDS.filter(({ events, source, carriesOn }) => events ?? source ?? carriesOn).map(
  ({ kind }) => kind,
);

/** What the waters that go in rest on, besides the tank and its own entries. */
function restsOfWater(snapshot: Snapshot): readonly unknown[] {
  return [
    snapshot.salts,
    snapshot.solutions,
    snapshot.settings.zone,
    entriesOfKind(snapshot, 'batch'),
    entriesOfKind(snapshot, 'batch-check'),
    entriesOfKind(snapshot, 'water-change'),
    clocksFollowedUntil(snapshot),
  ];
}

/**
 * Everything the record says went into or out of a tank, for the tank model, in order of time: each entry as its kind tells
 * it. Consumption is never among it, nor what evaporates: `tankEvents` adds how the level is held.
 */
export function knownEvents(snapshot: Snapshot, tank: Tank): readonly TankEvent[] {
  const moving = MOVING.map((kind) => entriesOf(snapshot, tank.id, kind));
  const timeline = supplyTimeline(snapshot, tank);
  return memoiseOn(`known events of ${tank.id}`, [tank, timeline, ...moving, ...restsOfWater(snapshot)], () => {
    const facts = waterFacts(snapshot, tank);
    const runs = new Map(timeline.map((run) => [run.entry.id, run]));
    const events: TankEvent[] = [];
    const measures = (entry: Entry) => kindOf(entry.kind).carriesOn !== undefined;
    const own = moving.flat().toSorted(inOrder);
    // Of one moment, what was measured follows what was set, as on the timeline.
    for (const entry of [...own.filter((each) => !measures(each)), ...own.filter(measures)]) {
      const run = runs.get(entry.id);
      const acting = run?.entry ?? entry;
      const moved = kindOf(acting.kind).events?.(acting as never, facts, run?.until ?? entry.at);
      if (moved) events.push(...moved);
    }
    // A bottle remade, or clocks that change, speak later than their entry.
    return events.toSorted((a, b) => a.at - b.at);
  });
}

/**
 * The same with the level as it is held: what estimates and outlooks run the tank model over.
 * @param overlay entries thought of: from their moment on each stands in place of what runs of its source
 */
export function tankEvents(snapshot: Snapshot, tank: Tank, overlay: readonly Entry[] = []): readonly TankEvent[] {
  if (overlay.length > 0) return withThought(snapshot, tank, overlay);
  const known = knownEvents(snapshot, tank);
  const warmth = lastObservation(snapshot, tank.id, 'temperature');
  return memoiseOn(`tank events of ${tank.id}`, [tank, known, supplyTimeline(snapshot, tank), warmth?.value], () =>
    [...levelEvents(snapshot, tank), ...known].toSorted((a, b) => a.at - b.at),
  );
}

function withThought(snapshot: Snapshot, tank: Tank, overlay: readonly Entry[]): readonly TankEvent[] {
  const facts = waterFacts(snapshot, tank);
  const thought = overlay.flatMap((entry) => kindOf(entry.kind).events?.(entry as never, facts, Infinity) ?? []);
  const set = new Set(thought.flatMap((event) => ('source' in event ? [event.source] : [])));
  // A second stretch of what is replaced ends with it, unless the new one has its own.
  const ends = overlay.flatMap((entry): TankEvent[] => {
    const source = kindOf(entry.kind).source?.(entry as never);
    const second = `${source ?? ''}, second stretch`;
    return source === undefined || set.has(second)
      ? []
      : [{ kind: 'rate', at: entry.at, source: second, perDay: {}, litresPerDay: 0 }];
  });
  return [...tankEvents(snapshot, tank), ...ends, ...thought].toSorted((a, b) => a.at - b.at);
}

function waterFacts(snapshot: Snapshot, tank: Tank): WaterFacts {
  const solutions = new Map(snapshot.solutions.map((solution) => [solution.id, solution]));
  const lastMoment = clocksFollowedUntil(snapshot);
  const { zone } = snapshot.settings;
  const ofTheTank = [...batchesById(snapshot).values()].filter(({ tankId }) => tankId === tank.id);
  const lastBatchBefore = (at: number) => ofTheTank.findLast((batch) => batch.at <= at);
  return {
    perMl: (solutionId, at) => perMl(solutions.get(solutionId), at),
    remadeWithin: (solutionId, from, to) => {
      const solution = solutions.get(solutionId);
      return solution ? remadeWithin(solution, from, to) : [];
    },
    newWater: (change) => newWaterOf(snapshot, tank, change, lastBatchBefore(change.at)),
    effluentDic: (alkalinity, chamberPh) =>
      attempt(() =>
        carbonateOfWater({ alkalinityMmolPerL: alkalinity, phNbs: chamberPh }, aimFor(tank, 'salinity'), 25),
      ).outcome?.dicMmolPerL ?? alkalinity,
    inHours: (hours, from, to) => {
      if (!hours) return [{ at: from }];
      const until = Math.max(from, Math.min(to, lastMoment));
      const changes = changesOf(zone, from, lastMoment).filter((at) => at > from && at < until);
      return [from, ...changes].map((at) => ({
        at,
        hours: inUtc(hours, tzOffset(zone, new Date(at)) * MINUTE_MS),
      }));
    },
  };
}

let lastScan:
  { readonly zone: string; readonly from: number; readonly to: number; readonly changes: number[] } | undefined;

/** When the clocks of a zone change within a span: looked up a year at a time, so the last span that was asked is kept. */
function changesOf(zone: string, from: number, to: number): number[] {
  if (!lastScan || lastScan.zone !== zone || lastScan.from > from || lastScan.to < to) {
    const changes = tzScan(zone, { start: new Date(from), end: new Date(Math.max(from, to)) }).map(({ date }) =>
      date.getTime(),
    );
    lastScan = { zone, from, to, changes };
  }
  return lastScan.changes;
}

/** How far past the last entry the clocks' changes are followed: as far as any outlook. Chosen. */
const HOURS_AHEAD_MS = 400 * DAY_MS;
/** In steps, so that not every entry moves it. */
const HOURS_STEP_MS = 30 * DAY_MS;

function clocksFollowedUntil(snapshot: Snapshot): number {
  return Math.ceil((snapshot.entries.at(-1)?.at ?? 0) / HOURS_STEP_MS) * HOURS_STEP_MS + HOURS_AHEAD_MS;
}

/** Hours of the wall as the model counts them, from midnight UTC. */
function inUtc({ fromMinute, forMinutes }: { fromMinute: number; forMinutes: number }, offsetMs: number): DailyHours {
  const fromMs = (((fromMinute * MINUTE_MS - offsetMs) % DAY_MS) + DAY_MS) % DAY_MS;
  return { fromMs, forMs: forMinutes * MINUTE_MS };
}

const NOTHING: Amounts = {};

function perMl(solution: Solution | undefined, at: number): Amounts {
  return solution ? amountsOf(strengthOf(solution, at), 1 / 1000) : NOTHING;
}
