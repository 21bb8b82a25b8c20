import type { TZDate } from '@date-fns/tz';
import { isValid, set, subDays, subHours, subMinutes } from 'date-fns';
import { NUMBER_WORDS } from './lexicon/fillers';

const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MONTH = `(${MONTHS.join('|')})(?:uary|ruary|ch|il|e|y|ust|tember|ember|ober|t)?`;

/** A year behind a date, where it is none of the line's figures: "20 nov 2000 ml" is a volume. */
const YEAR = String.raw`(?:,?\s+((?:19|20)\d\d)(?![.,]?\d|\s*(?:ml|l|g|kg|mg|gal|lit|µ|u|%|p)[a-z/]*\b))?`;
/** 1896 to 1904: a century has none. */
const MOST_BETWEEN_LEAP_DAYS = 8;
const COUNT = String.raw`(\d+|an?|half an|one|two|three|four|five|six|seven|eight|nine|ten|twelve)`;

/** A time of the day. */
export interface Clock {
  readonly hours: number;
  readonly minutes: number;
  /** Of a part of the day ("evening"): the hour it begins. While it lasts it is now. */
  readonly sinceHour?: number;
}

/** Words of time found at the start of a text. */
export interface TimeWords {
  readonly length: number;
  readonly day?: TZDate;
  readonly clock?: Clock;
  /** A moment told outright ("2h ago"), which needs neither day nor clock. */
  readonly moment?: TZDate;
  /** A date or clock that does not exist, such as 31 Feb or 25:00. */
  readonly impossible?: boolean;
  /** A date that could be told in two orders, as it should be told instead. */
  readonly ask?: { readonly message: string; readonly suggestion?: string | undefined };
}

export interface TimeReading {
  /** "11/20" is month and day; day and month where false; asked about where it is not known and could be either. */
  readonly monthFirst?: boolean | undefined;
  /** The text begins the line, where "14.11." is a date and no figure with a full stop. */
  readonly atStart?: boolean;
}

/** Parts of the day, the hour they are taken as, and the hour they begin. Chosen. */
const PARTS: readonly (readonly [words: string, hours: number, since: number])[] = [
  ['(?:this\\s+|in\\s+the\\s+|the\\s+)?mornings?', 8, 4],
  ['(?:at\\s+)?midday', 12, 11],
  ['(?:this\\s+|in\\s+the\\s+|the\\s+)?afternoons?', 15, 12],
  ['(?:this\\s+|in\\s+the\\s+|the\\s+)?evenings?|tonight', 20, 17],
  ['at\\s+night', 22, 20],
];
/** "8.1 am": the letters alone, behind a figure that is no clock. */
const HALVES: readonly (readonly [words: string, hours: number, since: number])[] = [
  ['am', 8, 0],
  ['pm', 20, 12],
];

/**
 * Reads one expression of time at the start of a text: "yesterday", "sat", "3 days ago", "8pm", "20:15", "2026-11-20",
 * "20 nov", "20 nov 2025", "the 14th", "mid October", "evening", "now". Only what cannot be a reading is taken: a bare number is never a time.
 * @param now in the keeper's zone
 */
export function readTimeWords(text: string, now: TZDate, how: TimeReading = {}): TimeWords | undefined {
  for (const [pattern, read] of RULES) {
    const match = pattern.exec(text);
    const found = match && read(match, now, how);
    if (found) return { length: match[0].length, ...found };
  }
  return undefined;
}

type Rule = readonly [
  RegExp,
  (m: RegExpExecArray, now: TZDate, how: TimeReading) => Omit<TimeWords, 'length'> | undefined,
];

const RULES: readonly Rule[] = [
  [/^(?:just\s+)?now\b/i, (_, now) => ({ moment: now })],
  [/^(?:earlier\s+)?today(?:'s)?\b/i, (_, now) => ({ day: now })],
  [/^tomorrow\b/i, (_, now) => ({ day: subDays(now, -1) as TZDate })],
  [
    /^last\s+night\b/i,
    (_, now) => ({ day: subDays(now, 1) as TZDate, clock: { hours: 22, minutes: 0, sinceHour: 24 } }),
  ],
  [
    /^last\s+evening\b/i,
    (_, now) => ({ day: subDays(now, 1) as TZDate, clock: { hours: 20, minutes: 0, sinceHour: 24 } }),
  ],
  [/^yesterday\b/i, (_, now) => ({ day: subDays(now, 1) as TZDate })],
  [new RegExp(`^${COUNT}\\s*(?:days?|d)\\s+ago\\b`, 'i'), (m, now) => ({ day: subDays(now, count(m[1])) as TZDate })],
  [
    new RegExp(`^${COUNT}\\s*(?:weeks?|wks?|w)\\s+ago\\b`, 'i'),
    (m, now) => ({ day: subDays(now, 7 * count(m[1])) as TZDate }),
  ],
  [
    new RegExp(`^${COUNT}\\s*(?:hours?|hrs?|h)\\s+ago\\b`, 'i'),
    (m, now) => ({
      moment: /half/i.test(m[1] ?? '') ? (subMinutes(now, 30) as TZDate) : (subHours(now, count(m[1])) as TZDate),
    }),
  ],
  [
    new RegExp(`^${COUNT}\\s*(?:minutes?|mins?|m)\\s+ago\\b`, 'i'),
    (m, now) => ({ moment: subMinutes(now, count(m[1])) as TZDate }),
  ],
  [
    /^(?:on\s+|last\s+)?(sun|mon|tue|wed|thu|fri|sat)(?:nesday|rsday|urday|sday|day|s|rs)?\b(?!\s*[:=]?\s*\d+\s*%)/i,
    (m, now) => ({ day: lastWeekday(m[1] ?? '', now) }),
  ],
  [
    /^(\d{4})-(\d{1,2})-(\d{1,2})(?:T(?=\d)|\b)/i,
    (m, now) => datedIn(Number(m[1]), Number(m[2]) - 1, Number(m[3]), now),
  ],
  [
    /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}|\d{2}))?(?![\d/.,]|\s*(?:us\s*)?(?:gal|cup|tsp|tbsp|l\b|ml\b|oz|qt|pt|pint|quart))/i,
    (m, now, { monthFirst }) => slashed(Number(m[1]), Number(m[2]), m[3], now, monthFirst),
  ],
  [
    /^(\d{1,2})\.(\d{1,2})\.(?:((?:19|20)\d\d|\d{2})(?!\d))?(?=\s|,|:|$)/,
    (m, now, { atStart }) =>
      atStart || m[3] !== undefined ? dayAndMonth(Number(m[1]), Number(m[2]), m[3], now) : undefined,
  ],
  [
    new RegExp(`^(?:(?:on\\s+)?the\\s+)?(\\d{1,2})(?:st|nd|rd|th)?\\s*(?:of\\s+)?${MONTH}\\b\\.?${YEAR}`, 'i'),
    (m, now) => named(m[2] ?? '', Number(m[1]), m[3], now),
  ],
  [
    new RegExp(`^(?:on\\s+)?${MONTH}\\b\\.?\\s+(\\d{1,2})(?:st|nd|rd|th)?\\b(?![.,]\\d)${YEAR}`, 'i'),
    (m, now) => named(m[1] ?? '', Number(m[2]), m[3], now),
  ],
  [
    new RegExp(
      `^(?:in\\s+)?(mid|middle\\s+of|early|beginning\\s+of|start\\s+of|late|end\\s+of)[\\s-]+${MONTH}\\b`,
      'i',
    ),
    (m, now) => partOfMonth(m[1] ?? '', m[2] ?? '', now),
  ],
  [/^(?:on\s+)?the\s+(\d{1,2})(?:st|nd|rd|th)\b/i, (m, now) => lastDayOfMonth(Number(m[1]), now)],
  [/^(\d{1,2})(?:st|nd|rd|th)\b/i, (m, now) => lastDayOfMonth(Number(m[1]), now)],
  [
    /^(\d{1,2})(?::(\d{2}))?\s*(am|pm)\b/i,
    (m) => clock((Number(m[1]) % 12) + (/p/i.test(m[3] ?? '') ? 12 : 0), Number(m[2] ?? 0), Number(m[1]) > 12),
  ],
  [/^(\d{1,2}):(\d{2})(?!\d)/, (m) => clock(Number(m[1]), Number(m[2]))],
  [/^noon\b/i, () => clock(12, 0)],
  [/^midnight\b/i, () => clock(0, 0)],
  ...[...PARTS, ...HALVES].map(([words, hours, sinceHour]): Rule => [
    new RegExp(`^(?:${words})\\b`, 'i'),
    () => ({ clock: { hours, minutes: 0, sinceHour } }),
  ]),
];

/** A day and a clock joined; a day alone keeps the present clock, a clock alone is the last time it stood so. */
export function momentOf(day: TZDate | undefined, clockTime: TimeWords['clock'], now: TZDate): number {
  if (!clockTime) return (day ?? now).getTime();
  const { hours, minutes, sinceHour } = clockTime;
  const at = set(day ?? now, { hours, minutes, seconds: 0, milliseconds: 0 }) as TZDate;
  if (at.getTime() <= now.getTime()) return at.getTime();
  // "This evening", said in the evening, is now; said in the morning it was yesterday's.
  if (sinceHour !== undefined && now.getHours() >= sinceHour && at.getDate() === now.getDate()) return now.getTime();
  return (day ? at : subDays(at, 1)).getTime();
}

function count(words = '1'): number {
  return /^an?$/i.test(words) ? 1 : (NUMBER_WORDS.get(words.toLowerCase()) ?? Number(words));
}

function clock(hours: number, minutes: number, impossible = false): Omit<TimeWords, 'length'> {
  return impossible || hours > 23 || minutes > 59 ? { impossible: true } : { clock: { hours, minutes } };
}

/** "11/21" is a month and a day in one country and cannot be in another; "5/6" is two days, told apart by where the keeper lives. */
function slashed(
  first: number,
  second: number,
  year: string | undefined,
  now: TZDate,
  monthFirst: boolean | undefined,
): Omit<TimeWords, 'length'> {
  const orders = [
    [first, second],
    [second, first],
  ].filter(([day = 0, month = 0]) => MONTHS[month - 1] !== undefined && day >= 1 && day <= 31);
  const told = [...new Set(orders.map(([day = 0, month = 0]) => `${day} ${MONTHS[month - 1] ?? ''}`))];
  if (told.length === 0) return { ask: { message: 'There is no such date.' } };
  const [one = [0, 0]] = told.length > 1 && monthFirst ? orders.toReversed() : orders;
  if (told.length > 1 && monthFirst === undefined)
    return { ask: { message: `That is ${told.join(' or ')}: write the one that is meant.` } };
  return dayAndMonth(one[0] ?? 0, one[1] ?? 0, year, now);
}

function dayAndMonth(day: number, month: number, year: string | undefined, now: TZDate): Omit<TimeWords, 'length'> {
  const name = MONTHS[month - 1];
  if (name === undefined) return { impossible: true };
  return named(name, day, year?.length === 2 ? `20${year}` : year, now);
}

function lastWeekday(word: string, now: TZDate): TZDate {
  const wanted = WEEKDAYS.indexOf(word.slice(0, 3).toLowerCase());
  return subDays(now, (now.getDay() - wanted + 7) % 7 || 7) as TZDate;
}

/** "The 14th": the last one there was. */
function lastDayOfMonth(date: number, now: TZDate): Omit<TimeWords, 'length'> {
  for (let back = 0; back < 12; back++) {
    const found = dated(now.getFullYear(), now.getMonth() - back, date, now);
    if (found.day && found.day.getTime() <= now.getTime()) return found;
  }
  return { impossible: true };
}

/** "Mid October" is told by a day in it. */
function partOfMonth(part: string, month: string, now: TZDate): Omit<TimeWords, 'length'> {
  const at = MONTHS.indexOf(month.slice(0, 3).toLowerCase());
  const year = now.getFullYear() - (at > now.getMonth() ? 1 : 0);
  const lastDay = new Date(Date.UTC(year, at + 1, 0)).getUTCDate();
  const date = /^mid/i.test(part) ? 15 : /^(?:early|beg|start)/i.test(part) ? 5 : /^late/i.test(part) ? 25 : lastDay;
  const told = dated(year, at, date, now);
  return told.day && told.day.getTime() > now.getTime() ? { day: now } : told;
}

function dated(year: number, month: number, date: number, now: TZDate): Omit<TimeWords, 'length'> {
  const day = set(now, { year, month, date }) as TZDate;
  return isValid(day) && day.getDate() === date ? { day } : { impossible: true };
}

/** A month by its name, and a day; without a year it is the last one there was: 29 February may be years ago. */
function named(month: string, date: number, year: string | undefined, now: TZDate): Omit<TimeWords, 'length'> {
  const at = MONTHS.indexOf(month.slice(0, 3).toLowerCase());
  if (year !== undefined) return datedIn(Number(year), at, date, now);
  for (let back = 0; back <= MOST_BETWEEN_LEAP_DAYS; back++) {
    const found = datedIn(now.getFullYear() - back, at, date, now);
    if (found.day && found.day.getTime() <= now.getTime() + 36 * 3_600_000) return found;
  }
  return { impossible: true };
}

function datedIn(year: number, month: number, date: number, now: TZDate): Omit<TimeWords, 'length'> {
  const found = dated(year, month, date, now);
  return found.day?.getMonth() === month ? found : { impossible: true };
}
