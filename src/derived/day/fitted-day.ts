import { attempt } from '@/calculators/calculator/attempt';
import { dayPartOf } from '@/calculators/dosing/day-part';
import { sourceOf } from '@/calculators/dosing/plan-source';
import { scheduledPart } from '@/calculators/dosing/scheduled-part';
import type { DayAssumed } from '@/chemistry/day/day-course';
import { fitDay, type FittedDay } from '@/chemistry/day/fit-day';
import type { PhAtHour } from '@/chemistry/day/ph-by-hour';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { EntryOf, Snapshot, Tank } from '@/record/schema';
import { netVolumeL } from '@/record/schema';
import { consumptionOf } from '../balance/consumption';
import { dosesRunning } from '../balance/what-goes-in';
import { memoise } from '../memoise';
import { observationsOf, type TankObservation } from '../observations/observations';
import { supplyTimeline } from '../supplies/supply-timeline';
import { lightsOf, scheduledParts, USUAL_LIGHTS, waterNow } from './day-of-tank';
import { phReadings } from './ph-readings';

/** A day is fitted over so many days back at the most: further back the season was another. */
const LATELY_DAYS = 28;
/** Readings at fewer half hours of the day than this tell no swing. */
const HOURS_THAT_TELL = 2;
/** What bears on pH by day and night, as the supply timeline names it. */
const BEARS_ON_PH = ['windows', 'lights', 'refugium light', 'skimmer', 'CO2 scrubber'];

/** A change further back is no longer what the last weeks are held against. */
const CHANGED_WITHIN_DAYS = 90;
/** Windows, lamps and the like as they were set, or a dose whose hours were. */
type ChangeOfDay = EntryOf<'lever'> | EntryOf<'standing-dose'>;

/** What a tank's day of pH is fitted to, as the record has it. */
export interface DayOfRecord {
  readonly readings: readonly PhAtHour[];
  /** Readings of those days that name no time of theirs, and are left out. */
  readonly withoutHour: number;
  /** One standard deviation of what the probe may always be off by, with what alkalinity's test adds. */
  readonly probeSd: number;
  /** The last that was set and bears on pH, within the days looked at. */
  readonly changed: { readonly entry: ChangeOfDay; readonly at: number } | undefined;
  readonly room: { readonly uatm: number; readonly sd: number } | undefined;
  /** Of the probe that read last; undefined where none is logged. */
  readonly calibratedAt: number | undefined;
}

/** What the record tells of a day of pH: readings since what bears on it was last changed, or of the last four weeks. */
export function dayOfRecord(snapshot: Snapshot, tank: Tank, now: number): DayOfRecord {
  const changed = lastChange(snapshot, tank, now);
  const since = phReadings(snapshot, tank, Math.max(changed?.at ?? 0, now - LATELY_DAYS * DAY_MS), now);
  const last = observationsOf(snapshot, tank.id, 'ph').at(-1);
  // Where nothing was read since, and of late: as it was last known.
  const { readings, withoutHour } =
    since.readings.length + since.withoutHour > 0 || !last
      ? since
      : phReadings(snapshot, tank, last.at - LATELY_DAYS * DAY_MS, last.at);
  const calibratedAt = last?.instrument?.calibrations?.at(-1)?.at;
  return {
    readings,
    probeSd: probeSdOf(last, calibratedAt, now),
    withoutHour,
    changed: since.readings.length > 0 ? changed : undefined,
    room: roomOf(snapshot, tank, changed?.at ?? 0, now),
    calibratedAt,
  };
}

/** What was read before that change, of the four weeks to it. */
export function readingsBefore(snapshot: Snapshot, tank: Tank, at: number): readonly PhAtHour[] {
  return phReadings(snapshot, tank, at - LATELY_DAYS * DAY_MS, at - 1).readings;
}

function lastChange(snapshot: Snapshot, tank: Tank, now: number): DayOfRecord['changed'] {
  const all = supplyTimeline(snapshot, tank);
  const changes = all.flatMap((run) => {
    if (run.from > now || run.from <= now - CHANGED_WITHIN_DAYS * DAY_MS) return [];
    // What was set first is no change: there is no knowing how it was before.
    const before = all.findLast((other) => other.source === run.source && other.from < run.from)?.entry;
    const { entry, from } = run;
    const bears =
      entry.kind === 'lever'
        ? before !== undefined && BEARS_ON_PH.includes(entry.lever)
        : entry.kind === 'standing-dose' && before?.kind === 'standing-dose' && otherHours(entry, before);
    return bears ? [{ entry: entry as ChangeOfDay, at: from }] : [];
  });
  return changes.toSorted((a, b) => a.at - b.at).at(-1);
}

/** A dose that goes in at another time of the day moves pH by day and night; another amount of it moves little. */
function otherHours(entry: EntryOf<'standing-dose'>, before: EntryOf<'standing-dose'>): boolean {
  const hoursOf = ({ hours, alsoHours }: EntryOf<'standing-dose'>) =>
    JSON.stringify([hours ?? null, alsoHours ?? null]);
  return entry.mlPerDay > 0 && before.mlPerDay > 0 && hoursOf(entry) !== hoursOf(before);
}

/** A probe calibrated within two months is as good as it states; later, or where that was never logged, half as good. Common practice. */
function probeSdOf(last: TankObservation | undefined, calibratedAt: number | undefined, now: number): number {
  const stated = last?.instrument?.error ?? USUAL_PROBE_SD;
  const aged = calibratedAt === undefined || now - calibratedAt > FRESH_DAYS * DAY_MS;
  return Math.min(1, Math.hypot(aged ? 2 * stated : stated, ALKALINITY_IN_PH));
}
const USUAL_PROBE_SD = 0.03;
const FRESH_DAYS = 60;
/** What three in a hundred of alkalinity are in pH at one CO2. */
const ALKALINITY_IN_PH = 0.013;

/** The room's CO2 as it was read since then and within four weeks: the mean of what was read, as good as so few readings of a room tell. */
function roomOf(snapshot: Snapshot, tank: Tank, since: number, now: number): DayOfRecord['room'] {
  const read = observationsOf(snapshot, tank.id, 'roomCo2').filter(
    ({ at }) => at >= since && at >= now - LATELY_DAYS * DAY_MS && at <= now,
  );
  if (read.length === 0) return undefined;
  const uatm = read.reduce((sum, { value }) => sum + value, 0) / read.length;
  // People and windows move a room by a fifth from hour to hour. Common practice.
  return { uatm, sd: Math.max(40, (0.2 * uatm) / Math.sqrt(read.length)) };
}

/** This tank's own day, fitted; undefined while pH was not read at two hours of the day at least, or where the equations refuse it. */
export function fittedDay(snapshot: Snapshot, tank: Tank, now: number): FittedDay | undefined {
  return memoise(snapshot, tank, `fitted day at ${now}`, () => {
    const { readings, probeSd, room } = dayOfRecord(snapshot, tank, now);
    if (new Set(readings.map(({ minute }) => Math.floor(minute / 60))).size < HOURS_THAT_TELL) return undefined;
    return attempt(() => fitDay({ ...tankOfDay(snapshot, tank, now), readings, probeSd, room })).outcome;
  });
}

/** The same for a calculator that draws a day: the most likely and both ends. */
export function fittedDays(snapshot: Snapshot, tank: Tank, now: number): DayAssumed[] | undefined {
  const fit = fittedDay(snapshot, tank, now);
  return fit && [...fit.days];
}

/** The tank as a day of it is asked for. */
function tankOfDay(snapshot: Snapshot, tank: Tank, now: number) {
  const parts = scheduledParts(snapshot, tank, now, dosesRunning(snapshot, tank, now).slice(0, 12));
  return {
    netVolumeL: netVolumeL(tank),
    lights: lightsOf(snapshot, tank, now) ?? USUAL_LIGHTS,
    consumption: Math.min(5, Math.max(0, consumptionOf(snapshot, tank, 'alkalinity', now)?.perDay ?? 0)),
    water: waterNow(snapshot, tank, now),
    parts: parts.map((part) => {
      const whole = scheduledPart.parse(part);
      return dayPartOf({ ...whole, doses: 0 }, sourceOf(whole.source));
    }),
  };
}
