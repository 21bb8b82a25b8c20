import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Snapshot, Tank } from '@/record/schema';
import { aimFor } from '../observations/targets';
import { lastObservation, observationsOf, type TankObservation } from '../observations/observations';

/** Alkalinity and pH further apart than this belong to different waters. */
const TOGETHER_DAYS = 2;

export interface Co2Seen {
  /** µatm, which is ppm of dry air at sea level. */
  readonly pco2Uatm: number;
  readonly at: number;
}

/** Salinity and temperature of a tank as last read, or as it is meant to be. */
export function saltAndWarmth(
  snapshot: Snapshot,
  tank: Tank,
): { readonly salinity: number; readonly temperatureC: number } {
  return {
    salinity: lastObservation(snapshot, tank.id, 'salinity')?.value ?? aimFor(tank, 'salinity'),
    temperatureC: lastObservation(snapshot, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature'),
  };
}

/**
 * The CO2 the water was at rest with each time its pH was read: what alkalinity and pH together mean. A probe off by
 * 0.05 moves it by an eighth, so one of them is a rough figure.
 * @returns those whose alkalinity was read within two days, and that the equations allow; in order of time
 */
export function co2SeenEach(snapshot: Snapshot, tank: Tank, since = 0): Co2Seen[] {
  const alkalinities = observationsOf(snapshot, tank.id, 'alkalinity');
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  return observationsOf(snapshot, tank.id, 'ph').flatMap(({ at, value }) => {
    if (at < since) return [];
    const alkalinity = nearest(alkalinities, at);
    if (!alkalinity || Math.abs(alkalinity.at - at) > TOGETHER_DAYS * DAY_MS) return [];
    const { outcome } = attempt(() =>
      carbonateOfWater({ alkalinityMmolPerL: alkalinity.value, phNbs: value }, salinity, temperatureC),
    );
    return outcome ? [{ pco2Uatm: outcome.pco2Uatm, at }] : [];
  });
}

/** The CO2 that the last pH means, if its alkalinity is known. */
export function co2Seen(snapshot: Snapshot, tank: Tank): Co2Seen | undefined {
  const ph = lastObservation(snapshot, tank.id, 'ph');
  return ph && co2SeenEach(snapshot, tank, ph.at).at(-1);
}

function nearest(readings: readonly TankObservation[], at: number): TankObservation | undefined {
  return readings.reduce<TankObservation | undefined>(
    (best, each) => (!best || Math.abs(each.at - at) < Math.abs(best.at - at) ? each : best),
    undefined,
  );
}
