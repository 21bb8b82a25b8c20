import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Book, Tank } from '@/record/schema';
import { aimFor } from './known-events';
import { lastReading } from './readings';

/** Alkalinity and pH further apart than this belong to different waters. */
const TOGETHER_DAYS = 2;

export interface Co2Seen {
  /** µatm, which is ppm of dry air at sea level. */
  readonly ppm: number;
  readonly at: number;
}

/**
 * The CO2 the water was at rest with when its pH was last read: what alkalinity and pH together mean. A probe off by
 * 0.05 moves it by an eighth, so it is a rough figure.
 * @returns undefined without both, read within two days of each other, or outside what the equations allow
 */
export function co2Seen(book: Book, tank: Tank): Co2Seen | undefined {
  const ph = lastReading(book, tank.id, 'ph');
  const alkalinity = lastReading(book, tank.id, 'alkalinity');
  if (!ph || !alkalinity || Math.abs(ph.at - alkalinity.at) > TOGETHER_DAYS * DAY_MS) return undefined;
  const salinity = lastReading(book, tank.id, 'salinity')?.value ?? aimFor(tank, 'salinity');
  const temperatureC = lastReading(book, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature');
  const { outcome } = attempt(() =>
    carbonateOfWater({ alkalinityMmolPerL: alkalinity.value, phNbs: ph.value }, salinity, temperatureC),
  );
  return outcome && { ppm: outcome.pco2Uatm, at: ph.at };
}
