import { TZDate } from '@date-fns/tz';
import { it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { drawn, WHOLE } from '@/testing/tier';
import { spend } from '@/testing/work';
import { demoSnapshot } from '@/demo/scenario';
import { everyAnswer } from './every-answer';
import { expectTheStory } from './the-story';

/** Clocks that are put forward in spring here, in spring there, and never; hours ahead of and behind the sun. */
export const ZONES = ['Europe/Lisbon', 'America/Los_Angeles', 'Asia/Kolkata', 'Pacific/Auckland'] as const;
export type Zone = (typeof ZONES)[number];

/** Hours of day at which the demo is opened: before the first feeding, about noon, at closing time, and just before midnight. */
export const CLOCKS = [
  [6, 30],
  [12, 5],
  [18, 0],
  [23, 58],
] as const;

/** The first of the days that are swept, a Sunday, and how many: two years with a 29 February in them. */
const FIRST_DAY = Date.UTC(2026, 10, 1);
const SWEPT_DAYS = 731;

/** One opening of the demo: what the clock on the wall shows, and where. */
export interface Opening {
  readonly year: number;
  /** 1 to 12. */
  readonly month: number;
  readonly date: number;
  readonly hours: number;
  readonly minutes: number;
  readonly zone: Zone;
}

/** Opens the demo, asks every bench of every tank, and fails where one answers otherwise than the story means it to. */
export function open({ year, month, date, hours, minutes, zone }: Opening): void {
  spend('the demo opened, every bench asked');
  const at = new TZDate(year, month - 1, date, hours, minutes, zone).getTime();
  const snapshot = demoSnapshot(at, zone);
  expectTheStory(everyAnswer(snapshot, at), `${new Date(at).toISOString()} in ${zone}`);
}

function onDay(day: number, [hours, minutes]: readonly [number, number], zone: Zone): Opening {
  const at = new Date(FIRST_DAY + day * DAY_MS);
  return { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, date: at.getUTCDate(), hours, minutes, zone };
}

/** The place of a round, however often one has gone round. */
function inTurn<Each>(round: readonly Each[], turn: number): Each {
  const found = round[turn % round.length];
  if (found === undefined) throw new Error('an empty round');
  return found;
}

/** Some openings a test: it says where it failed. */
const OPENINGS_A_TEST = 30;
export function opened(openings: readonly Opening[]): void {
  for (let from = 0; from < openings.length; from += OPENINGS_A_TEST)
    it(`openings ${from + 1} to ${Math.min(openings.length, from + OPENINGS_A_TEST)}`, () =>
      openings.slice(from, from + OPENINGS_A_TEST).forEach(open));
}

/**
 * Each weekday at each of the hours; seasons and zones in turn beside them, so that each weekday and each hour meets every
 * season and every zone.
 */
export function weekdaysAndHours(): Opening[] {
  return Array.from({ length: 7 * CLOCKS.length }, (_, i) => {
    const [weekday, clock] = [i % 7, Math.floor(i / 7)];
    // A quarter of a year is 91 days, which are 13 weeks: the weekday stays.
    const season = (weekday + clock) % 4;
    return onDay(91 * season + weekday, inTurn(CLOCKS, clock), inTurn(ZONES, (weekday % 4) ^ clock));
  });
}

/**
 * One of two shares of further days of the two years, drawn by the version number; in the whole suite every day, in every zone, the
 * hours in turn.
 */
export function daysOfTwoYears(share: 0 | 1): readonly Opening[] {
  const days = Array.from({ length: SWEPT_DAYS }, (_, day) =>
    // The hour moves on once a week, so that every weekday is opened at every hour of it.
    ZONES.map((zone) => onDay(day, inTurn(CLOCKS, Math.floor(day / 7)), zone)),
  );
  return drawn('days of the sweep', days.flat(), 10).filter((_, i) => i % 2 === share);
}

const NIGHTS = [
  { what: 'Los Angeles falls back', year: 2026, month: 11, date: 1, zone: 'America/Los_Angeles' },
  { what: 'Los Angeles springs forward', year: 2027, month: 3, date: 14, zone: 'America/Los_Angeles' },
  { what: 'Lisbon springs forward', year: 2027, month: 3, date: 28, zone: 'Europe/Lisbon' },
  { what: 'Auckland falls back', year: 2027, month: 4, date: 4, zone: 'Pacific/Auckland' },
  { what: 'Auckland springs forward', year: 2027, month: 9, date: 26, zone: 'Pacific/Auckland' },
  { what: 'Lisbon falls back', year: 2027, month: 10, date: 31, zone: 'Europe/Lisbon' },
  { what: 'New Year', year: 2027, month: 1, date: 1, zone: 'Asia/Kolkata' },
  { what: 'New Year of a leap year', year: 2028, month: 1, date: 1, zone: 'Pacific/Auckland' },
  { what: '29 February', year: 2028, month: 2, date: 29, zone: 'Asia/Kolkata' },
] as const;

/**
 * The nights on which a clock is put forward or back somewhere, New Year and 29 February, after midnight, in the hour that is missing
 * or comes twice, and before the next midnight: where the clock is put, in the whole suite in every zone.
 */
export function nights(): { readonly what: string; readonly openings: readonly Opening[] }[] {
  const hours = [
    [0, 1],
    [2, 30],
    [23, 59],
  ] as const;
  return NIGHTS.map(({ what, year, month, date, zone: own }, night) => ({
    what,
    openings: (WHOLE ? ZONES : [own]).flatMap((zone) =>
      hours
        // The hour that is missing or comes twice is what such a night is about; of the others the ends of the day in turn.
        .filter((_, i) => WHOLE || i === (zone === own && night < 6 ? 1 : (night % 2) * 2))
        .map(([h, minutes]) => ({ year, month, date, hours: h, minutes, zone })),
    ),
  }));
}
