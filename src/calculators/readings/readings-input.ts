import * as z from 'zod';
import { figure, moment } from '../calculator/calculator-input';
import { Refusal } from '@/chemistry/refusal';
import { parameterOf, type ParameterId } from '../parameters/parameters';

/** One measurement in the parameter's canonical unit, with its own error. */
const readingInput = z.strictObject({
  at: moment('time of the test'),
  value: figure('a reading', -1e6, 1e6),
  /** One standard deviation. */
  sd: figure('error of a reading', 1e-9, 1e6),
});

/** Readings in any order; a year of several a day and more. */
export const readingsInput = z.array(readingInput).max(20_000);

export type ReadingInput = z.output<typeof readingInput>;

export function inTimeOrder(readings: readonly ReadingInput[]): ReadingInput[] {
  return readings.toSorted((a, b) => a.at - b.at);
}

/** Refuses a figure that this parameter cannot be read as. */
export function checkRange(parameter: ParameterId, readings: readonly ReadingInput[]): void {
  const { low, high, name } = parameterOf(parameter);
  // What a correction makes of a reading may lie a little outside; what another parameter's figure is, far.
  const room = (high - low) * 0.2;
  for (const { value } of readings)
    if (value < low - room || value > high + room)
      throw new Refusal({ field: name, value, allowed: `${low} to ${high}, in its canonical unit` });
}
