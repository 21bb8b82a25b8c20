import * as z from 'zod';
import { figure } from '../calculator/calculator-input';

export const MINUTES_A_DAY = 1440;

/** A stretch of the keeper's day. */
export const dosingWindow = z.strictObject({
  fromMinute: figure('minutes after midnight', 0, MINUTES_A_DAY - 1, 'min'),
  forMinutes: figure('minutes a day', 1, MINUTES_A_DAY, 'min'),
});
export type DosingWindow = z.output<typeof dosingWindow>;

/** "20:00 to 8:00", as it is read on the wall. */
export function dosingWindowText({ fromMinute, forMinutes }: DosingWindow): string {
  const clock = (minute: number) =>
    `${Math.floor(minute / 60) % 24}:${String(Math.round(minute % 60)).padStart(2, '0')}`;
  return forMinutes >= MINUTES_A_DAY ? 'round the clock' : `${clock(fromMinute)} to ${clock(fromMinute + forMinutes)}`;
}
