import type { Point } from '../observation';
import { deviationRange } from '@/numerics/student-t';

/** What an instrument errs by, as its own readings show it: one standard deviation in their unit. */
export interface LearntError {
  readonly sd: number;
  /** Its 95 % range. */
  readonly low: number;
  readonly high: number;
  readonly degrees: number;
}

/** Fewer degrees of freedom tell no more of an error than what is usual for the kind. Chosen. */
const LEAST_DEGREES = 4;

/**
 * From repeats: readings of one water by one instrument, taken one after the other.
 * @param repeats the readings of each such session; sessions of one reading tell nothing
 * @returns undefined where there are too few
 * Source: the pooled standard deviation.
 * @example errorFromRepeats([[8.2, 8.4], [8, 8], [7.9, 8.1], [8.3, 8.1]]) // sd 0.122
 */
export function errorFromRepeats(repeats: readonly (readonly number[])[]): LearntError | undefined {
  let squares = 0;
  let degrees = 0;
  for (const values of repeats) {
    if (values.length < 2) continue;
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    squares += values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    degrees += values.length - 1;
  }
  return learnt(squares, degrees, degrees);
}

/**
 * From single readings of a level that moves: how far each lies off the line between its two neighbours, which a steady rate would put it
 * on. A level that turns between three readings adds to it, so that it is no less than the instrument's own.
 * @param readings in order of time, slips left out beforehand
 * @returns undefined with too few readings
 * Source: Gasser, Sroka and Jennen-Steinmetz 1986, *Residual variance and residual pattern in nonlinear regression*, Biometrika 73; so many
 * readings tell as much as 18/35 of them would as repeats (from memory; the test's simulated series agree).
 */
export function errorFromNeighbours(readings: readonly Pick<Point, 'at' | 'value'>[]): LearntError | undefined {
  let squares = 0;
  let count = 0;
  for (let i = 1; i < readings.length - 1; i++) {
    const [before, here, after] = [readings[i - 1], readings[i], readings[i + 1]];
    if (!before || !here || !after || after.at <= before.at) continue;
    const share = (after.at - here.at) / (after.at - before.at);
    const off = share * before.value + (1 - share) * after.value - here.value;
    squares += off ** 2 / (share ** 2 + (1 - share) ** 2 + 1);
    count += 1;
  }
  return learnt(squares, count, (count * 18) / 35);
}

function learnt(squares: number, count: number, degrees: number): LearntError | undefined {
  if (degrees < LEAST_DEGREES) return undefined;
  const sd = Math.sqrt(squares / count);
  const [low, high] = deviationRange(degrees);
  return { sd, low: sd * low, high: sd * high, degrees };
}
