import { TZDate } from '@date-fns/tz';
import { describe, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { demoBook } from '../scenario';
import { everyAnswer } from './every-answer';
import { expectTheStory } from './the-story';

/** Clocks that are put forward in spring here, in spring there, and never; hours ahead of and behind the sun. */
export const ZONES = ['Europe/Lisbon', 'America/Los_Angeles', 'Asia/Kolkata', 'Pacific/Auckland'] as const;
type Zone = (typeof ZONES)[number];

/** Hours of day at which the demo is opened, in turn: before the first feeding, about noon, at closing time, and just before midnight. */
const CLOCKS = [
  [6, 30],
  [12, 5],
  [18, 0],
  [23, 58],
] as const;

/** The first of the days that are swept, and how many: two years with a 29 February in them. */
const FIRST_DAY = Date.UTC(2026, 10, 1);
export const SWEPT_DAYS = 731;

function open(at: number, zone: Zone): void {
  const book = demoBook(at, zone);
  expectTheStory(everyAnswer(book, at), `${new Date(at).toISOString()} in ${zone}`);
}

function clockOn(day: number, zone: Zone, [hours, minutes]: readonly [number, number]): number {
  const date = new Date(FIRST_DAY + day * DAY_MS);
  return new TZDate(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate(), hours, minutes, zone).getTime();
}

/**
 * Opens the demo on each of some days and asks every bench of every tank. A day is opened in one zone, the zones in turn, so that each
 * zone meets each weekday; with SWEEP=all in the environment every day is opened in every zone.
 * @param every of the days only each so many is opened, where the calendar of it was swept before
 */
export function sweepDays(from: number, to: number, every = 1): void {
  const all = process.env.SWEEP === 'all';
  for (let start = from; start < to; start += 30)
    it(`days ${start} to ${Math.min(to, start + 30) - 1}`, () => {
      for (let day = start; day < Math.min(to, start + 30); day++) {
        if (!all && day % every !== 0) continue;
        for (const [i, zone] of ZONES.entries())
          if (all || day % ZONES.length === i)
            // The clock moves on once a week, so that every weekday is opened at every hour of it.
            open(clockOn(day, zone, CLOCKS[Math.floor(day / 7) % CLOCKS.length] ?? CLOCKS[0]), zone);
      }
    }, 600_000);
}

/** The nights on which a clock is put forward or back somewhere, New Year and 29 February, in every zone, around midnight and in the hour that is missing or comes twice. */
export function sweepNights(): void {
  const nights: readonly (readonly [what: string, year: number, month: number, date: number])[] = [
    ['Los Angeles falls back', 2026, 11, 1],
    ['Los Angeles springs forward', 2027, 3, 14],
    ['Lisbon springs forward', 2027, 3, 28],
    ['Auckland falls back', 2027, 4, 4],
    ['Auckland springs forward', 2027, 9, 26],
    ['Lisbon falls back', 2027, 10, 31],
    ['New Year', 2027, 1, 1],
    ['New Year of a leap year', 2028, 1, 1],
    ['29 February', 2028, 2, 29],
  ];
  describe.each(nights)('%s', (_, year, month, date) => {
    it.each(ZONES)('in %s', (zone) => {
      for (const [hours, minutes] of [
        [0, 1],
        [2, 30],
        [23, 59],
      ] as const)
        open(new TZDate(year, month - 1, date, hours, minutes, zone).getTime(), zone);
    });
  });
}
