import { TZDate } from '@date-fns/tz';
import { tokensOf } from './tokens';
import { plainSigns } from '@/quantities/plain-signs';
import { readTimeWords } from './when';

/**
 * Whether the hour of an entry is the hour it happened at. A line that names a day and no time of it ("yesterday ph 8.1") is filed at the clock
 * it was typed at, and that is not when it was read.
 * @param jotted the line as it was typed; undefined for what was logged by fields, whose time was chosen
 * @param at when it was filed as having happened, epoch ms
 */
export function hourIsTold(jotted: string | undefined, at: number, zone: string): boolean {
  if (jotted === undefined) return true;
  const text = plainSigns(jotted);
  const now = new TZDate(at, zone);
  let day = false;
  for (const [i, token] of tokensOf(text).entries()) {
    if (token.kind === 'mark') continue;
    // Which of two orders a date has matters nothing here.
    const words = readTimeWords(text.slice(token.from), now, { monthFirst: false, atStart: i === 0 });
    if (words?.clock ?? words?.moment) return true;
    day ||= words?.day !== undefined;
  }
  return !day;
}
