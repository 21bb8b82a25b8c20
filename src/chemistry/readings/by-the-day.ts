import { median } from 'simple-statistics';
import { DAY_MS } from '../tank-model/time';
import type { ReadBySome } from './robust-line';

/** Of a probe's readings as many a day count: their errors are not each other's strangers. Chosen. */
const MOST_A_DAY = 4;

/**
 * A day with many readings told as one, at their mean time: their median, as sure as their scatter says and no surer than four of them.
 * @returns in order of time
 * Source: the median; that no day is surer than four readings is chosen.
 */
export function byTheDay<Reading extends ReadBySome>(readings: readonly Reading[]): readonly ReadBySome[] {
  const days = new Map<string, ReadBySome[]>();
  for (const reading of readings) {
    const day = `${Math.floor(reading.at / DAY_MS)} ${reading.by ?? ''}`;
    const own = days.get(day);
    if (own) own.push(reading);
    else days.set(day, [reading]);
  }
  return [...days.values()]
    .flatMap((own) => (own.length <= MOST_A_DAY ? own : [together(own)]))
    .toSorted((a, b) => a.at - b.at);
}

function together(own: readonly ReadBySome[]): ReadBySome {
  const n = own.length;
  const mean = (of: (reading: ReadBySome) => number) => own.reduce((sum, each) => sum + of(each), 0) / n;
  const value = median(own.map((each) => each.value));
  const scatter = Math.sqrt(mean((each) => (each.value - value) ** 2));
  const sd =
    Math.max(
      mean((each) => each.sd),
      scatter,
    ) / Math.sqrt(MOST_A_DAY);
  return { at: Math.round(mean(({ at }) => at)), value, sd, by: own[0]?.by };
}
