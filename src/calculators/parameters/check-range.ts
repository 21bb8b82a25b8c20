import { Refusal } from '@/chemistry/refusal';
import { parameterOf, type ParameterId } from './parameters';

/**
 * Refuses a figure that this parameter cannot be read as.
 * @throws Refusal for a level far outside; for a negative one wherever zero is the least there is
 */
export function checkRange(parameter: ParameterId, readings: readonly { readonly value: number }[]): void {
  const { low, high, name } = parameterOf(parameter);
  // What a correction, or another salinity, makes of a reading may lie a little outside; another parameter's figure lies far.
  const room = (high - low) * 0.2;
  const least = low >= 0 ? low * 0.8 : low - room;
  for (const { value } of readings)
    if (value < least || value > high + room)
      throw new Refusal({ field: name, value, allowed: `${low} to ${high}, in its canonical unit` });
}

/**
 * Refuses a rate that no water moves at: all that the parameter can be, within a day.
 * @param perDay in the parameter's canonical unit a day
 */
export function checkRate(parameter: ParameterId, perDay: number): void {
  const { low, high, name } = parameterOf(parameter);
  const most = high - low;
  if (Math.abs(perDay) > most)
    throw new Refusal({
      field: `change of ${name} a day`,
      value: perDay,
      allowed: `${-most} to ${most} a day, in its canonical unit`,
    });
}
