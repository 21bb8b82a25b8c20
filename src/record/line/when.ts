import type { TZDate } from '@date-fns/tz';
import { isValid, set, subDays, subHours, subMinutes } from 'date-fns';

const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A year behind a date, where it is none of the line's figures: "20 nov 2000 ml" is a volume. */
const YEAR = String.raw`(?:,?\s+((?:19|20)\d\d)(?![.,]?\d|\s*(?:ml|l|g|kg|mg|gal|lit|µ|u|%|p)[a-z/]*\b))?`;
/** 1896 to 1904: a century has none. */
const MOST_BETWEEN_LEAP_DAYS = 8;

/** Words of time found at the start of a text. */
export interface TimeWords {
  readonly length: number;
  readonly day?: TZDate;
  readonly clock?: { readonly hours: number; readonly minutes: number };
  /** A moment told outright ("2h ago"), which needs neither day nor clock. */
  readonly moment?: TZDate;
  /** A date or clock that does not exist, such as 31 Feb or 25:00. */
  readonly impossible?: boolean;
  /** A date that could be told in two orders, as it should be told instead. */
  readonly ask?: { readonly message: string; readonly suggestion?: string | undefined };
}

/**
 * Reads one expression of time at the start of a text: "yesterday", "sat", "3 days ago", "8pm", "20:15", "2026-11-20",
 * "20 nov", "20 nov 2025", "now". Only what cannot be a reading is taken: a bare number is never a time.
 * @param now in the keeper's zone
 */
export function readTimeWords(text: string, now: TZDate): TimeWords | undefined {
  const rules: [RegExp, (m: RegExpExecArray) => Omit<TimeWords, 'length'>][] = [
    [/^now\b/i, () => ({ moment: now })],
    [/^today\b/i, () => ({ day: now })],
    [/^tomorrow\b/i, () => ({ day: subDays(now, -1) as TZDate })],
    [/^(yesterday|last night)\b/i, () => ({ day: subDays(now, 1) as TZDate })],
    [/^(\d+)\s*(?:days?|d)\s+ago\b/i, (m) => ({ day: subDays(now, Number(m[1])) as TZDate })],
    [/^(\d+)\s*(?:hours?|hrs?|h)\s+ago\b/i, (m) => ({ moment: subHours(now, Number(m[1])) as TZDate })],
    [/^(\d+)\s*(?:minutes?|mins?|m)\s+ago\b/i, (m) => ({ moment: subMinutes(now, Number(m[1])) as TZDate })],
    [
      /^(?:last\s+)?(sun|mon|tue|wed|thu|fri|sat)(?:nesday|rsday|urday|sday|day|s|rs)?\b/i,
      (m) => ({ day: lastWeekday(m[1] ?? '', now) }),
    ],
    [/^(\d{4})-(\d{1,2})-(\d{1,2})\b/, (m) => dated(Number(m[1]), Number(m[2]) - 1, Number(m[3]), now)],
    [/^(\d{1,2})\/(\d{1,2})(?:\/(?:\d{4}|\d{2}))?(?![\d/])/, (m) => ({ ask: twoOrders(Number(m[1]), Number(m[2])) })],
    [
      new RegExp(`^(\\d{1,2})\\s*(${MONTHS.join('|')})[a-z]*\\b${YEAR}`, 'i'),
      (m) => named(m[2] ?? '', Number(m[1]), m[3], now),
    ],
    [
      new RegExp(`^(${MONTHS.join('|')})[a-z]*\\s+(\\d{1,2})\\b${YEAR}`, 'i'),
      (m) => named(m[1] ?? '', Number(m[2]), m[3], now),
    ],
    [
      /^(\d{1,2})(?::(\d{2}))?\s*(am|pm)\b/i,
      (m) => clock((Number(m[1]) % 12) + (/p/i.test(m[3] ?? '') ? 12 : 0), Number(m[2] ?? 0), Number(m[1]) > 12),
    ],
    [/^(\d{1,2}):(\d{2})(?!\d)/, (m) => clock(Number(m[1]), Number(m[2]))],
    [/^noon\b/i, () => clock(12, 0)],
    [/^midnight\b/i, () => clock(0, 0)],
  ];
  for (const [pattern, read] of rules) {
    const match = pattern.exec(text);
    if (match) return { length: match[0].length, ...read(match) };
  }
  return undefined;
}

/** A day and a clock joined; a day alone keeps the present clock, a clock alone is the last time it stood so. */
export function momentOf(day: TZDate | undefined, clockTime: TimeWords['clock'], now: TZDate): number {
  if (!clockTime) return (day ?? now).getTime();
  const at = set(day ?? now, { ...clockTime, seconds: 0, milliseconds: 0 }) as TZDate;
  return (!day && at.getTime() > now.getTime() ? subDays(at, 1) : at).getTime();
}

function clock(hours: number, minutes: number, impossible = false): Omit<TimeWords, 'length'> {
  return impossible || hours > 23 || minutes > 59 ? { impossible: true } : { clock: { hours, minutes } };
}

/** "11/21" is a month and a day in one country and cannot be in another; "5/6" is two days. */
function twoOrders(first: number, second: number): NonNullable<TimeWords['ask']> {
  const named = (day: number, month: number) => {
    const name = MONTHS[month - 1];
    return name !== undefined && day >= 1 && day <= 31 ? `${day} ${name}` : undefined;
  };
  const told = [...new Set([named(first, second), named(second, first)].filter((each) => each !== undefined))];
  const [one, other] = told;
  if (one === undefined) return { message: 'There is no such date.' };
  return other === undefined
    ? { message: `Day and month come in either order: write ${one}.`, suggestion: one }
    : { message: `That is ${one} or ${other}: write the one that is meant.` };
}

function lastWeekday(word: string, now: TZDate): TZDate {
  const wanted = WEEKDAYS.indexOf(word.slice(0, 3).toLowerCase());
  return subDays(now, (now.getDay() - wanted + 7) % 7 || 7) as TZDate;
}

function dated(year: number, month: number, date: number, now: TZDate): Omit<TimeWords, 'length'> {
  const day = set(now, { year, month, date }) as TZDate;
  return isValid(day) && day.getMonth() === month && day.getDate() === date ? { day } : { impossible: true };
}

/** A month by its name, and a day; without a year it is the last one there was: 29 February may be years ago. */
function named(month: string, date: number, year: string | undefined, now: TZDate): Omit<TimeWords, 'length'> {
  const at = MONTHS.indexOf(month.slice(0, 3).toLowerCase());
  if (year !== undefined) return dated(Number(year), at, date, now);
  for (let back = 0; back <= MOST_BETWEEN_LEAP_DAYS; back++) {
    const found = dated(now.getFullYear() - back, at, date, now);
    if (found.day && found.day.getTime() <= now.getTime() + 36 * 3_600_000) return found;
  }
  return { impossible: true };
}
