import { asPoint, boundSign, type Observation } from '@/chemistry/observation';
import {
  PARAMETER_IDS,
  parameterOf,
  PARAMETERS,
  usualErrorOf,
  type ParameterId,
} from '@/calculators/parameters/parameters';
import { agesOf, AGED_FACTOR, type Age } from '@/calculators/parameters/instrument-age';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Entry, EntryOf, Instrument, Tank } from '@/record/schema';
import { memoiseOn } from '../memoise';

/** An observation of a tank, and where it comes from. */
export interface TankObservation extends Observation {
  readonly entryId: string;
  /** What read it; undefined where the record names none: then it errs as what usually reads the parameter. */
  readonly instrument?: Instrument | undefined;
  /** As it was read, before any correction. */
  readonly raw: number;
  /** What of its instrument had aged when it was taken: its error is the greater for it. */
  readonly ages?: readonly Age[] | undefined;
  /** Added to it: what the instrument's last calibration before it found. 0 where there is none. */
  readonly correction: number;
}

type ByParameter = ReadonlyMap<ParameterId, readonly TankObservation[]>;
type Made = readonly (readonly [ParameterId, TankObservation])[];

/** What each session of tests told, for as long as the instruments are the same: of a long record one session is new. */
const madeOf = new WeakMap<object, WeakMap<object, WeakMap<Entry, Made>>>();
const NO_OWN = {};

/** The observations of a tank by parameter, made in one pass: a screen asks for them dozens of times. */
function ofTank(snapshot: Snapshot, tankId: string): ByParameter {
  const readings = entriesOf(snapshot, tankId, 'reading');
  const tank = snapshot.tanks.find(({ id }) => id === tankId);
  return memoiseOn(`observations of ${tankId}`, [readings, snapshot.instruments, tank?.instruments], () => {
    const index = new Map<ParameterId, TankObservation[]>();
    const instruments = new Map(snapshot.instruments.map((instrument) => [instrument.id, instrument]));
    const known = sessionsUnder(snapshot.instruments, tank?.instruments ?? NO_OWN);
    for (const entry of readings) {
      const made = known.get(entry) ?? sessionOf(entry, tank, instruments);
      known.set(entry, made);
      for (const [parameter, observation] of made) {
        const own = index.get(parameter);
        if (own) own.push(observation);
        else index.set(parameter, [observation]);
      }
    }
    const standing = asBefore(index, lastMade.get(tankId));
    lastMade.set(tankId, standing);
    return standing;
  });
}

const lastMade = new Map<string, ByParameter>();

/** A session tells of few parameters: the lists of the others stay the same arrays, and what rests on them stands. */
function asBefore(index: ByParameter, before: ByParameter | undefined): ByParameter {
  return new Map(
    [...index].map(([parameter, list]) => {
      const known = before?.get(parameter);
      const same = known?.length === list.length && known.every((each, i) => each === list[i]);
      return [parameter, same ? known : list];
    }),
  );
}

function sessionsUnder(instruments: object, ofTheTank: object): WeakMap<Entry, Made> {
  const under = madeOf.get(instruments) ?? new WeakMap<object, WeakMap<Entry, Made>>();
  madeOf.set(instruments, under);
  const sessions = under.get(ofTheTank) ?? new WeakMap<Entry, Made>();
  under.set(ofTheTank, sessions);
  return sessions;
}

function sessionOf(
  entry: EntryOf<'reading'>,
  tank: Tank | undefined,
  instruments: ReadonlyMap<string, Instrument>,
): Made {
  const made: (readonly [ParameterId, TankObservation])[] = [];
  eachObserved(entry, tank, instruments, (parameter, observation) => made.push([parameter, observation]));
  return made;
}

/** Shows each observation of one session of tests. A long record has tens of thousands: nothing is made for the way alone. */
function eachObserved(
  entry: EntryOf<'reading'>,
  tank: Tank | undefined,
  instruments: ReadonlyMap<string, Instrument>,
  visit: (parameter: ParameterId, observation: TankObservation) => void,
): void {
  for (const key in entry.values) {
    const parameter = key as ParameterId;
    const raw = entry.values[parameter];
    if (raw === undefined) continue;
    visit(parameter, observed(entry, parameter, raw, instrumentOf(parameter, entry, tank, instruments)));
  }
}

/** The levels that one session of tests tells together: corrected, and of a bound the figure that stands for it. */
export function levelsRead(
  snapshot: Snapshot,
  tank: Tank,
  entry: EntryOf<'reading'>,
): Partial<Record<ParameterId, number>> {
  const instruments = new Map(snapshot.instruments.map((instrument) => [instrument.id, instrument]));
  const levels: Partial<Record<ParameterId, number>> = {};
  eachObserved(entry, tank, instruments, (parameter, observation) => {
    const point = asPoint(observation);
    if (point) levels[parameter] = point.value;
  });
  return levels;
}

/** The one place where a reading becomes an observation. */
function observed(
  entry: EntryOf<'reading'>,
  parameter: ParameterId,
  raw: number,
  instrument: Instrument | undefined,
): TankObservation {
  const bound = entry.bounds?.[parameter];
  // Remembered as a range ("4 to 5"), it lies evenly in it: a uniform distribution.
  const told = entry.uncertainty?.[parameter] ?? 0;
  const ages = instrument ? agesOf(instrument, entry.at) : [];
  const plain: TankObservation = {
    at: entry.at,
    value: raw,
    sd: Math.hypot(errorOf(parameter, instrument) * (ages.length > 0 ? AGED_FACTOR : 1), told / Math.sqrt(3)),
    entryId: entry.id,
    raw,
    correction: 0,
  };
  if (!instrument) return bound ? { ...plain, bound } : plain;
  const { correction = 0, factor = 1 } = instrument.calibrations?.findLast(({ at }) => at <= entry.at) ?? {};
  const { low, high } = PARAMETERS[parameter];
  const value = correction === 0 && factor === 1 ? raw : Math.min(high, Math.max(low, raw * factor + correction));
  return {
    ...plain,
    value,
    ...(bound && { bound }),
    instrument,
    ...(ages.length > 0 && { ages }),
    correction: value - raw,
  };
}

const USUAL_ERRORS = Object.fromEntries(PARAMETER_IDS.map((id) => [id, usualErrorOf(id)])) as Record<
  ParameterId,
  number
>;

/** What an entry names, else what the tank's readings are usually taken by; of an instrument for another parameter nothing. */
function instrumentOf(
  parameter: ParameterId,
  { instruments: named }: EntryOf<'reading'>,
  tank: Tank | undefined,
  instruments: ReadonlyMap<string, Instrument>,
): Instrument | undefined {
  const id = named?.[parameter] ?? tank?.instruments?.[parameter];
  const found = id === undefined ? undefined : instruments.get(id);
  return found?.parameter === parameter ? found : undefined;
}

/**
 * One standard deviation of a reading by an instrument: its own error, or what is usual for its kind; no less than its scale's
 * step allows, whose readings are spread evenly over it (a uniform distribution: step/√12).
 */
export function errorOf(parameter: ParameterId, instrument: Instrument | undefined): number {
  if (!instrument) return USUAL_ERRORS[parameter];
  const error = instrument.error ?? parameterOf(parameter).readBy[instrument.by] ?? usualErrorOf(parameter);
  return Math.max(error, (instrument.resolution ?? 0) / Math.sqrt(12));
}

const NONE: readonly TankObservation[] = [];

/** A tank's observations of one parameter, in order of time. */
export function observationsOf(snapshot: Snapshot, tankId: string, parameter: ParameterId): readonly TankObservation[] {
  return ofTank(snapshot, tankId).get(parameter) ?? NONE;
}

export function lastObservation(
  snapshot: Snapshot,
  tankId: string,
  parameter: ParameterId,
): TankObservation | undefined {
  return observationsOf(snapshot, tankId, parameter).at(-1);
}

/** The level that the last observation tells; of a bound, the figure that stands for it. */
export function lastLevel(snapshot: Snapshot, tankId: string, parameter: ParameterId): number | undefined {
  const last = lastObservation(snapshot, tankId, parameter);
  return last && asPoint(last)?.value;
}

/** A measured figure as it is shown, in the keeper's unit and with its sign where it is a bound: "<0.020 mg/L". */
export function observationText(parameter: ParameterId, { value, bound }: Observation, units: UnitPreferences): string {
  return `${boundSign(bound)}${showText(quantity(parameterOf(parameter).kind, value), units)}`;
}
