import * as z from 'zod';
import { figure, moment } from '../calculator/calculator-input';

/** One measurement in the parameter's canonical unit, with its own error. */
const readingInput = z.strictObject({
  at: moment('time of the test'),
  value: figure('a reading', -1e6, 1e6),
  /** One standard deviation. */
  sd: figure('error of a reading', 1e-9, 1e6),
  /** What read it, where several did: they may be off against each other. */
  by: z.string().max(200).optional(),
});

/** Readings in any order; a year of several a day and more. */
export const readingsInput = z.array(readingInput).max(20_000);

export type ReadingInput = z.output<typeof readingInput>;

export function inTimeOrder(readings: readonly ReadingInput[]): ReadingInput[] {
  return readings.toSorted((a, b) => a.at - b.at);
}
