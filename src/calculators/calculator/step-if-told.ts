import type { Step } from './calculator';

/** A line of the working where its quantity is known; none where it is not. */
export function stepIfTold(
  label: string,
  value: Step['value'] | undefined,
  origin: Step['origin'],
  from: string,
): Step[] {
  return value ? [{ label, value, origin, from }] : [];
}
