import type { Hours } from '@/record/kinds/entry-kind';
import type { Line } from './line';

const CLOCK = String.raw`(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?`;
const WINDOW = new RegExp(
  String.raw`^(?:from\s+|on\s+(?:at\s+)?)?${CLOCK}\s*(?:-|–|—|to|until|till|,?\s*off\s*(?:at\s+)?)\s*${CLOCK}(?![\p{L}\d.:])`,
  'iu',
);
/** Lamps that are said to run for longer, with no half of the day told, are read as "10 to 8" is said: ten hours. Chosen. */
const LONGEST_TOLD_H = 14;

/**
 * "22:00 to 8:00", "10pm-8am", "on 10 off 8" at a token.
 * @param byDay what runs is lamps: "10 to 8" is the day between them, and not the 22 hours
 */
export function hoursAt(
  line: Line,
  at: number,
  byDay: boolean,
): { readonly hours: Hours; readonly end: number } | undefined {
  const token = line.tokens[at];
  if (!token || !line.free(at)) return undefined;
  const match = WINDOW.exec(line.text.slice(token.from));
  if (!match) return undefined;
  const [all, h1, m1, half1, h2, m2, half2] = match;
  const opens = minuteOf(h1, m1, half1 ?? (half2 && Number(h1) <= 12 ? half2 : undefined));
  const shuts = minuteOf(h2, m2, half2);
  if (opens === undefined || shuts === undefined) return undefined;
  let end = at;
  while (end < line.tokens.length && (line.tokens[end]?.from ?? 0) < token.from + all.length) end++;
  const told = (shuts - opens + 1440) % 1440;
  const later = (shuts + 720 - opens + 1440) % 1440;
  const saysHalf = half1 ?? half2 ?? (m1 && Number(h1) > 12 ? m1 : undefined);
  const meant =
    byDay && !saysHalf && Number(h2) <= 12 && (told === 0 || told > LONGEST_TOLD_H * 60) && later > 0 ? later : told;
  return { hours: { fromMinute: opens, forMinutes: meant === 0 ? 1440 : meant }, end };
}

function minuteOf(hour: string | undefined, minute = '0', half: string | undefined): number | undefined {
  const h = Number(hour);
  const twelve = half?.toLowerCase();
  if (twelve && (h < 1 || h > 12)) return undefined;
  const of24 = twelve === 'pm' ? (h % 12) + 12 : twelve === 'am' ? h % 12 : h;
  if (of24 === 24 && Number(minute) === 0) return 0;
  return of24 < 24 && Number(minute) < 60 ? of24 * 60 + Number(minute) : undefined;
}
