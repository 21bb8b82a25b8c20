import { inverse, Matrix } from 'ml-matrix';
import type { Point } from '../../observation';
import { DAY_MS } from '../../tank-model/time';
import { studentT95 } from '@/numerics/student-t';

/** Whether one of the columns differs from zero at 5 %, two-sided, by ordinary least squares with its own scatter: −1, 0 or 1. */
function signOf(readings: readonly Point[], columns: (day: number) => number[], which: number): number {
  const design = new Matrix(readings.map(({ at }) => columns(at / DAY_MS)));
  const covariance = inverse(design.transpose().mmul(design));
  const solved = covariance
    .mmul(design.transpose())
    .mmul(Matrix.columnVector(readings.map(({ value }) => value)))
    .to1DArray();
  const degrees = readings.length - solved.length;
  const left = readings.reduce((sum, { value }, i) => {
    const told = design.getRow(i).reduce((total, each, k) => total + each * (solved[k] ?? 0), 0);
    return sum + (value - told) ** 2;
  }, 0);
  const own = solved[which] ?? 0;
  const sd = Math.sqrt((left / degrees) * covariance.get(which, which));
  return Math.abs(own) > studentT95(degrees) * sd ? Math.sign(own) : 0;
}

/** One straight line through all. */
export function lineFalls(readings: readonly Point[]): boolean {
  return signOf(readings, (day) => [1, day], 1) < 0;
}

/** Segmented: a line, and from the day on a jump, or a turn. */
export function segmentShows(readings: readonly Point[], event: number, which: 'jump' | 'turn'): boolean {
  const since = (day: number) => Math.max(0, day - event);
  return signOf(readings, (day) => [1, day, which === 'jump' ? Number(day >= event) : since(day)], 2) !== 0;
}
