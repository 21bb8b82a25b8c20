import { asPoint } from '@/chemistry/observation';
import { placeInBand, type Place } from '@/calculators/parameters/place-in-band';
import { zeroNutrients } from '@/calculators/nutrients/zero-nutrients';
import { PARAMETER_IDS, PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import type { Snapshot, Tank } from '@/record/schema';
import { lastObservation, observationsOf, type TankObservation } from './observations';
import { atAimedSalinity } from '@/calculators/parameters/at-aimed-salinity';
import { isFollowed } from './consumption-window';
import { memoise } from '../memoise';
import { aimFor } from './targets';
import { offInstrument } from './instrument-check';
import { DAY_MS } from '@/chemistry/tank-model/time';

export interface ParameterStatus {
  readonly parameter: ParameterId;
  readonly last: TankObservation;
  readonly band: readonly [number, number];
  /** What of the salinity it is judged at: the water's own, and the one aimed at. Only of what is diluted with the salt. */
  readonly at?: { readonly salinity: number; readonly aimSalinity: number } | undefined;
  /** Outside the band by more than the test's own error could explain. */
  readonly place: Place;
  /** Nitrate and phosphate, both at zero for so many days that it is a warning, whatever the band. */
  readonly zeroForDays?: number | undefined;
}

/** Where each measured parameter stands against the tank's target band. */
export function waterStatus(snapshot: Snapshot, tank: Tank, now: number): ParameterStatus[] {
  const { warns, zeroForDays } = nutrientsAtZero(snapshot, tank, now).values;
  return PARAMETER_IDS.flatMap((parameter): ParameterStatus[] => {
    const last = lastTrusted(snapshot, tank, parameter, now);
    const band = tank.targets[parameter] ?? ALWAYS_JUDGED[parameter];
    if (!last || !band) return [];
    const at = salinityOf(snapshot, tank, parameter, last.at);
    const judged = at ? atAimedSalinity(last, at.salinity, at.aimSalinity) : last;
    const place = placeInBand(judged.value, band, judged.sd);
    const atZero = warns && (parameter === 'nitrate' || parameter === 'phosphate');
    return [{ parameter, last, band, place, ...(at && { at }), ...(atZero && { zeroForDays }) }];
  });
}

/** A salinity read further from a level than this belongs to another water. Chosen: a week, and the test missed once. */
const TOGETHER_DAYS = 14;

/** The salinity of the water that a level was read in, with the one it is meant to have; undefined where salt does not dilute it, or is unknown. */
export function salinityOf(snapshot: Snapshot, tank: Tank, parameter: ParameterId, moment: number) {
  if (!isFollowed(parameter)) return undefined;
  const near = observationsOf(snapshot, tank.id, 'salinity').filter(
    ({ at }) => Math.abs(at - moment) <= TOGETHER_DAYS * DAY_MS,
  );
  const nearest = near.toSorted((a, b) => Math.abs(a.at - moment) - Math.abs(b.at - moment))[0];
  return nearest && { salinity: nearest.value, aimSalinity: aimFor(tank, 'salinity') };
}

/** A reading that was trusted is judged in place of a later one that was not, unless it is older than this. Chosen. */
const TRUSTED_DAYS = 14;

/** The last reading, passing over those of an instrument that was found to be off. */
function lastTrusted(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number): TankObservation | undefined {
  const last = lastObservation(snapshot, tank.id, parameter);
  const off = last?.instrument && offInstrument(snapshot, tank, parameter, now)?.instrument.id;
  if (!last || off === undefined || last.instrument?.id !== off) return last;
  const trusted = observationsOf(snapshot, tank.id, parameter).findLast(
    ({ at, instrument }) => instrument?.id !== off && at > last.at - TRUSTED_DAYS * DAY_MS,
  );
  return trusted ?? last;
}

/** Ammonia and nitrite have a target in every tank, set or not. */
const ALWAYS_JUDGED: Partial<Record<ParameterId, readonly [number, number]>> = {
  ammonia: PARAMETERS.ammonia.band,
  nitrite: PARAMETERS.nitrite.band,
};

/** Whether nitrate and phosphate both read zero, and for how long. */
export function nutrientsAtZero(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(snapshot, tank, `nutrients at zero at ${now}`, () =>
    zeroNutrients.run({
      now,
      nitrate: datedOf(snapshot, tank, 'nitrate'),
      phosphate: datedOf(snapshot, tank, 'phosphate'),
    }),
  );
}

function datedOf(snapshot: Snapshot, tank: Tank, parameter: 'nitrate' | 'phosphate') {
  return observationsOf(snapshot, tank.id, parameter)
    .slice(-MOST_READINGS)
    .flatMap((observation) => asPoint(observation) ?? [])
    .map(({ at, value }) => ({ at, value }));
}

/** A year of daily tests and more; a longer zero is no less of a warning. */
const MOST_READINGS = 500;
