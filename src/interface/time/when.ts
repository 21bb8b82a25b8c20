import { TZDate } from '@date-fns/tz';
import type { Fineness } from '@/calculators/calculator/calculator';
import { differenceInCalendarDays, format, startOfHour } from 'date-fns';

const HOUR_MS = 3_600_000;

/** From this far ahead a deadline needs no hour, and from this far no weekday. */
const HOURS_MATTER = 36;
const WEEKDAY_DAYS = 14;

/**
 * A moment in the keeper's own zone: "today 18:30", "yesterday 20:00", "Thu 19 Nov 12:00", the day alone, or "November". A day more than
 * two weeks ahead needs no weekday, and a deadline within a day and a half says its hour.
 */
export function whenText(at: number, now: number, zone: string, fineness?: Fineness): string {
  const date = new TZDate(at, zone);
  const thisYear = date.getFullYear() === new TZDate(now, zone).getFullYear();
  if (fineness === 'month') return format(date, thisYear ? 'MMMM' : 'MMMM yyyy');
  const days = differenceInCalendarDays(new TZDate(now, zone), date);
  const hourToo = fineness === undefined || (fineness === 'deadline' && at > now && at - now <= HOURS_MATTER * HOUR_MS);
  // A deadline is never known to the minute: its hour has begun.
  const clock = hourToo ? ` ${format(fineness === 'deadline' ? startOfHour(date) : date, 'HH:mm')}` : '';
  if (days === 0) return `today${clock}`;
  if (days === 1) return `yesterday${clock}`;
  if (days === -1) return `tomorrow${clock}`;
  const weekday = fineness !== undefined && days < -WEEKDAY_DAYS ? '' : 'EEE ';
  return `${format(date, `${weekday}d MMM${thisYear ? '' : ' yyyy'}`)}${clock}`;
}

export function dayText(at: number, zone: string): string {
  return format(new TZDate(at, zone), 'd MMM');
}
