import { DAY_MS } from '@/chemistry/tank-model/time';
import { describeEntry } from '@/record/kinds/describe';
import { entriesOf } from '@/record/entries-of';
import type { Entry, EntryOf, Snapshot, Tank } from '@/record/schema';
import { supplyTimeline } from '../supplies/supply-timeline';

/** Equipment whose setting moves nutrients. */
const NUTRIENT_LEVERS: ReadonlySet<string> = new Set([
  'skimmer',
  'refugium light',
  'mechanical filter',
  'phosphate media',
  'filter blocks',
]);
const MEDIA: ReadonlySet<string> = new Set(['phosphate media', 'pellets']);
/** Skimmate and harvests tell that what they are of runs, if they are no older. Chosen. */
const TOLD_DAYS = 90;

/** An entry that turned what takes nutrients out, or what keeps them in. */
export type Turn = EntryOf<'lever'> | EntryOf<'replaced'> | EntryOf<'carbon-source'>;

/** Every such turn, in order of time, with what it was in words. */
export function turnsOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): readonly { readonly at: number; readonly what: string; readonly entry: Turn }[] {
  const levers = entriesOf(snapshot, tank.id, 'lever').filter(({ lever }) => NUTRIENT_LEVERS.has(lever));
  const replaced = entriesOf(snapshot, tank.id, 'replaced').filter(({ what }) => MEDIA.has(what));
  const carbon = entriesOf(snapshot, tank.id, 'carbon-source');
  return [...levers, ...replaced, ...carbon]
    .filter(({ at }) => at <= now)
    .toSorted((a, b) => a.at - b.at)
    .map((entry) => ({ at: entry.at, what: turnWords(entry, snapshot), entry }));
}

function turnWords(entry: Turn, snapshot: Snapshot): string {
  const done = describeEntry(entry, snapshot);
  return entry.kind === 'replaced'
    ? `${done} replaced`
    : entry.kind === 'carbon-source'
      ? `carbon source ${done}`
      : done;
}

/** What takes nutrients out now besides changes of water, in words: what is set to run, or told by what it gave. */
export function exportersOf(snapshot: Snapshot, tank: Tank, now: number): string[] {
  const last = new Map<string, { readonly entry: Entry; readonly ended: boolean }>();
  for (const run of supplyTimeline(snapshot, tank)) if (run.from <= now) last.set(run.source, run);
  const runs = (source: string) => {
    const run = last.get(source);
    return run && !run.ended ? run.entry : undefined;
  };
  const ended = (source: string) => last.get(source)?.ended === true;
  const lately = (kind: 'skimmate' | 'harvest') =>
    entriesOf(snapshot, tank.id, kind).some(({ at }) => at <= now && now - at < TOLD_DAYS * DAY_MS);
  const of = (source: string) => {
    const entry = runs(source);
    return entry?.kind === 'lever' && entry.hours
      ? [`${source} for ${Math.round(entry.hours.forMinutes / 60)} h a day`]
      : entry
        ? [source]
        : [];
  };
  const carbon = runs('carbon source');
  return [
    ...(runs('skimmer') ? of('skimmer') : !ended('skimmer') && lately('skimmate') ? ['skimmer'] : []),
    ...(runs('refugium light')
      ? of('refugium light').map((each) => each.replace('refugium light', 'refugium lit'))
      : lately('harvest')
        ? ['refugium']
        : []),
    ...(['mechanical filter', 'phosphate media', 'filter blocks'] as const).flatMap((source) =>
      runs(source) ? [source] : [],
    ),
    ...(carbon?.kind === 'carbon-source'
      ? [carbon.pelletsMl === undefined ? 'a liquid carbon source' : 'pellets']
      : []),
  ];
}

/** Whether a skimmer is known to run. */
export function skimmerRuns(snapshot: Snapshot, tank: Tank, now: number): boolean {
  return exportersOf(snapshot, tank, now).some((each) => each.startsWith('skimmer'));
}

/** Algae taken out a week, over the last weeks; undefined where none was. */
export function harvestPerWeek(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const taken = entriesOf(snapshot, tank.id, 'harvest').filter(({ at }) => at <= now && now - at < 42 * DAY_MS);
  return taken.length === 0 ? undefined : taken.reduce((sum, { grams }) => sum + grams, 0) / 6;
}
