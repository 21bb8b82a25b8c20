import { TZDate } from '@date-fns/tz';
import { addDays, set, startOfDay } from 'date-fns';

/** Moments counted in days from today, at a clock time in the keeper's zone. */
export interface Calendar {
  readonly now: number;
  readonly at: (day: number, hours: number, minutes?: number) => number;
  /** 0 Sunday to 6 Saturday. */
  readonly weekday: (day: number) => number;
}

const HOUR_MS = 3_600_000;

export function calendarFor(now: number, zone: string): Calendar {
  const today = startOfDay(new TZDate(now, zone));
  // A zone's rules are slow to ask, and a scenario asks for thousands of moments: each midnight is asked for once.
  const midnights = new Map<number, number>();
  const midnight = (day: number) => {
    const known = midnights.get(day);
    if (known !== undefined) return known;
    const found = addDays(today, day).getTime();
    midnights.set(day, found);
    return found;
  };
  return {
    now,
    at: (day, hours, minutes = 0) =>
      midnight(day + 1) - midnight(day) === 24 * HOUR_MS
        ? midnight(day) + hours * HOUR_MS + minutes * 60_000
        : set(addDays(today, day), { hours, minutes }).getTime(), // the day a clock is put forward or back
    weekday: (day) => (((today.getDay() + day) % 7) + 7) % 7,
  };
}
