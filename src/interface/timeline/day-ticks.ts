import { TZDate } from '@date-fns/tz';
import { addDays, startOfDay } from 'date-fns';
import { DAY_MS } from '@/chemistry/tank-model/simulate';

const STEPS = [1, 2, 7, 14, 28, 91, 182];

/** Midnights in the keeper's zone, far enough apart that about `most` fit in a stretch of time. */
export function dayTicks(from: number, to: number, zone: string, most: number): number[] {
  const days = (to - from) / DAY_MS;
  const step = STEPS.find((each) => days / each <= most) ?? 365;
  const ticks: number[] = [];
  for (let day = startOfDay(addDays(new TZDate(from, zone), 1)); day.getTime() <= to; day = addDays(day, step))
    ticks.push(day.getTime());
  return ticks;
}
