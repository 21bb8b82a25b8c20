import type * as z from 'zod';
import { agesOf } from '@/calculators/parameters/instrument-age';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import type { ReadBy } from '@/calculators/parameters/parameter';
import { instrumentCheck } from '@/calculators/readings/instrument-check';
import { LEAST_READINGS, localTrend } from '@/chemistry/readings/local-trend';
import { pointsOf } from '@/chemistry/observation';
import { DAY_MS } from '@/chemistry/tank-model/time';
import type { Snapshot, Instrument, Tank } from '@/record/schema';
import { memoise, memoiseOn } from '../memoise';
import { errorOf, observationsOf, type TankObservation } from './observations';

/** Two readings of one water: taken so close together that nothing moved between them. Chosen. */
const TOGETHER_MS = 36 * 3_600_000;
/** Repeats are read one after the other. Chosen. */
const REPEATED_MS = 2 * 3_600_000;
const HOUR_MS = 3_600_000;
/** An instrument is judged by its newest readings: what it did years ago says little of its reagent now. Chosen. */
const MOST_READINGS = 60;
/** Readings of the other method this far away still tell of the level, by its trend. Chosen: the longest gap of weekly tests with one missed. */
const TREND_WITHIN_MS = 11 * DAY_MS;

const SWINGS: ReadonlySet<ParameterId> = new Set<ParameterId>(['ph', 'temperature', 'orp']);

type CheckInput = z.input<typeof instrumentCheck.input>;
type Difference = NonNullable<CheckInput['differences']>[number];

/** What an instrument is told apart by: the row's own, or what reads the parameter where no instrument is named. */
interface Method {
  readonly id: string | undefined;
  readonly name: string;
  readonly by: ReadBy;
  readonly instrument: Instrument | undefined;
}

/** The difference of one of its readings from what the other method says of that water, for the picture. */
export interface ToldDifference extends Difference {
  readonly tank: string;
  readonly read: number;
  readonly other: number;
}

export interface InstrumentFinding {
  readonly instrument: Instrument;
  readonly outcome: ReturnType<typeof instrumentCheck.run>;
  readonly otherName: string | undefined;
  readonly differences: readonly ToldDifference[];
  readonly readings: number;
  readonly lastAt: number | undefined;
}

/** Every instrument of the record, held against whatever else read the same waters. Those that are off come first. */
export function instrumentFindings(snapshot: Snapshot, now: number): readonly InstrumentFinding[] {
  return snapshot.instruments
    .map((instrument) => findingOf(snapshot, instrument, now))
    .toSorted((a, b) => rank(a) - rank(b) || a.instrument.name.localeCompare(b.instrument.name));
}

function rank({ outcome }: InstrumentFinding): number {
  const finding = outcome.values.comparison?.finding;
  if (finding === 'bias') return outcome.values.believe === 'this' ? 4 : 0;
  return finding === 'noise' ? 1 : finding === 'apart once' ? 2 : finding === 'slip' ? 3 : 5;
}

/** One instrument against whatever else read the same waters; as of the hour, and for as long as its parameter's readings are the same. */
export function findingOf(snapshot: Snapshot, instrument: Instrument, now: number): InstrumentFinding {
  const readings = snapshot.tanks.map(({ id }) => observationsOf(snapshot, id, instrument.parameter));
  const names = snapshot.tanks.map(({ name }) => name);
  return memoiseOn(
    `finding of instrument ${instrument.id}`,
    [instrument, Math.floor(now / HOUR_MS), ...readings, ...names],
    () => workedOut(snapshot, instrument, now),
  );
}

/** As many readings of one moment, and as many such moments, as the calculator takes; the newest of them. */
const MOST_REPEATS = 50;

function workedOut(snapshot: Snapshot, instrument: Instrument, now: number): InstrumentFinding {
  const { parameter } = instrument;
  const own = snapshot.tanks.map((tank) => readingsOf(snapshot, tank, instrument, now));
  const judgedFrom = asItIsSince(instrument, now);
  const others = methodsBeside(snapshot, instrument, now);
  const best = others
    .map((other) => ({
      other,
      differences: snapshot.tanks.flatMap((tank, i) =>
        differencesOf(
          snapshot,
          tank,
          (own[i] ?? []).filter(({ at }) => at >= judgedFrom),
          other,
          now,
        ),
      ),
    }))
    .toSorted((a, b) => b.differences.length - a.differences.length)[0];
  const compared = best && best.differences.length > 0 ? best : undefined;
  const correction = instrument.calibrations?.findLast(({ at }) => at <= now)?.correction ?? 0;
  const input: CheckInput = {
    parameter,
    instrument: {
      name: instrument.name,
      by: instrument.by,
      error: errorOf(parameter, instrument),
      ages: agesOf(instrument, now),
    },
    ...(compared && { other: methodInput(compared.other, parameter, now) }),
    differences: (compared?.differences ?? []).map(({ at, value, sd, water, read }) => ({
      at,
      value,
      sd,
      water,
      read,
    })),
    // More tell no more of how well it repeats; of a probe there are thousands.
    repeats: own
      .flatMap(repeatsIn)
      .map((of) => of.slice(-MOST_REPEATS))
      .slice(-MOST_REPEATS),
    // What swings by day and night is off its neighbours by the hour it was read at, and not by its instrument.
    series: SWINGS.has(parameter)
      ? []
      : own.filter((each) => each.length > 2).map((each) => singles(each).map(({ at, value }) => ({ at, value }))),
    corrected: correction,
  };
  const all = own.flat();
  return {
    instrument,
    outcome: instrumentCheck.run(input),
    otherName: compared?.other.name,
    differences: compared?.differences ?? [],
    readings: all.length,
    lastAt: all.length > 0 ? Math.max(...all.map(({ at }) => at)) : undefined,
  };
}

/**
 * Since when an instrument is what it is now: its last calibration or correction, or the reagent that is open. What it read before tells
 * nothing of how it reads; a correction that holds from now on is not asked for again.
 */
function asItIsSince({ calibrations = [], reagents = [] }: Instrument, now: number): number {
  const calibrated = calibrations.findLast(({ at }) => at <= now)?.at ?? -Infinity;
  const opened = reagents.findLast(({ openedAt }) => openedAt <= now)?.openedAt ?? -Infinity;
  return Math.max(calibrated, opened);
}

function methodInput({ name, by, instrument }: Method, parameter: Instrument['parameter'], now: number) {
  return { name, by, error: errorOf(parameter, instrument), ages: instrument ? agesOf(instrument, now) : [] };
}

function readingsOf(snapshot: Snapshot, tank: Tank, { id, parameter }: Instrument, now: number): TankObservation[] {
  return observationsOf(snapshot, tank.id, parameter)
    .filter((each) => each.instrument?.id === id && each.at <= now && each.bound === undefined)
    .slice(-MOST_READINGS);
}

/** Whatever else read the parameter: other instruments, and readings that name none. */
function methodsBeside(snapshot: Snapshot, { id, parameter }: Instrument, now: number): Method[] {
  const seen = new Map<string, Method>();
  for (const tank of snapshot.tanks)
    for (const { instrument, at } of observationsOf(snapshot, tank.id, parameter)) {
      if (instrument?.id === id || at > now) continue;
      const key = instrument?.id ?? '';
      if (!seen.has(key))
        seen.set(key, {
          id: instrument?.id,
          name: instrument?.name ?? `the usual ${parameterOf(parameter).name} test`,
          by: instrument?.by ?? 'kit',
          instrument,
        });
    }
  return [...seen.values()];
}

/** Each own reading less what the other method says of the same water then: read within a day and a half, or by its trend. */
function differencesOf(
  snapshot: Snapshot,
  tank: Tank,
  own: readonly TankObservation[],
  other: Method,
  now: number,
): ToldDifference[] {
  if (own.length === 0) return [];
  const [first] = own;
  const parameter = first?.instrument?.parameter;
  if (!first || !parameter) return [];
  const theirs = observationsOf(snapshot, tank.id, parameter).filter(
    (each) =>
      each.instrument?.id === other.id &&
      each.at <= now &&
      each.at > first.at - 6 * TREND_WITHIN_MS &&
      each.bound === undefined,
  );
  const points = pointsOf(theirs);
  const trend =
    points.length >= LEAST_READINGS
      ? localTrend(
          points,
          own.map(({ at }) => at),
        )
      : undefined;
  return own.flatMap((reading): ToldDifference[] => {
    const near = theirs
      .filter(({ at }) => Math.abs(at - reading.at) <= TOGETHER_MS)
      .toSorted((a, b) => Math.abs(a.at - reading.at) - Math.abs(b.at - reading.at))[0];
    const told = trend?.points.find(({ at }) => at === reading.at);
    const covered = theirs.some(({ at }) => Math.abs(at - reading.at) <= TREND_WITHIN_MS);
    const level =
      told && covered ? { value: told.level, sd: told.levelSd } : near && { value: near.value, sd: near.sd };
    if (!level) return [];
    return [
      {
        at: reading.at,
        value: reading.value - level.value,
        sd: Math.hypot(reading.sd, level.sd),
        water: tank.name,
        tank: tank.name,
        read: reading.value,
        other: level.value,
      },
    ];
  });
}

/** Sessions of more than one reading, as what was read. */
function repeatsIn(readings: readonly TankObservation[]): number[][] {
  const sessions: TankObservation[][] = [];
  for (const reading of readings) {
    const last = sessions.at(-1);
    const begun = last?.[0];
    if (last && begun && reading.at - begun.at <= REPEATED_MS) last.push(reading);
    else sessions.push([reading]);
  }
  return sessions.filter(({ length }) => length > 1).map((session) => session.map(({ raw }) => raw));
}

/** One reading of each session. */
function singles(readings: readonly TankObservation[]): TankObservation[] {
  return readings.filter(({ at }, i) => at - (readings[i - 1]?.at ?? -Infinity) > REPEATED_MS);
}

/** The instrument that a tank's parameter is read by now and that is found to be off, if there is one: nothing is dosed on its figure. */
export function offInstrument(snapshot: Snapshot, tank: Tank, parameter: Instrument['parameter'], now: number) {
  return memoise(snapshot, tank, `off instrument of ${parameter} at ${now}`, () => {
    const last = observationsOf(snapshot, tank.id, parameter).findLast(({ at }) => at <= now)?.instrument;
    const finding = last && findingOf(snapshot, last, now);
    const { comparison, believe } = finding?.outcome.values ?? {};
    return finding && (comparison?.finding === 'bias' || comparison?.finding === 'apart once') && believe !== 'this'
      ? finding
      : undefined;
  });
}
