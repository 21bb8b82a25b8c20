import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import type { Scanner } from '../line/scanner';
import type { Hours } from './entry-kind';

/** Hours of the day in which something runs, on the keeper's clock; the whole day when left out. */
export const hoursSchema = z.strictObject({
  fromMinute: within(AMOUNTS.fromMinute),
  forMinutes: within(AMOUNTS.forMinutes),
});

const CLOCK = String.raw`(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?`;
const WINDOW = new RegExp(String.raw`^\s*(?:from\s+)?${CLOCK}\s*(?:-|–|to|until)\s*${CLOCK}(?![\p{L}\d.])`, 'iu');

/** "22:00 to 8:00", "10pm-8am"; nothing where no window follows. */
export function readHours(scanner: Scanner, from: number): Hours | undefined {
  const match = scanner.take(WINDOW);
  if (!match) return undefined;
  const [, h1, m1, half1, h2, m2, half2] = match;
  const opens = minuteOf(h1, m1, half1 ?? (half2 && Number(h1) <= 12 ? half2 : undefined));
  const shuts = minuteOf(h2, m2, half2);
  if (opens === undefined || shuts === undefined) {
    scanner.problem(from, 'There is no such hour of the day.');
    return undefined;
  }
  const forMinutes = (shuts - opens + 1440) % 1440;
  return { fromMinute: opens, forMinutes: forMinutes === 0 ? 1440 : forMinutes };
}

function minuteOf(hour: string | undefined, minute = '0', half: string | undefined): number | undefined {
  const h = Number(hour);
  const twelve = half?.toLowerCase();
  if (twelve && (h < 1 || h > 12)) return undefined;
  const of24 = twelve === 'pm' ? (h % 12) + 12 : twelve === 'am' ? h % 12 : h;
  return of24 < 24 && Number(minute) < 60
    ? of24 * 60 + Number(minute)
    : of24 === 24 && Number(minute) === 0
      ? 0
      : undefined;
}

/** "22:00–8:00", as it is read on the wall. */
export function hoursText({ fromMinute, forMinutes }: Hours): string {
  if (forMinutes >= 1440) return 'all day';
  return `${clock(fromMinute)}–${clock((fromMinute + forMinutes) % 1440)}`;
}

function clock(minute: number): string {
  return `${Math.floor(minute / 60)}:${String(Math.round(minute % 60)).padStart(2, '0')}`;
}
