import { TZDate } from '@date-fns/tz';
import { format, isValid, parse } from 'date-fns';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { toldMoment } from '@/jot/told-moment';

/** How a moment stands in a field: "Fri 20 Nov 2026 09:00". */
const WRITTEN = 'EEE d MMM yyyy HH:mm';
/** What is read besides: without the weekday, without the year (this one's), without the hour (noon), and the ISO forms. No order of figures alone. */
const READ = [
  WRITTEN,
  'd MMM yyyy HH:mm',
  'd MMM HH:mm',
  'MMM d yyyy HH:mm',
  'MMM d, yyyy HH:mm',
  'MMM d HH:mm',
  'yyyy-MM-dd HH:mm',
  "yyyy-MM-dd'T'HH:mm",
];
const DAYS_ALONE = ['EEE d MMM yyyy', 'd MMM yyyy', 'd MMM', 'MMM d yyyy', 'MMM d', 'yyyy-MM-dd'];
const NOON = 12;
/** A year typed with two figures or by a slip is no year of a record. */
const YEARS = [2000, 2100] as const;

export function typedText(at: number, zone: string): string {
  return format(new TZDate(at, zone), WRITTEN);
}

/**
 * The moment a text names in a zone; undefined where it names none.
 * @param now for the year of a date that names none
 * @param monthFirst how a date of figures is told where the keeper lives; where that is not known, none is read
 */
export function readTyped(text: string, now: number, zone: string, monthFirst?: boolean): number | undefined {
  // "July" and "Friday" are read as their first three letters.
  const typed = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/\p{L}{4,}/gu, (word) => word.slice(0, 3));
  const base = new TZDate(now, zone);
  for (const [patterns, hour] of [
    [READ, undefined],
    [DAYS_ALONE, NOON],
  ] as const)
    for (const pattern of patterns) {
      // Read off a day that every month has, so that what is not named is that of no other month.
      const read = parse(typed, pattern, new TZDate(base.getFullYear(), 0, 1, 0, 0, 0, 0, zone));
      if (!isValid(read) || read.getFullYear() < YEARS[0] || read.getFullYear() > YEARS[1]) continue;
      if (hour !== undefined) read.setHours(hour);
      return read.getTime();
    }
  // In the words of the line: "yesterday 8pm", "11/20 9am". Figures alone are read where it is known which is the month.
  if (monthFirst === undefined) return undefined;
  return toldMoment(text, { now, zone, units: DEFAULT_UNITS, monthFirst });
}
