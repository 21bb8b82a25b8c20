import type { z } from 'zod';
import { AMMONIA_READ_AT, USUAL_STEPS, type Deed, type FullReading } from '@/chemistry/cycle/cycle-input';
import { cycleReading } from '@/chemistry/cycle/cycle-reading';
import { freeAmmoniaShare } from '@/chemistry/nitrogen/free-ammonia';
import { attempt, type Attempt } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { PARAMETERS } from '@/chemistry/parameters';
import { netVolumeL, type Book, type EntryOf, type Tank } from '@/record/schema';
import { saltAndWarmth } from './co2-seen';
import { knownEvents } from './known-events';
import type { OutlookPoint } from './outlook';
import { remember } from './remember';
import { chloraminePasses } from './source-line';
import { waterOfSalt } from './water-of-salt';

export type CycleQuestionOf = z.input<typeof cycleReading.input>;
export type CycleOutcome = ReturnType<typeof cycleReading.run>;

/** Long after a cycle is done its tests say nothing of it any more. Chosen. */
const LOOKED_AFTER_DAYS = 45;
const HOUR_MS = 3_600_000;

/** First steps of the kits, as set or as is usual. */
export function kitSteps({ settings: { kit } }: Book) {
  return kit ? { ammonia: kit.ammoniaStep, nitrite: kit.nitriteStep } : USUAL_STEPS;
}

/** Whether a tank is new enough that its cycle is followed. */
export function cycleFollowed(tank: Tank, now: number): boolean {
  const { cycle } = tank;
  if (!cycle || cycle.startedAt > now) return false;
  return cycle.doneAt === undefined || now - cycle.doneAt < LOOKED_AFTER_DAYS * DAY_MS;
}

/** A tank's tests from its start on, all ammonia in each: what a kit for the un-ionised kind showed is told as all of it. */
export function cycleReadings(book: Book, tank: Tank, since: number): FullReading[] {
  const { salinity, temperatureC } = saltAndWarmth(book, tank);
  let ph: number = AMMONIA_READ_AT;
  return book.entries.flatMap((entry): FullReading[] => {
    if (entry.tankId !== tank.id || entry.kind !== 'reading' || entry.at < since) return [];
    const { ammonia, nitrite, nitrate, alkalinity } = entry.values;
    ph = entry.values.ph ?? ph;
    const share =
      book.settings.kit?.ammoniaReads === 'free'
        ? attempt(() => freeAmmoniaShare(ph, salinity, temperatureC)).outcome
        : undefined;
    const all = ammonia === undefined || share === undefined ? ammonia : ammonia / share;
    return [
      {
        at: entry.at,
        ammonia: all === undefined ? undefined : Math.min(all, PARAMETERS.ammonia.high),
        nitrite,
        nitrate,
        alkalinity,
        ph: entry.values.ph,
        salinity: entry.values.salinity,
        temperature: entry.values.temperature,
      },
    ];
  });
}

/** What was done to a tank that its cycle answers to. */
export function cycleDeeds(book: Book, tank: Tank): Deed[] {
  const volumeL = netVolumeL(tank);
  const dosed = knownEvents(book, tank).flatMap((event): Deed[] =>
    event.kind === 'addition' && (event.amounts.ammonia ?? 0) > 0
      ? [{ did: 'dosed ammonia', at: event.at, ammonia: (event.amounts.ammonia ?? 0) / volumeL }]
      : [],
  );
  const rest = book.entries.flatMap((entry): Deed[] => {
    if (entry.tankId !== tank.id) return [];
    if (entry.kind === 'water-change') return [{ did: 'changed', at: entry.at, litres: entry.volumeL }];
    return entry.kind === 'put-in' ? [{ did: 'put in', at: entry.at, what: entry.what, count: entry.count }] : [];
  });
  return [...dosed, ...rest].toSorted((a, b) => a.at - b.at);
}

/** What is put in, as the record tells it. */
export function putIn(book: Book, tank: Tank): EntryOf<'put-in'>[] {
  return book.entries.filter(
    (entry): entry is EntryOf<'put-in'> => entry.kind === 'put-in' && entry.tankId === tank.id,
  );
}

/** The daily reading's question, from the record; nothing for a tank whose cycle is not followed. */
export function cycleQuestion(book: Book, tank: Tank, now: number): CycleQuestionOf | undefined {
  const { cycle } = tank;
  if (!cycle || !cycleFollowed(tank, now)) return undefined;
  const warm = saltAndWarmth(book, tank);
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  return {
    school: cycle.school,
    netVolumeL: netVolumeL(tank),
    startedAt: cycle.startedAt,
    now,
    temperatureC: warm.temperatureC,
    readings: cycleReadings(book, tank, cycle.startedAt),
    deeds: cycleDeeds(book, tank),
    steps: kitSteps(book),
    doneAt: cycle.doneAt,
    chloramine: chloraminePasses(book, now),
    readsFree: book.settings.kit?.ammoniaReads === 'free',
    newWaterAlkalinity: waterOfSalt(salt, warm.salinity).alkalinity,
  };
}

/** The daily reading of a tank's cycle. What an hour changes nobody sees, so it is worked out once an hour and book. */
export function cycleOf(book: Book, tank: Tank, now: number): Attempt<CycleOutcome> | undefined {
  const hour = Math.floor(now / HOUR_MS) * HOUR_MS;
  // A test logged within the hour counts at once.
  const newest = book.entries.findLast(({ tankId, at }) => tankId === tank.id && at <= now)?.at ?? hour;
  const at = Math.max(hour, newest);
  return remember(book, tank, `cycle at ${at}`, () => {
    const question = cycleQuestion(book, tank, at);
    return question && attempt(() => cycleReading.run(question));
  });
}

/** Ammonia, nitrite or nitrate from now on, as tanks that fit the tests go on. */
export function cycleOutlook(
  book: Book,
  tank: Tank,
  parameter: 'ammonia' | 'nitrite' | 'nitrate',
  now: number,
  until: number,
): OutlookPoint[] {
  const course = cycleOf(book, tank, now)?.outcome?.values.course[parameter] ?? [];
  return course
    .filter(({ at }) => at >= now - HOUR_MS && at <= until)
    .map(({ at, low, middle, high }) => ({ at, value: middle, low, high }));
}
