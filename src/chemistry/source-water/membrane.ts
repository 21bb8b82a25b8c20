import { chemicalRefusal, within } from '../refusal';

/**
 * Osmotic pressure of a dilute salt water.
 * @param tdsMgPerL dissolved solids, 0 to 50 000 mg/L
 * @param temperatureC 1 to 45 °C
 * @returns kPa
 * Source: ASTM D4516, Standard Practice for Standardizing Reverse Osmosis Performance Data (from memory).
 * @example osmoticPressureKPa(1000, 25) // 79 kPa
 */
export function osmoticPressureKPa(tdsMgPerL: number, temperatureC: number): number {
  within('dissolved solids', tdsMgPerL, 0, 50_000, 'mg/L');
  within('water temperature', temperatureC, 1, 45, '°C');
  return (0.2654 * tdsMgPerL * (temperatureC + 273.15)) / (1000 - tdsMgPerL / 1000);
}

/**
 * How much more a membrane passes than at 25 °C: cold water is thicker, by some 3 % a degree.
 * Source: ASTM D4516, for membranes whose maker gives no factor of its own (from memory).
 */
export function temperatureFactor(temperatureC: number): number {
  return 1.03 ** (temperatureC - 25);
}

/** What drives a membrane. */
export interface Feed {
  readonly pressureKPa: number;
  readonly temperatureC: number;
  readonly tdsMgPerL: number;
  /** Litres of waste water for each litre made. */
  readonly wasteRatio: number;
}

/**
 * Pressure left to drive water through: the feed's own, less the osmotic pressure of what is on its side, which thickens
 * as water leaves it (log mean, ASTM D4516, from memory). Pressure behind the membrane and the salt there are taken as nought.
 * @throws Refusal where nothing is left
 * Source: ASTM D4516 (from memory).
 */
export function drivingPressureKPa({ pressureKPa, temperatureC, tdsMgPerL, wasteRatio }: Feed): number {
  const recovery = 1 / (1 + wasteRatio);
  const thickened = wasteRatio === 0 ? 1 : -Math.log1p(-recovery) / recovery;
  const driving = pressureKPa - osmoticPressureKPa(tdsMgPerL * thickened, temperatureC);
  if (driving > 0) return driving;
  throw chemicalRefusal({
    field: 'feed pressure',
    value: pressureKPa,
    allowed: { code: 'more than osmotic pressure', osmoticKPa: pressureKPa - driving },
    hint: { code: 'no water passes' },
  });
}

/**
 * What a membrane makes under one feed, from what it is known to make under another.
 * @param known litres a day at that feed: the maker's rating, or a jug and a clock
 * @returns litres a day
 * @throws Refusal where either feed drives nothing
 * Source: flow in proportion to the driving pressure and the temperature factor, ASTM D4516 (from memory).
 */
export function litresMadePerDay(known: { readonly litresPerDay: number; readonly feed: Feed }, feed: Feed): number {
  const by = (each: Feed) => drivingPressureKPa(each) * temperatureFactor(each.temperatureC);
  return known.litresPerDay * (by(feed) / by(known.feed));
}
