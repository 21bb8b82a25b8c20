import { TZDate } from '@date-fns/tz';
import { addDays, set, startOfDay } from 'date-fns';

/** Moments counted in days from today, at a clock time in the keeper's zone. */
export interface Calendar {
  readonly now: number;
  readonly at: (day: number, hours: number, minutes?: number) => number;
  /** 0 Sunday to 6 Saturday. */
  readonly weekday: (day: number) => number;
}

export function calendarFor(now: number, zone: string): Calendar {
  const today = startOfDay(new TZDate(now, zone));
  return {
    now,
    at: (day, hours, minutes = 0) => set(addDays(today, day), { hours, minutes }).getTime(),
    weekday: (day) => addDays(today, day).getDay(),
  };
}
