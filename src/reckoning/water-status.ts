import { asPoint } from '@/chemistry/observation';
import { placeInBand, type Place } from '@/calculators/parameters/place-in-band';
import { zeroNutrients } from '@/calculators/nutrients/zero-nutrients';
import { PARAMETER_IDS, PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import type { Book, Tank } from '@/record/schema';
import { lastObservation, observationsOf, type TankObservation } from './observations';
import { memoise } from './memoise';
import { offInstrument } from './instrument-check';
import { DAY_MS } from '@/chemistry/tank-model/time';

export interface ParameterStatus {
  readonly parameter: ParameterId;
  readonly last: TankObservation;
  readonly band: readonly [number, number];
  /** Outside the band by more than the test's own error could explain. */
  readonly place: Place;
  /** Nitrate and phosphate, both at zero for so many days that it is a warning, whatever the band. */
  readonly zeroForDays?: number | undefined;
}

/** Where each measured parameter stands against the tank's target band. */
export function waterStatus(book: Book, tank: Tank, now: number): ParameterStatus[] {
  const { warns, zeroForDays } = nutrientsAtZero(book, tank, now).values;
  return PARAMETER_IDS.flatMap((parameter): ParameterStatus[] => {
    const last = lastTrusted(book, tank, parameter, now);
    const band = tank.targets[parameter] ?? ALWAYS_JUDGED[parameter];
    if (!last || !band) return [];
    const place = placeInBand(last.value, band, last.sd);
    const atZero = warns && (parameter === 'nitrate' || parameter === 'phosphate');
    return [{ parameter, last, band, place, ...(atZero && { zeroForDays }) }];
  });
}

/** A reading that was trusted is judged in place of a later one that was not, unless it is older than this. Chosen. */
const TRUSTED_DAYS = 14;

/** The last reading, passing over those of an instrument that was found to be off. */
function lastTrusted(book: Book, tank: Tank, parameter: ParameterId, now: number): TankObservation | undefined {
  const last = lastObservation(book, tank.id, parameter);
  const off = last?.instrument && offInstrument(book, tank, parameter, now)?.instrument.id;
  if (!last || off === undefined || last.instrument?.id !== off) return last;
  const trusted = observationsOf(book, tank.id, parameter).findLast(
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
export function nutrientsAtZero(book: Book, tank: Tank, now: number) {
  return memoise(book, tank, `nutrients at zero at ${now}`, () =>
    zeroNutrients.run({ now, nitrate: datedOf(book, tank, 'nitrate'), phosphate: datedOf(book, tank, 'phosphate') }),
  );
}

function datedOf(book: Book, tank: Tank, parameter: 'nitrate' | 'phosphate') {
  return observationsOf(book, tank.id, parameter)
    .slice(-MOST_READINGS)
    .flatMap((observation) => asPoint(observation) ?? [])
    .map(({ at, value }) => ({ at, value }));
}

/** A year of daily tests and more; a longer zero is no less of a warning. */
const MOST_READINGS = 500;
