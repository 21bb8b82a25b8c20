import { mean, sampleStandardDeviation } from 'simple-statistics';
import { carbonateOfWater } from '../carbonate/reef-water';
import { unlessRefused } from '../refusal';

/** A reading of pH at its hour, with the alkalinity the water had then. */
export interface PhAtHour {
  /** A whole number, the same for readings of one day. */
  readonly day: number;
  /** Of the keeper's own clock, 0 to 1439. */
  readonly minute: number;
  /** NBS. */
  readonly ph: number;
  /** mmol/L */
  readonly alkalinity: number;
}

/** What the readings of one part of the day come to. */
export interface PhOfTheHour {
  readonly minute: number;
  readonly ph: number;
  /** One standard deviation of that mean. */
  readonly sd: number;
  readonly readings: number;
}

/** Readings within this of each other are of one hour, minutes. */
const BIN = 30;
/** How far a single reading strays from its hour's mean where too few tell: a careful probe, and one day unlike another. Common practice. */
const USUAL_SCATTER = 0.04;
const LEAST_SCATTER = 0.01;

/**
 * Readings by the half hour, each as it would have been at the alkalinity asked for and the CO2 it was read with: any number of them, two a
 * week or thousands from a probe. Readings of one day in one half hour count once.
 * @param water mmol/L, ppt, °C
 * @returns in order of the day; none that the carbonate equations refuse
 * Source: means and their standard error; carbonate by `carbonateOfWater`.
 */
export function byHour(
  readings: readonly PhAtHour[],
  water: { readonly alkalinity: number; readonly salinity: number; readonly temperatureC: number },
): PhOfTheHour[] {
  const bins = new Map<number, Map<number, { readonly minute: number; readonly ph: number }[]>>();
  for (const { day, minute, ph, alkalinity } of readings) {
    const same = unlessRefused(() => atAlkalinity(ph, alkalinity, water));
    if (same === undefined) continue;
    const bin = bins.get(Math.floor(minute / BIN)) ?? new Map<number, { minute: number; ph: number }[]>();
    bins.set(Math.floor(minute / BIN), bin);
    bin.set(day, [...(bin.get(day) ?? []), { minute, ph: same }]);
  }
  const hours = [...bins.entries()]
    .toSorted(([a], [b]) => a - b)
    .map(([, byDay]) => {
      const days = [...byDay.values()];
      return {
        minute: mean(days.flat().map(({ minute }) => minute)),
        means: days.map((of) => mean(of.map(({ ph }) => ph))),
        readings: days.flat().length,
      };
    });
  const scatter = scatterOf(hours.map(({ means }) => means));
  return hours.map(({ minute, means, readings: count }) => ({
    minute,
    ph: mean(means),
    sd: scatter / Math.sqrt(means.length),
    readings: count,
  }));
}

/** What the same CO2 gives at another alkalinity. */
function atAlkalinity(
  ph: number,
  alkalinity: number,
  {
    alkalinity: wanted,
    salinity,
    temperatureC,
  }: { readonly alkalinity: number; readonly salinity: number; readonly temperatureC: number },
): number {
  if (Math.abs(alkalinity - wanted) < 1e-6) return ph;
  const { pco2Uatm } = carbonateOfWater({ alkalinityMmolPerL: alkalinity, phNbs: ph }, salinity, temperatureC);
  return carbonateOfWater({ alkalinityMmolPerL: wanted, pco2Uatm }, salinity, temperatureC).phNbs;
}

/** How far a day's mean of an hour strays from that hour's mean, over all hours; drawn towards what is usual while few tell. */
function scatterOf(hours: readonly (readonly number[])[]): number {
  const told = hours.filter((means) => means.length > 1);
  const degrees = told.reduce((sum, means) => sum + means.length - 1, 0);
  const squares = told.reduce((sum, means) => sum + (means.length - 1) * sampleStandardDeviation([...means]) ** 2, 0);
  const usual = 3;
  return Math.max(LEAST_SCATTER, Math.sqrt((squares + usual * USUAL_SCATTER ** 2) / (degrees + usual)));
}
