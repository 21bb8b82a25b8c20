import { TZDate } from '@date-fns/tz';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { PhAtHour } from '@/chemistry/day/ph-by-hour';
import { hourIsTold } from '@/jot/hour-told';
import { entriesBetween, entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';
import { observationsOf, type TankObservation } from '../observations/observations';

/** Alkalinity further from its test than this is no longer what the water holds. */
const ALKALINITY_HOLDS_DAYS = 10;
const HOUR_MS = 3_600_000;
const MINUTE_MS = 60_000;

/** pH by its hour, and how many readings tell none. */
export interface PhOfRecord {
  readonly readings: readonly PhAtHour[];
  /** Those that name a day and no time of it: in a tank whose pH swings they say nothing of its day. */
  readonly withoutHour: number;
}

/**
 * pH as it was read between two moments, each at the hour of the keeper's own clock, with the alkalinity of its day; "<" and ">" left out, and
 * those whose hour is not known.
 */
export function phReadings(snapshot: Snapshot, tank: Tank, from: number, to: number): PhOfRecord {
  const { zone } = snapshot.settings;
  const alkalinities = observationsOf(snapshot, tank.id, 'alkalinity').filter(({ bound }) => bound === undefined);
  const offsets = new Map<number, number>();
  // A zone moves its clock on the hour: asked once for each.
  const offsetAt = (at: number) => {
    const hour = Math.floor(at / HOUR_MS);
    const known = offsets.get(hour) ?? -new TZDate(at, zone).getTimezoneOffset() * MINUTE_MS;
    offsets.set(hour, known);
    return known;
  };
  const jotted = new Map(
    entriesBetween(entriesOf(snapshot, tank.id, 'reading'), from - 1, to).map((entry) => [entry.id, entry.jotted]),
  );
  let withoutHour = 0;
  const readings = observationsOf(snapshot, tank.id, 'ph').flatMap(({ at, value, bound, entryId }) => {
    if (at < from || at > to || bound !== undefined) return [];
    if (!hourIsTold(jotted.get(entryId), at, zone)) {
      withoutHour += 1;
      return [];
    }
    const alkalinity = alkalinityAt(alkalinities, at);
    if (alkalinity === undefined) return [];
    const local = at + offsetAt(at);
    return [{ day: Math.floor(local / DAY_MS), minute: (local % DAY_MS) / MINUTE_MS, ph: value, alkalinity }];
  });
  return { readings, withoutHour };
}

/** Between two tests by the straight line, beyond them as the nearest; undefined where none is near. */
function alkalinityAt(tests: readonly TankObservation[], at: number): number | undefined {
  const after = tests.findIndex((test) => test.at >= at);
  const [before, next] = after < 0 ? [tests.at(-1), undefined] : [tests[after - 1], tests[after]];
  const near = (test: TankObservation | undefined) =>
    test && Math.abs(test.at - at) <= ALKALINITY_HOLDS_DAYS * DAY_MS ? test : undefined;
  const [a, b] = [near(before), near(next)];
  if (a && b && b.at > a.at) return a.value + ((b.value - a.value) * (at - a.at)) / (b.at - a.at);
  return (a ?? b)?.value;
}
