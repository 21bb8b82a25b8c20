import type { ParameterId } from '@/calculators/parameters/parameters';
import { PARAMETER_IDS, parameterOf } from '@/calculators/parameters/parameters';
import { beforeAfter } from '@/calculators/readings/before-after';
import { SPAN_DAYS } from '@/calculators/readings/before-after-input';
import { whenSeen } from '@/calculators/readings/when-seen';
import { signLooksAt } from '@/calculators/signs/signs';
import { byTheDay } from '@/chemistry/readings/by-the-day';
import { wanderingLevel } from '@/chemistry/readings/wandering-level';
import { asPoint } from '@/chemistry/observation';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { describeEntry } from '@/record/kinds/describe';
import { entriesOf, entriesOfTank } from '@/record/entries-of';
import type { Snapshot, Entry, EntryKind, EntryOf, Tank } from '@/record/schema';
import { observationsOf } from '../observations/observations';
import { movedByDoses } from './doses-taken-out';

/** What can be asked about: whatever is done or seen and may show in the water. Routine repeats itself and tells nothing by itself. */
const ASKED_ABOUT: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'seen',
  'feeding',
  'put-in',
  'taken-out',
  'replaced',
  'lever',
  'carbon-source',
  'carbon-slip',
  'note',
  'trial',
  'standing-dose',
  'reactor',
  'limewater',
]);
/** What counts as another change in the same days: the same, and water changes of a size that shows. */
const ALSO_WITHIN_DAYS = 7;
const LARGE_CHANGE = 0.15;
const SAME_MS = 3 * 3_600_000;
/** A calculator takes no more. */
const MOST_LISTED = 50;

/** The events of a tank that can be asked about, the last first. */
export function askableEvents(snapshot: Snapshot, tank: Tank, now: number): readonly Entry[] {
  return entriesOfTank(snapshot, tank.id)
    .filter((entry) => ASKED_ABOUT.has(entry.kind) && entry.at <= now)
    .toReversed();
}

/** An event in a few words, its trial's question or what was done. */
export function eventWords(entry: Entry, snapshot: Snapshot): string {
  if (entry.kind === 'trial') return entry.question;
  if (entry.kind === 'note') return entry.note;
  return doneWords(entry, snapshot);
}

/** What was done, without the hours and pulses of it. */
function doneWords(entry: Entry, snapshot: Snapshot): string {
  const [done = ''] = describeEntry(entry, snapshot).split(' from then on');
  switch (entry.kind) {
    case 'feeding':
      return `feeding ${done}`;
    case 'replaced':
      return `${done} replaced`;
    case 'put-in':
      return `${done} added`;
    case 'carbon-source':
      return `carbon source ${done || 'stopped'}`;
    case 'carbon-slip':
      return `carbon source: ${done}`;
    case 'note':
      return `“${shortened(entry.note)}”`;
    default:
      return done;
  }
}

/** What is looked at first beside an event: what a sign hangs on, what a trial is about, else the level that is tested most. */
export function looksAtFirst(snapshot: Snapshot, tank: Tank, entry: Entry): ParameterId {
  const tested = (id: ParameterId) => observationsOf(snapshot, tank.id, id).length > 1;
  const wanted: readonly ParameterId[] =
    entry.kind === 'trial'
      ? [entry.parameter]
      : entry.kind === 'seen'
        ? entry.signs.flatMap(signLooksAt)
        : entry.kind === 'standing-dose' || entry.kind === 'reactor' || entry.kind === 'limewater'
          ? ['alkalinity', 'calcium', 'magnesium']
          : entry.kind === 'lever'
            ? LIT.has(entry.lever)
              ? ['ph', 'nitrate', 'alkalinity']
              : ['nitrate', 'phosphate', 'ph']
            : ['nitrate', 'phosphate', 'alkalinity'];
  return wanted.find(tested) ?? PARAMETER_IDS.find(tested) ?? 'alkalinity';
}

/** These move pH first, the others what is exported. */
const LIT: ReadonlySet<string> = new Set(['lights', 'refugium light', 'CO2 scrubber', 'windows']);

/** What else changed within a week of an event, in words. */
export function alsoChanged(snapshot: Snapshot, tank: Tank, event: Entry, netVolumeL: number): string[] {
  return entriesOfTank(snapshot, tank.id).flatMap((entry) => {
    if (entry.id === event.id || Math.abs(entry.at - event.at) > ALSO_WITHIN_DAYS * DAY_MS) return [];
    if (entry.kind === 'water-change')
      return entry.volumeL > LARGE_CHANGE * netVolumeL ? [describeEntry(entry, snapshot)] : [];
    // All of it is listed, what was seen too: it tells that something else went on.
    if (!ASKED_ABOUT.has(entry.kind) || entry.kind === 'trial') return [];
    // Only a note of the same hours tells of the event itself.
    const same = Math.abs(entry.at - event.at) < SAME_MS;
    return same && entry.kind === 'note' ? [] : [doneWords(entry, snapshot)];
  });
}

function shortened(text: string): string {
  return text.length <= 60 ? text : `${text.slice(0, 57).trimEnd()}…`;
}

interface Asked {
  readonly parameter: ParameterId;
  readonly beforeDays?: number | undefined;
  readonly afterDays?: number | undefined;
}

/** What changed with an event. */
export function changeWith(
  snapshot: Snapshot,
  tank: Tank,
  event: Entry,
  now: number,
  netVolumeL: number,
  { parameter, beforeDays = SPAN_DAYS, afterDays = SPAN_DAYS }: Asked,
) {
  const readings = observationsOf(snapshot, tank.id, parameter)
    .flatMap((observation) => asPoint(observation) ?? [])
    .filter(({ at }) => at <= now && at > event.at - LEARNT_MS - beforeDays * DAY_MS);
  const trial = event.kind === 'trial' && event.parameter === parameter ? event : undefined;
  const { low, high } = parameterOf(parameter);
  const first = readings.find(({ at }) => at >= event.at - beforeDays * DAY_MS);
  const shift =
    first &&
    movedByDoses(snapshot, tank, parameter, event, { at: first.at, level: first.value }, readings.at(-1)?.at ?? 0);
  const outcome = beforeAfter.run({
    parameter,
    now,
    what: eventWords(event, snapshot).slice(0, 200),
    at: event.at,
    readings: readings.map(({ at, value, sd }) => ({
      at,
      value: Math.min(high, Math.max(low, value - (shift?.(at) ?? 0))),
      sd,
    })),
    beforeDays,
    // A trial is told by all of it.
    afterDays: trial ? Math.min(400, Math.max(1, (trial.endsAt - trial.at) / DAY_MS)) : afterDays,
    is: event.kind === 'seen' ? 'sign' : 'done',
    also: alsoChanged(snapshot, tank, event, netVolumeL).slice(0, MOST_LISTED),
    ...(trial && { matters: trial.by, trial: { way: trial.way, endsAt: trial.endsAt } }),
    ...(shift && { takenOut: shift(Math.min(now, readings.at(-1)?.at ?? now)) }),
  });
  const { wouldBe } = outcome.values;
  if (!shift || !wouldBe) return outcome;
  // In the picture the tests stand as they were read: where it would have gone is told with what was dosed meanwhile.
  const back =
    <Each extends { readonly at: number }>(keys: readonly (keyof Each)[]) =>
    (point: Each): Each => ({
      ...point,
      ...Object.fromEntries(keys.map((key) => [key, (point[key] as number) + shift(point.at)])),
    });
  return {
    ...outcome,
    values: {
      ...outcome.values,
      wouldBe: {
        before: wouldBe.before.map(back(['level'])),
        ahead: wouldBe.ahead.map(back(['value', 'low', 'high'])),
      },
    },
  };
}

/** How a level wanders is learnt from so much before what is compared. Chosen: as the calculator does. */
const LEARNT_MS = 84 * DAY_MS;

/** So long before a sign its water is looked at too. Chosen: four weekly tests. */
const WEEKS_BEFORE_MS = 28 * DAY_MS;
/** Tests this far from a moment say nothing of it. Chosen: a weekly test missed once. */
const TOLD_WITHIN_MS = 14 * DAY_MS;

/** Tests of some weeks after it still tell of then. */
const LATER_MS = 28 * DAY_MS;
/** A season of daily tests: what is further back tells nothing of then. */
const MOST_READINGS = 120;

/** What the water was like when something was seen: of all that it hangs on, the level at that moment and four weeks before. */
export function waterWhenSeen(snapshot: Snapshot, tank: Tank, event: EntryOf<'seen'>, now: number) {
  const levels = [...new Set(event.signs.flatMap(signLooksAt))].flatMap((parameter) => {
    const readings = observationsOf(snapshot, tank.id, parameter)
      .filter(({ at }) => at <= now && at < event.at + LATER_MS)
      .flatMap((observation) => asPoint(observation) ?? []);
    const moments = [event.at, event.at - WEEKS_BEFORE_MS];
    const trend = wanderingLevel(byTheDay(readings.slice(-MOST_READINGS)));
    const through = trend?.through(moments);
    const [then, before] = moments.map((at) =>
      readings.some((each) => Math.abs(each.at - at) < TOLD_WITHIN_MS) ? through?.[moments.indexOf(at)] : undefined,
    );
    const band = tank.targets[parameter];
    return then
      ? [
          {
            parameter,
            level: Math.max(0, then.level),
            sd: then.levelSd,
            ...(band && { band: [...band] as [number, number] }),
            ...(before && { before: { level: Math.max(0, before.level), sd: before.levelSd } }),
          },
        ]
      : [];
  });
  return whenSeen.run({ signs: event.signs, at: event.at, levels });
}

/** Trials of a tank, those that ended lately or run still. */
export function trialsOf(snapshot: Snapshot, tank: Tank): readonly EntryOf<'trial'>[] {
  return entriesOf(snapshot, tank.id, 'trial').toReversed();
}
