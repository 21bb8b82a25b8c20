import { halfWidth95 } from '@/numerics/normal-interval';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Snapshot, Tank } from '@/record/schema';
import { co2SeenEach, saltAndWarmth } from './co2-of-the-water';
import { outlook, type OutlookPoint } from './outlook';
import { lastObservation } from '../observations/observations';

/** Readings further back speak of another season's windows. */
const LATELY_DAYS = 14;
/** Fewer readings than this do not tell how far pH wanders by day and night. */
const FEWEST = 3;

/**
 * Where pH is heading if the room stays as it is: the alkalinity expected, at rest with the CO2 the water has seen of
 * late. Its band holds the wandering of that CO2, day and night and the probe's error together, and the doubt of alkalinity.
 */
export function phOutlook(snapshot: Snapshot, tank: Tank, now: number, until: number): OutlookPoint[] {
  const last = lastObservation(snapshot, tank.id, 'ph');
  if (!last) return [];
  const seen = co2SeenEach(snapshot, tank, last.at - LATELY_DAYS * DAY_MS).map(({ pco2Uatm }) => Math.log(pco2Uatm));
  if (seen.length < FEWEST) return [];
  const middle = mean(seen);
  const sd = sampleStandardDeviation(seen);
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  const ph = (alkalinityMmolPerL: number, logCo2: number) =>
    carbonateOfWater({ alkalinityMmolPerL, pco2Uatm: Math.exp(logCo2) }, salinity, temperatureC).phNbs;
  return outlook(snapshot, tank, 'alkalinity', now, until)
    .filter(({ at }) => at >= last.at)
    .flatMap(({ at, value, low, high }) => {
      const { outcome } = attempt((): OutlookPoint => {
        const expected = ph(value, middle);
        const below = Math.hypot(expected - ph(value, middle + halfWidth95(sd)), expected - ph(low, middle));
        const above = Math.hypot(ph(value, middle - halfWidth95(sd)) - expected, ph(high, middle) - expected);
        return { at, value: expected, low: expected - below, high: expected + above };
      });
      return outcome ? [outcome] : [];
    });
}
