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

/** What a tank's day of pH is fitted to, as the record has it. */
export interface DayOfRecord {
  readonly readings: readonly PhAtHour[];
  /** Readings of those days that name no time of theirs, and are left out. */
  readonly withoutHour: number;
  /** One standard deviation of what the probe may always be off by, with what alkalinity's test adds. */
  readonly probeSd: number;
  /** The last that was set and bears on pH, within the days looked at. */
  readonly changed: { readonly entry: EntryOf<'lever'>; readonly at: number } | undefined;
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
  const runs = supplyTimeline(snapshot, tank).filter(
    ({ source, from }) => BEARS_ON_PH.includes(source) && from <= now && from > now - 90 * DAY_MS,
  );
  // What was set first is no change: there is no knowing how it was before.
  const changes = runs.filter((run) =>
    supplyTimeline(snapshot, tank).some((before) => before.source === run.source && before.from < run.from),
  );
  const last = changes.toSorted((a, b) => a.from - b.from).at(-1);
  return last?.entry.kind === 'lever' ? { entry: last.entry, at: last.from } : undefined;
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
