import { refusalIn, refusedText } from '@/calculators/calculator/refusal-text';
import type { Answer } from '@/calculators/calculator/calculator';
import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { limewater } from '@/calculators/limewater/limewater';
import type { EverydayId } from '@/calculators/parameters/parameters';
import { CONCERNS, today, type Concern, type TodayInput } from '@/calculators/today/today';
import { away } from '@/calculators/top-off/away';
import { topOffUpkeep } from '@/calculators/top-off/upkeep';
import { changeDue } from '@/calculators/water-change/change-due';
import { attempt, type RefusalDetail } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { nextTestAnswer, worthTesting } from '@/calculators/consumption/consumption-answer';
import { benchOf, partOf, type BenchPath } from '@/registry/benches';
import { awayQuestion } from './away';
import { changeWith, trialsOf } from '../trends/before-after';
import { offInstrument } from '../observations/instrument-check';
import { confidenceOf } from '../balance/record-confidence';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { consumptionTogether } from '../balance/consumption';
import { nextTestOf } from '../balance/consumption-report';
import { changeHabit } from '../saltwater/change-habit';
import type { CycleOutcome } from '../cycle/cycle';
import { correctionQuestions } from '../dosing/correction-question';
import { easingsUnderWay, type Easing } from '../balance/corrections-under-way';
import { dangerOf } from './danger';
import { doseQuestion, type DoseQuestion } from '../dosing/dose-question';
import { limewaterQuestion } from '../limewater/limewater-question';
import { reactorQuestion } from '../reactor/reactor-question';
import { reactorUseNow } from '../reactor/reactor-use-question';
import { levelsOutcome } from '../trends/levels-question';
import { memoise } from '../memoise';
import { suppliesAt } from '../supplies/supply-timeline';
import { topOffOutcome } from '../top-off/top-off-question';
import { upkeepQuestion } from '../top-off/top-off-upkeep';
import { nutrientsAtZero } from '../observations/water-status';

/** Leaving is told of for so many days before. Chosen: a week to fill, fetch and ask. */
const LEAVING_SOON_DAYS = 7;
/** Limewater is told of so many days before it is made anew; a reactor's media and gas, which have to be bought, longer. Chosen. */
const MADE_ANEW_SOON_DAYS = 4;
const TRIAL_TOLD_DAYS = 7;
const STORES_SOON_DAYS = 14;
/** What a bench cannot work out presses more than a dose that runs as it should, and less than one that is off. Chosen. */
const REFUSED_PRESSES = 1.5;

/** Where a concern is seen to. */
interface Place {
  readonly bench: BenchPath;
  /** The part of the bench, where it is not its first. */
  readonly as?: string;
}

export interface TodayLine extends Place {
  /** The bench's name, and the part's. */
  readonly title: string;
  readonly answer: Answer;
  /** The greater the more pressing. */
  readonly pressing: number;
}

export interface Today {
  readonly answer: Answer;
  readonly bench: BenchPath;
  readonly as?: string | undefined;
  readonly lines: readonly TodayLine[];
}

const PLACES: Readonly<Record<Concern, Place>> = {
  danger: { bench: 'trends' },
  cycle: { bench: 'new-tank' },
  'top-off': { bench: 'top-off' },
  'top-off upkeep': { bench: 'maintenance' },
  leaving: { bench: 'going-away' },
  dose: { bench: 'dosing' },
  correction: { bench: 'corrections' },
  limewater: { bench: 'limewater' },
  reactor: { bench: 'reactor' },
  'reactor stores': { bench: 'reactor', as: 'use' },
  nutrients: { bench: 'trends' },
  levels: { bench: 'trends' },
  instrument: { bench: 'instruments' },
  trial: { bench: 'what-changed', as: 'trials' },
  'next test': { bench: 'log' },
  'water change': { bench: 'water-change' },
};

/** Where a danger is looked into and acted on. */
const SEEN_TO: Readonly<Record<EverydayId, BenchPath>> = {
  alkalinity: 'corrections',
  calcium: 'corrections',
  magnesium: 'corrections',
  nitrate: 'water-change',
  phosphate: 'water-change',
  ammonia: 'water-change',
  nitrite: 'water-change',
  salinity: 'top-off',
  temperature: 'trends',
  ph: 'trends',
};

/** A bench's answer, and what of it says how much it presses. */
interface Told {
  readonly answer: Answer;
  readonly facts: object;
  /** Where it is seen to, when not at its concern's usual place. */
  readonly bench?: BenchPath;
}

/**
 * Each bench's own answer, in the order it presses.
 * @param cycle the daily reading of a new tank, where one is followed, or that it is being worked out
 */
export function todayOf(book: Book, tank: Tank, now: number, cycle?: CycleOutcome | 'asked'): Today {
  const asked = CONCERNS.map((concern) => ({
    concern,
    ...attempt(() => ASK[concern](book, tank, now, cycle)),
  }));
  const facts = Object.fromEntries(
    asked.flatMap(({ concern, outcome }) => (outcome ? [[concern, outcome.facts]] : [])),
  ) as TodayInput;
  const { answer, values } = today.run(facts);
  const pressing = new Map(values.order.map((each) => [each.concern, each.pressing]));
  const lines = asked
    .flatMap(({ concern, outcome, refusal }): TodayLine[] => {
      const place = PLACES[concern];
      if (refusal)
        return [
          {
            ...place,
            title: titleOf(place),
            answer: refusedAnswer(refusalIn(refusal, book.settings.units)),
            pressing: REFUSED_PRESSES,
          },
        ];
      if (!outcome) return [];
      const at = { ...place, ...(outcome.bench && { bench: outcome.bench }) };
      return [{ ...at, title: titleOf(at), answer: outcome.answer, pressing: pressing.get(concern) ?? 0 }];
    })
    // The dose and the reactor rest on one question: refused, it is said once.
    .filter(
      (line, i, all) => all.findIndex((other) => sameRefusal(line, other)) === i || line.pressing !== REFUSED_PRESSES,
    )
    .toSorted((a, b) => b.pressing - a.pressing);
  const first = lines[0];
  if (!first) return { answer, bench: 'log', lines };
  return { answer: first.answer, bench: first.bench, as: first.as, lines };
}

function titleOf({ bench, as }: Place): string {
  const entry = benchOf(bench);
  const part = as === undefined ? undefined : partOf(entry, as);
  return part ? `${entry.name}: ${part.name.toLowerCase()}` : entry.name;
}

/** Why there is no answer: one bench that the record refuses does not take the others with it. */
function refusedAnswer(refusal: RefusalDetail): Answer {
  return {
    says: [`Not worked out: ${refusedText(refusal, 'the record makes it')}`],
    certainty: 'not enough yet',
    because: refusal.hint === undefined ? [] : [refusal.hint],
  };
}

function sameRefusal(a: TodayLine, b: TodayLine): boolean {
  return a.title === b.title && a.pressing === b.pressing && a.answer.says[0] === b.answer.says[0];
}

const BEING_READ: Answer = {
  says: ['The cycle is being read from its tests.'],
  certainty: 'not enough yet',
  because: [],
};

type Ask = (book: Book, tank: Tank, now: number, cycle: CycleOutcome | 'asked' | undefined) => Told | undefined;

/** What each concern's own calculator says of today; nothing where it is none. */
const ASK: Readonly<Record<Concern, Ask>> = {
  danger: (book, tank, now) => {
    const { answer, values } = dangerOf(book, tank, now);
    const [worst] = values.dangers;
    return worst && { answer, facts: {}, bench: SEEN_TO[worst.parameter] };
  },
  // Once done, a cycle steps back.
  cycle: (_book, tank, _now, outcome) => {
    if (!outcome) return undefined;
    const done = tank.cycle?.doneAt !== undefined;
    if (outcome === 'asked') return done ? undefined : { answer: BEING_READ, facts: {} };
    return done && !outcome.values.problems.includes('mini-cycle') ? undefined : { answer: outcome.answer, facts: {} };
  },
  'top-off': (book, tank, now) => {
    const outcome = tank.reservoirL === 0 ? undefined : topOffOutcome(book, tank, now);
    if (!outcome) return undefined;
    const { daysLeft } = outcome.values;
    return { answer: outcome.answer, facts: daysLeft === undefined || daysLeft > 1e6 ? {} : { daysLeft } };
  },
  'top-off upkeep': (book, tank, now) => {
    const { answer, values } = topOffUpkeep.run(upkeepQuestion(book, tank, now));
    return values.due.some(({ dueAt, lastAt }) => dueAt <= now && lastAt !== undefined)
      ? { answer, facts: {} }
      : undefined;
  },
  // In the days before the house is left: what would run out first.
  leaving: (book, tank, now) => {
    const absence = book.settings.away;
    if (!absence || absence.leavesAt < now || absence.leavesAt - now > LEAVING_SOON_DAYS * DAY_MS) return undefined;
    return { answer: away.run(awayQuestion(book, tank, now, absence)).answer, facts: {} };
  },
  dose: (book, tank, now) => {
    if (!tank.supplies.includes('parts') || book.solutions.length === 0) return undefined;
    const { input } = questionOf(book, tank, now);
    // Beside a reactor the parts are asked about only where one of them runs.
    const fills = input.sources.filter(({ use }) => use === 'fill');
    if (tank.supplies.includes('reactor') && !fills.some(({ runs }) => runs > 0)) return undefined;
    const { answer, values } = dosingPlan.run(input);
    return {
      answer,
      facts: {
        parts: values.doses.map(({ mlPerDay, runs }) => ({ answerMlPerDay: mlPerDay, runsMlPerDay: runs })),
      },
    };
  },
  // The level that is being brought back, else the one that is furthest out of its band.
  correction: (book, tank, now) => {
    const over = easingsUnderWay(book, tank, now).find(({ endsAt }) => endsAt <= now);
    if (over) return { answer: easingOver(book, over, questionOf(book, tank, now)), facts: { givesToday: true } };
    const asked = correctionQuestions(book, tank, now, questionOf(book, tank, now)).flatMap(({ input, begun }) => {
      const { outcome } = attempt(() => correction.run(input));
      return outcome ? [{ outcome, begun, givenToday: input.begun?.givenToday === true }] : [];
    });
    const first =
      asked.find(({ begun }) => begun) ??
      asked.find(({ outcome: { values } }) => values.place === 'low' && values.mlPerDay > 0 && !values.byDose);
    return (
      first && {
        answer: first.outcome.answer,
        facts: { givesToday: !first.givenToday && (first.outcome.values.mlPerDay > 0 || first.outcome.values.done) },
      }
    );
  },
  limewater: (book, tank, now) => {
    const question = tank.limewater && limewaterQuestion(book, tank, now);
    // A vessel whose filling was never logged tells no day.
    if (!question?.runs || (question.vessel === 'plain' && question.leftL === undefined)) return undefined;
    const { answer, values } = limewater.run(question);
    const { days } = values.vessel;
    return days !== undefined && days < MADE_ANEW_SOON_DAYS ? { answer, facts: { daysLeft: days } } : undefined;
  },
  reactor: (book, tank, now) => {
    if (!hasReactor(book, tank, now)) return undefined;
    const input = reactorQuestion(book, tank, now, questionOf(book, tank, now));
    return input && { answer: reactorOutput.run(input).answer, facts: {} };
  },
  'reactor stores': (book, tank, now) => {
    if (!hasReactor(book, tank, now)) return undefined;
    const { answer, values } = reactorUseNow(book, tank, now, questionOf(book, tank, now)) ?? {};
    const left = [values?.media?.days, values?.cylinder?.days].filter((days) => days !== undefined);
    const daysLeft = left.length > 0 ? Math.min(...left) : undefined;
    return answer && daysLeft !== undefined && daysLeft < STORES_SOON_DAYS
      ? { answer, facts: { daysLeft } }
      : undefined;
  },
  nutrients: (book, tank, now) => {
    const { answer, values } = nutrientsAtZero(book, tank, now);
    return values.warns ? { answer, facts: {} } : undefined;
  },
  levels: (book, tank, now) => {
    const { answer, values } = levelsOutcome(book, tank, now);
    const { certainty, moves } = answer;
    return {
      answer,
      facts: { certainty, moves, outside: values.outside.length > 0 },
      ...(certainty === 'not enough yet' && { bench: 'log' as const }),
    };
  },
  instrument: (book, tank, now) => {
    const off = DOSED_PARAMETERS.map((parameter) => offInstrument(book, tank, parameter, now)).find(Boolean);
    return off && { answer: off.outcome.answer, facts: {} };
  },
  // A trial that ended is told until its keeper has had a week to see to it.
  trial: (book, tank, now) => {
    const ended = trialsOf(book, tank).find(({ endsAt }) => endsAt <= now && now - endsAt < TRIAL_TOLD_DAYS * DAY_MS);
    return (
      ended && {
        answer: changeWith(book, tank, ended, now, netVolumeL(tank), { parameter: ended.parameter }).answer,
        facts: {},
      }
    );
  },
  'next test': (book, tank, now) => {
    const { answer, values } = confidenceOf(book, tank, now);
    if (values.stale.some(({ days }) => days !== undefined)) return { answer, facts: { inDays: 0, stale: true } };
    const consumption = tank.supplies.length > 0 ? consumptionTogether(book, tank, now) : undefined;
    const best = consumption && nextTestOf(consumption);
    return consumption && worthTesting(best)
      ? { answer: nextTestAnswer(consumption, best), facts: { inDays: best.inDays } }
      : undefined;
  },
  'water change': (book, tank, now) => {
    const { changeL, everyDays, nextAt, from } = changeHabit(book, tank, now);
    if (nextAt === undefined) return undefined;
    const { answer, values } = changeDue.run({ now, changeL, everyDays, nextAt, from: from === 'set' ? 'set' : 'log' });
    return values.soon ? { answer, facts: { late: values.late } } : undefined;
  },
};

/** A dose that was set otherwise to bring a level back has run its days: it goes back to what holds it by now. */
function easingOver(book: Book, { entry, endsAt }: Easing, { input }: DoseQuestion): Answer {
  const name = book.solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'the part';
  const { outcome } = attempt(() => dosingPlan.run(input));
  const holds = outcome?.values.doses.find(({ id }) => id === entry.solutionId)?.holdsMlPerDay;
  return {
    says: [
      `Test ${entry.parameter} and set ${name} back to`,
      quantity('doseRate', holds ?? entry.backToMlPerDay ?? 0),
      `: the days of its ${entry.to < entry.from ? 'lowered' : 'raised'} dose are over.`,
    ],
    certainty: 'worked out',
    because: ['They ended on', { moment: endsAt, day: true }, '.'],
  };
}

/** It is said to be there, or it runs. */
function hasReactor(book: Book, tank: Tank, now: number): boolean {
  return tank.supplies.includes('reactor') || suppliesAt(book, tank, now).reactor !== undefined;
}

/** The question of dose and reactor, asked once for both. */
function questionOf(book: Book, tank: Tank, now: number): DoseQuestion {
  return memoise(book, tank, `dose question at ${now}`, () => doseQuestion(book, tank, now));
}
