import type * as z from 'zod';
import { TZDate } from '@date-fns/tz';
import { isSameDay } from 'date-fns';
import type { correction } from '@/calculators/dosing/correction';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { handlingOfBottle } from '@/calculators/reagents/strength-steps';
import { LIVESTOCK } from '@/calculators/parameters/livestock';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import type { Book, EntryOf, Solution, Tank } from '@/record/schema';
import { broughtPerDay, balanceAt, type Balance } from './balance';
import { partsFor, type DoseQuestion } from './dose-question';
import { strengthOf } from './known-events';
import { lastLevel, lastObservation, observationsOf } from './observations';
import { aimFor, bandFor } from './targets';
import { broughtBy } from './what-goes-in';
import { nutrientsAtZero, salinityOf } from './water-status';

/** Under this nitrate is lean: a high alkalinity is then eased over weeks, mg/L. Common practice. */
const LEAN_NITRATE = 1;
/** A reading of nitrate this old says nothing of the water that is corrected. Chosen. */
const LATELY_DAYS = 21;
/** One that was begun and forgotten is no plan any more, so many days after it should have ended. Chosen. */
const FORGOTTEN_DAYS = 14;

/** What the keeper sets for one correction, on the bench only, in the parameter's canonical unit. */
export interface CorrectionTried {
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  readonly perDay?: number | undefined;
}

export interface CorrectionQuestion {
  readonly solution: Solution;
  readonly input: z.input<typeof correction.input>;
  /** The one that was begun and is not ended. */
  readonly begun: EntryOf<'correction'> | undefined;
}

/** One-off corrections, for each parameter with a part to make them with and a level to judge. */
export function correctionQuestions(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: Partial<Record<DosedParameter, CorrectionTried>> = {},
): CorrectionQuestion[] {
  // Once, a level may be brought back with a bottle that stands beside another tank.
  const anyPart = partsFor(tank, book.solutions);
  return DOSED_PARAMETERS.flatMap((parameter): CorrectionQuestion[] => {
    const begun = correctionUnderWay(book, tank, parameter, now);
    const solution =
      book.solutions.find(({ id }) => id === begun?.solutionId) ?? question.parts[parameter] ?? anyPart[parameter];
    const reading = lastObservation(book, tank.id, parameter);
    if (!solution || !reading) return [];
    const { balance } = question;
    const { level, levelSd, consumption, trend } = balance.of[parameter];
    const others = broughtPerDay(balance, parameter, ({ source }) => source !== solution.id);
    const runs = balance.inputs.find(({ source }) => source === solution.id)?.mlPerDay;
    const own = tried[parameter] ?? {};
    const pace = own.perDay ?? paceOfClass(tank, parameter);
    // A consumption the tests cannot tell from zero says nothing of how fast a level falls.
    const told =
      consumption && consumption.from !== 'ratio' && consumption.perDay >= 1.96 * consumption.perDaySd
        ? consumption.perDay
        : undefined;
    return [
      {
        solution,
        begun,
        input: {
          parameter,
          netVolumeL: question.volumeL,
          level: own.from ?? level ?? reading.value,
          levelSd: own.from === undefined ? levelSd : 0,
          aim: own.to ?? begun?.to ?? aimFor(tank, parameter),
          ...(own.from === undefined &&
            own.to === undefined && { band: [...bandFor(tank, parameter)] as [number, number] }),
          reading: own.from ?? reading.value,
          ...(own.from === undefined && reading.correction !== 0 && { asShown: reading.raw }),
          readingSd: reading.sd,
          leftOut: own.from === undefined && (trend?.setAside.some(({ at }) => at === reading.at) ?? false),
          part: {
            name: solution.name,
            perMl: DOSED_FACTS[parameter].perMl(strengthOf(solution)),
            handling: handlingOfBottle(solution),
          },
          ...(runs !== undefined && { runsMlPerDay: runs }),
          ...(told !== undefined && { consumptionPerDay: told }),
          ...(pace !== undefined && { limitPerDay: pace, fallLimitPerDay: pace }),
          ...readBefore(book, tank, now, parameter, reading.at),
          othersPerDay: Math.max(0, others.amountPerDay) / question.volumeL,
          othersBy: [...others.names],
          ...(own.from === undefined && { givenSince: givenSince(book, tank, balance, parameter, reading.at, now) }),
          ...(begun && { begun: courseOf(book, tank, begun, now) }),
        },
      },
    ];
  });
}

/** What is looked at before a correction: salinity, magnesium, and whether the water is lean. */
function readBefore(book: Book, tank: Tank, now: number, parameter: DosedParameter, readAt: number) {
  const salinity = salinityOf(book, tank, parameter, readAt)?.salinity;
  const read = lastObservation(book, tank.id, 'nitrate');
  const nitrate = read && read.at > now - LATELY_DAYS * DAY_MS ? lastLevel(book, tank.id, 'nitrate') : undefined;
  const { level: magnesium } = balanceAt(book, tank, now).of.magnesium;
  return {
    starved: nutrientsAtZero(book, tank, now).values.warns || (nitrate !== undefined && nitrate < LEAN_NITRATE),
    aimSalinity: aimFor(tank, 'salinity'),
    ...(salinity !== undefined && { salinity }),
    ...(magnesium !== undefined && { magnesium }),
  };
}

/** The pace that what lives in the tank is held to, where its class is said and is gentler than what is usual. */
export function paceOfClass({ livestock }: Tank, parameter: DosedParameter): number | undefined {
  const ofClass = livestock && parameter === 'alkalinity' ? LIVESTOCK[livestock].alkalinityPerDay : undefined;
  return ofClass !== undefined && ofClass < DOSED_FACTS.alkalinity.riseLimitPerDay ? ofClass : undefined;
}

/** The correction of a level that adds to it, was begun last and is not ended. */
export function correctionUnderWay(
  book: Book,
  tank: Tank,
  parameter: DosedParameter,
  now: number,
): EntryOf<'correction'> | undefined {
  const last = entriesOf(book, tank.id, 'correction').findLast(
    (each) => each.parameter === parameter && each.at <= now,
  );
  return last && last.backToMlPerDay === undefined && isUnderWay(last, now) ? last : undefined;
}

function isUnderWay({ at, days, endedAt }: EntryOf<'correction'>, now: number): boolean {
  return endedAt === undefined && now < at + (days + FORGOTTEN_DAYS) * DAY_MS;
}

/** How far one that was begun has come: the doses that name it, and the tests since. */
function courseOf(book: Book, tank: Tank, begun: EntryOf<'correction'>, now: number) {
  const { zone } = book.settings;
  const given = entriesOf(book, tank.id, 'dose').filter((dose) => dose.correction === begun.id && dose.at <= now);
  const today = new TZDate(now, zone);
  const test = observationsOf(book, tank.id, begun.parameter).findLast(({ at }) => at > begun.at && at <= now);
  return {
    at: begun.at,
    now,
    from: begun.from,
    days: begun.days,
    givenMl: given.reduce((sum, { volumeMl }) => sum + volumeMl, 0),
    givenToday: given.some(({ at }) => isSameDay(new TZDate(at, zone), today)),
    ...(test && { readAt: test.at }),
  };
}

/** What was given once, of a correction or apart from any, since the last test: by how much it lifts the level. What is given daily holds it. */
function givenSince(
  book: Book,
  tank: Tank,
  { inputs, volumeL }: Balance,
  parameter: DosedParameter,
  readAt: number,
  now: number,
): number {
  const daily = new Set(inputs.map(({ solutionId }) => solutionId));
  return entriesOf(book, tank.id, 'dose')
    .filter(
      ({ at, correction: of, solutionId }) => at > readAt && at <= now && (of !== undefined || !daily.has(solutionId)),
    )
    .reduce((sum, { solutionId, volumeMl }) => {
      const solution = book.solutions.find(({ id }) => id === solutionId);
      return sum + (solution ? broughtBy(solution, volumeMl, now)[parameter] / volumeL : 0);
    }, 0);
}

/** A level that is eased down by a lowered dose, and the day on which the dose goes back. */
export interface Easing {
  readonly entry: EntryOf<'correction'>;
  readonly endsAt: number;
}

/** Easings that go on: the dose still runs as it was lowered. Set otherwise meanwhile, it is the keeper's own dose that runs. */
export function easingsUnderWay(book: Book, tank: Tank, now: number): Easing[] {
  const { inputs } = balanceAt(book, tank, now);
  return DOSED_PARAMETERS.flatMap((parameter): Easing[] => {
    const entry = entriesOf(book, tank.id, 'correction').findLast(
      (each) => each.parameter === parameter && each.at <= now && each.backToMlPerDay !== undefined,
    );
    if (!entry || !isUnderWay(entry, now)) return [];
    const runs = inputs.find(({ source }) => source === entry.solutionId)?.mlPerDay ?? 0;
    const lowered = Math.abs(runs - entry.mlPerDay) < 0.05 + 0.01 * runs;
    return lowered ? [{ entry, endsAt: entry.at + entry.days * DAY_MS }] : [];
  });
}
