import { TZDate } from '@date-fns/tz';
import type { Fineness } from '@/calculators/calculator/calculator';
import { differenceInCalendarDays, format } from 'date-fns';

/** "today 18:30", "yesterday 20:00", "Thu 19 Nov 12:00", the day alone, or "November": a moment in the keeper's own zone. */
export function whenText(at: number, now: number, zone: string, fineness?: Fineness): string {
  const date = new TZDate(at, zone);
  if (fineness === 'month')
    return format(date, date.getFullYear() === new TZDate(now, zone).getFullYear() ? 'MMMM' : 'MMMM yyyy');
  const days = differenceInCalendarDays(new TZDate(now, zone), date);
  const clock = fineness === 'day' ? '' : ` ${format(date, 'HH:mm')}`;
  if (days === 0) return `today${clock}`;
  if (days === 1) return `yesterday${clock}`;
  if (days === -1) return `tomorrow${clock}`;
  return `${format(date, date.getFullYear() === new TZDate(now, zone).getFullYear() ? 'EEE d MMM' : 'EEE d MMM yyyy')}${clock}`;
}

export function dayText(at: number, zone: string): string {
  return format(new TZDate(at, zone), 'd MMM');
}
