import { refusedText } from '@/calculators/calculator/refusal-text';
import type { Answer } from '@/calculators/calculator/calculator';
import { maintenanceDose } from '@/calculators/dosing/maintenance';
import { effluentFlow } from '@/calculators/reactor/effluent-flow';
import { attempt, type RefusalDetail } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { away } from '@/calculators/top-off/away';
import { topOffUpkeep } from '@/calculators/top-off/upkeep';
import { quantity } from '@/chemistry/units/quantity';
import type { Book, Tank } from '@/record/schema';
import { awayQuestion } from './away';
import type { CycleOutcome } from './cycle';
import { changeHabit } from './change-habit';
import { doseQuestion, reactorQuestion, type DoseQuestion } from './dose-question';
import { seriesAnswer } from './series-answer';
import { suppliesAt } from './supply-timeline';
import { nutrientsAtZero } from './water-status';
import { upkeepQuestion } from './top-off-upkeep';
import { topOffOutcome } from './top-off-question';

/** Leaving is told of for so many days before. Chosen: a week to fill, fetch and ask. */
const LEAVING_SOON_DAYS = 7;

type BenchOfToday = 'top-off' | 'dose' | 'series' | 'log' | 'change' | 'cycle';

export interface TodayLine {
  readonly bench: BenchOfToday;
  /** The part of the bench, where it is not its first. */
  readonly as?: string;
  readonly title: string;
  readonly answer: Answer;
  /** The greater the more pressing. */
  readonly pressing: number;
}

export interface Today {
  readonly answer: Answer;
  readonly bench: BenchOfToday;
  readonly as?: string | undefined;
  readonly lines: readonly TodayLine[];
}

/** A reservoir with less than this left is the first thing to see to. */
const REFILL_SOON_DAYS = 2;
/** A standing dose this far off the answer, as a share, is worth resetting. Common practice. */
const DOSE_OFF_BY = 0.1;

/** A change is told of from two days before it on. Chosen: a day to make water, a day to mix it. */
const CHANGE_SOON_DAYS = 2;

/**
 * Each bench's own answer, in the order it presses.
 * @param cycle the daily reading of a new tank, where one is followed, or that it is being worked out
 */
export function todayOf(book: Book, tank: Tank, now: number, cycle?: CycleOutcome | 'asked'): Today {
  const lines = [
    cycleLine(tank, cycle),
    lineOf('top-off', 'Top-off', () => topOffLine(book, tank, now)),
    lineOf('top-off', 'Top-off upkeep', () => upkeepLine(book, tank, now)),
    lineOf('top-off', 'Leaving', () => leavingLine(book, tank, now)),
    ...linesOf('dose', 'Dose', () => doseLines(book, tank, now)),
    lineOf('series', 'Nutrients', () => nutrientsLine(book, tank, now)),
    lineOf('series', 'Series', () => seriesLine(book, tank, now)),
    lineOf('change', 'Change', () => changeLine(book, tank, now)),
  ]
    .filter((line) => line !== undefined)
    .toSorted((a, b) => b.pressing - a.pressing);
  const first = lines[0];
  if (!first) return { answer: NOTHING, bench: 'log', lines };
  return { answer: first.answer, bench: first.bench, as: first.as, lines };
}

/** A line of the day, or why there is none: one bench that the record refuses does not take the others with it. */
function lineOf(bench: BenchOfToday, title: string, line: () => TodayLine | undefined): TodayLine | undefined {
  return linesOf(bench, title, () => {
    const made = line();
    return made ? [made] : [];
  })[0];
}

function linesOf(bench: BenchOfToday, title: string, lines: () => TodayLine[]): TodayLine[] {
  const { outcome, refusal } = attempt(lines);
  return refusal ? [refusedLine(bench, title, refusal)] : outcome;
}

function refusedLine(bench: BenchOfToday, title: string, refusal: RefusalDetail): TodayLine {
  const { hint } = refusal;
  return {
    bench,
    title,
    answer: {
      says: [`Not worked out: ${refusedText(refusal, 'the record makes it')}`],
      certainty: 'not enough yet',
      because: hint === undefined ? [] : [hint],
    },
    pressing: 1.5,
  };
}

const NOTHING: Answer = {
  says: ['Log a first test, and what needs doing is told here.'],
  certainty: 'not enough yet',
  because: [],
};

const BEING_READ: Answer = {
  says: ['The cycle is being read from its tests.'],
  certainty: 'not enough yet',
  because: [],
};

/** A cycle that is not through is what a new tank is about; once done it steps back. */
function cycleLine(tank: Tank, outcome: CycleOutcome | 'asked' | undefined): TodayLine | undefined {
  if (!outcome) return undefined;
  if (outcome === 'asked')
    return tank.cycle?.doneAt === undefined
      ? { bench: 'cycle', title: 'Cycle', answer: BEING_READ, pressing: 2.5 }
      : undefined;
  const again = outcome.values.problems.includes('mini-cycle');
  if (tank.cycle?.doneAt !== undefined && !again) return undefined;
  return { bench: 'cycle', title: 'Cycle', answer: outcome.answer, pressing: 2.5 };
}

function topOffLine(book: Book, tank: Tank, now: number): TodayLine | undefined {
  if (tank.reservoirL === 0) return undefined;
  const outcome = topOffOutcome(book, tank, now);
  if (!outcome) return undefined;
  const { daysLeft = Infinity } = outcome.values;
  return { bench: 'top-off', title: 'Top-off', answer: outcome.answer, pressing: daysLeft < REFILL_SOON_DAYS ? 3 : 0 };
}

/** Upkeep that is late; what was never logged does not press, or a new tank would begin with a scolding. */
function upkeepLine(book: Book, tank: Tank, now: number): TodayLine | undefined {
  const { answer, values } = topOffUpkeep.run(upkeepQuestion(book, tank, now));
  const late = values.due.some(({ dueAt, lastAt }) => dueAt <= now && lastAt !== undefined);
  return late ? { bench: 'top-off', as: 'upkeep', title: 'Top-off upkeep', answer, pressing: 0.8 } : undefined;
}

/** In the days before the house is left: what would run out first. */
function leavingLine(book: Book, tank: Tank, now: number): TodayLine | undefined {
  const absence = book.settings.away;
  if (!absence || absence.leavesAt < now || absence.leavesAt - now > LEAVING_SOON_DAYS * DAY_MS) return undefined;
  const { answer } = away.run(awayQuestion(book, tank, now, absence));
  return { bench: 'top-off', as: 'leaving', title: 'Leaving', answer, pressing: 1.2 };
}

/** What to dose, or the reactor's flow; both where both run. */
function doseLines(book: Book, tank: Tank, now: number): TodayLine[] {
  const withReactor = tank.supplies.includes('reactor');
  const withParts = tank.supplies.includes('parts') && book.solutions.length > 0;
  if (!withReactor && !withParts) return [];
  const question = doseQuestion(book, tank, now);
  const running = suppliesAt(book, tank, now).doses;
  const partsRun = Object.values(question.parts).some(({ id }) => running.has(id));
  return [
    ...(withReactor ? reactorLine(book, tank, now, question) : []),
    ...(withParts && (!withReactor || partsRun) ? [partsLine(question, running)] : []),
  ];
}

function reactorLine(book: Book, tank: Tank, now: number, question: DoseQuestion): TodayLine[] {
  const input = reactorQuestion(book, tank, now, question, {});
  const outcome = input && effluentFlow.run(input);
  return outcome ? [{ bench: 'dose', title: 'Dose', answer: outcome.answer, pressing: 1 }] : [];
}

function partsLine({ input, parts }: DoseQuestion, running: ReadonlyMap<string, number>): TodayLine {
  const outcome = maintenanceDose.run(input);
  const off = outcome.values.doses.some(({ element, mlPerDay }) => {
    const runs = running.get(parts[element]?.id ?? '') ?? 0;
    return Math.abs(mlPerDay - runs) > DOSE_OFF_BY * Math.max(mlPerDay, 1);
  });
  return { bench: 'dose', title: 'Dose', answer: outcome.answer, pressing: off ? 2 : 0.5 };
}

/** Nitrate and phosphate at zero for weeks: a warning in every school. */
function nutrientsLine(book: Book, tank: Tank, now: number): TodayLine | undefined {
  const { answer, values } = nutrientsAtZero(book, tank, now);
  return values.warns ? { bench: 'series', title: 'Nutrients', answer, pressing: 1.6 } : undefined;
}

/** A change that falls due within two days, or did. */
function changeLine(book: Book, tank: Tank, now: number): TodayLine | undefined {
  const { changeL, everyDays, nextAt, from } = changeHabit(book, tank, now);
  if (nextAt === undefined || nextAt - now > CHANGE_SOON_DAYS * DAY_MS) return undefined;
  const late = (now - nextAt) / DAY_MS;
  return {
    bench: 'change',
    title: 'Change',
    answer: {
      says: [
        'Change',
        quantity('volume', changeL),
        ...(late > 1 ? ['; it was due', { moment: nextAt }] : ['; it is due', { moment: nextAt }]),
        '.',
      ],
      certainty: 'worked out',
      because: [from === 'set' ? 'Your routine is every' : 'The log shows one every', quantity('days', everyDays), '.'],
    },
    // A late change waits; a dose that is off or an empty reservoir does not.
    pressing: late > CHANGE_SOON_DAYS ? 0.9 : 0.6,
  };
}

function seriesLine(book: Book, tank: Tank, now: number): TodayLine {
  const answer = seriesAnswer(book, tank, now);
  return {
    bench: answer.certainty === 'not enough yet' ? 'log' : 'series',
    title: 'Series',
    answer,
    pressing: answer.certainty === 'drifting' ? 1.5 : answer.certainty === 'not enough yet' ? 1 : 0.7,
  };
}
