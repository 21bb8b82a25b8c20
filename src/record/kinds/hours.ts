import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';

/** Hours of the day on the keeper's clock. */
export interface Hours {
  /** Minutes after midnight. */
  readonly fromMinute: number;
  readonly forMinutes: number;
}

/** Hours of the day in which something runs, on the keeper's clock; the whole day when left out. */
export const hoursSchema = z.strictObject({
  fromMinute: bounded(AMOUNTS.fromMinute),
  forMinutes: bounded(AMOUNTS.forMinutes),
});

/** "22:00–8:00", as it is read on the wall. */
export function hoursText({ fromMinute, forMinutes }: Hours): string {
  if (forMinutes >= 1440) return 'all day';
  return `${clock(fromMinute)}–${clock((fromMinute + forMinutes) % 1440)}`;
}

function clock(minute: number): string {
  return `${Math.floor(minute / 60)}:${String(Math.round(minute % 60)).padStart(2, '0')}`;
}
