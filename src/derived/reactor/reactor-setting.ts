import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MG_CACO3_PER_MEQ } from '@/chemistry/conversion';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, Tank } from '@/record/schema';
import type { DoseQuestion } from '../dosing/dose-question';
import { broughtPerDay } from '../balance/balance';
import { suppliesAt, supplyTimeline, type Run } from '../supplies/supply-timeline';
import { aimFor } from '../observations/targets';
import { reactorGain } from '../balance/what-goes-in';

/** Figures the keeper sets in place of the record's, for the bench only. */
export interface ReactorTried {
  readonly effluent?: number;
  readonly flow?: number;
  readonly chamberPh?: number;
  readonly tankAlkalinity?: number;
}

const isReactor = (run: Run): run is Run & { entry: EntryOf<'reactor'> } => run.entry.kind === 'reactor';

export function reactorRuns(snapshot: Snapshot, tank: Tank, now: number) {
  return supplyTimeline(snapshot, tank)
    .filter(isReactor)
    .filter(({ from }) => from <= now);
}

/** What the reactor is run at: as you try it, as it was measured, or as it was thought of. */
export function reactorSetting(snapshot: Snapshot, tank: Tank, now: number, tried: ReactorTried = {}) {
  const { reactor } = suppliesAt(snapshot, tank, now);
  const effluentAlkalinity = tried.effluent ?? reactor?.effluentAlkalinity ?? tank.reactor?.effluentAlkalinity;
  const chamberPh =
    tried.chamberPh ?? chamberPhRead(snapshot, tank, now) ?? reactor?.chamberPh ?? tank.reactor?.chamberPh;
  return { running: reactor, effluentAlkalinity, chamberPh, mlPerMin: tried.flow ?? reactor?.mlPerMin };
}

/** The chamber's pH as it was read since the reactor was last set. */
function chamberPhRead(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const test = testsOf(snapshot, tank, now).findLast(({ chamberPh }) => chamberPh !== undefined);
  const set = reactorRuns(snapshot, tank, now).at(-1);
  return test && (!set || test.at >= set.from) ? test.chamberPh : undefined;
}

export function testsOf(snapshot: Snapshot, tank: Tank, now: number): EntryOf<'effluent-test'>[] {
  return entriesOf(snapshot, tank.id, 'effluent-test').filter(({ at }) => at <= now);
}

/** Which parts the reactor stands in for, and what of the demand others supply as they run. mmol a day. */
export function partsBesideReactor({ balance, parts }: DoseQuestion) {
  const part = parts.alkalinity;
  const byPart = broughtPerDay(balance, 'alkalinity', ({ source }) => source === part?.id).amountPerDay;
  const others = (source: string) => source !== 'reactor' && source !== part?.id;
  const { amountPerDay } = broughtPerDay(balance, 'alkalinity', ({ source }) => others(source));
  const by = balance.inputs.filter(({ source, perDay }) => others(source) && perDay.alkalinity > 0);
  return {
    part: part && byPart > 0 ? part : undefined,
    partMmolPerDay: byPart,
    mmolPerDay: amountPerDay,
    by: by.map((each) => each.by),
  };
}

export function tankAlkalinityNow(question: DoseQuestion, tried: ReactorTried): number | undefined {
  return tried.tankAlkalinity ?? question.balance.of.alkalinity.level;
}

export function lastFilled(
  snapshot: Snapshot,
  tank: Tank,
  store: EntryOf<'reactor-filled'>['store'],
  now: number,
): EntryOf<'reactor-filled'> | undefined {
  return entriesOf(snapshot, tank.id, 'reactor-filled').findLast((entry) => entry.store === store && entry.at <= now);
}

/** Days that each setting of the reactor ran since a moment. */
function ranSince(snapshot: Snapshot, tank: Tank, since: number, now: number) {
  return reactorRuns(snapshot, tank, now).flatMap(({ entry, from, until, ended }) => {
    const days = (Math.min(until, now) - Math.max(from, since)) / DAY_MS;
    return ended || days <= 0 ? [] : [{ entry, days }];
  });
}

/** Grams of media left, by what the reactor has supplied since they were filled; undefined where they never were. */
export function mediaLeft(snapshot: Snapshot, tank: Tank, now: number) {
  const filled = lastFilled(snapshot, tank, 'media', now);
  if (!filled) return undefined;
  const usedG = ranSince(snapshot, tank, filled.at, now).reduce(
    (sum, { entry, days }) =>
      sum + (Math.max(0, reactorGain(entry, aimFor(tank, 'alkalinity'))) * days * MG_CACO3_PER_MEQ) / 1000,
    0,
  );
  return { grams: filled.grams, leftG: Math.max(0, filled.grams - usedG), filledAt: filled.at };
}
