import * as z from 'zod';
import { byTheDay } from '@/chemistry/readings/by-the-day';
import {
  interruptedSeries,
  LEAST_ON_A_SIDE,
  type Interrupted,
  type Told,
} from '@/chemistry/readings/interrupted-series';
import { wanderingLevel, type LevelAhead, type LevelPoint } from '@/chemistry/readings/wandering-level';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { estimate, quantity, range, type Quantity } from '@/chemistry/units/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { PARAMETER_IDS, parameterOf, usualErrorOf, type ParameterId } from '../parameters/parameters';
import { differenceKindOf, rateKindOf } from '../parameters/rates';
import { checkRange } from '../parameters/check-range';
import { inTimeOrder, readingsInput } from './readings-input';

/** So many days on either side are looked at, unless told. Chosen: four weekly tests. */
export const SPAN_DAYS = 28;
/** How the level moved before is learnt from so many days at least. Chosen: twelve weekly tests. */
const LEARNT_DAYS = 84;
/** Moments of the picture on either side. */
const MOMENTS = 24;

export type TrialOutcome = 'came about' | 'did not' | 'cannot tell' | 'still running';

const input = z.strictObject({
  parameter: z.enum(PARAMETER_IDS),
  now: moment('now'),
  /** What happened, and when. */
  what: z.string().trim().min(1).max(200).default('this'),
  at: moment('when it happened'),
  readings: readingsInput,
  /** Days before and after that are compared. */
  beforeDays: figure('days before', 1, 400, 'days').default(SPAN_DAYS),
  afterDays: figure('days after', 1, 400, 'days').default(SPAN_DAYS),
  /** The smallest difference worth knowing of, in the parameter's canonical unit; twice a careful test's error when left out. */
  matters: figure('difference that matters', 1e-9, 1e6).optional(),
  /** Whether it was done, or is a sign that was seen: a sign is no cause, and is not asked what it did. */
  is: z.enum(['done', 'sign']).default('done'),
  /** What else changed in the same days. */
  also: z.array(z.string().max(200)).max(50).default([]),
  /** Of a trial: what would count, and when it ends. */
  trial: z.strictObject({ way: z.enum(['higher', 'lower', 'same']), endsAt: moment('end of the trial') }).optional(),
});
type Input = z.output<typeof input>;

export const beforeAfter = defineCalculator({
  name: 'before-after',
  asks: 'What changed with this: the level, its rate, and how surely?',
  input,
  example: {
    parameter: 'nitrate',
    now: 1_790_000_000_000,
    what: 'Feeding twice a day',
    at: 1_788_000_000_000,
    readings: [1.5, 0.5, 1, 1, 4, 5, 6.5, 6].map((value, i) => ({
      at: 1_788_000_000_000 + (i - 3.5) * 5 * DAY_MS,
      value,
      sd: 0.8,
    })),
  },
  run: (given) => {
    const { parameter, at, now } = given;
    const readings = inTimeOrder(given.readings).filter((reading) => reading.at <= now);
    checkRange(parameter, readings);
    const until = Math.min(now, at + given.afterDays * DAY_MS, given.trial?.endsAt ?? Infinity);
    const before = readings.filter((each) => each.at < at && each.at >= at - given.beforeDays * DAY_MS);
    const after = readings.filter((each) => each.at >= at && each.at <= until);
    const matters = given.matters ?? 2 * usualErrorOf(parameter);
    const from = at - Math.max(given.beforeDays, LEARNT_DAYS) * DAY_MS;
    const series = byTheDay(readings.filter((each) => each.at >= from && each.at <= until));
    const enough = before.length >= LEAST_ON_A_SIDE && after.length >= LEAST_ON_A_SIDE;
    const told = enough ? interruptedSeries(series, at, { level: matters, perDay: matters / 7 }) : undefined;
    const would = told && wouldBe(series, at, until);
    const came = told && apartAtEnd(parameter, told, series, would);
    const outcome = given.trial && outcomeOf(given.trial, came, matters, now);
    return {
      answer: told
        ? answerOf(given, { ...told, apartAtEnd: came ?? told.apartAtEnd }, matters, outcome)
        : tooFew(given, before.length, after.length),
      working: [
        ...counted(before.length, after.length),
        ...(told ? workingOf(parameter, told) : []),
        {
          label: 'What would matter',
          value: quantity(differenceKindOf(parameter), matters),
          origin: given.matters === undefined ? 'common practice' : 'yours',
          from: given.matters === undefined ? 'twice what a careful test errs by' : 'set beforehand',
        },
      ],
      cautions: told ? cautionsOf(given) : [],
      values: {
        told,
        matters,
        outcome,
        from: Math.min(at, ...before.map((each) => each.at)),
        until,
        moreTests: told?.moreTests,
        ...(would && { wouldBe: would }),
      },
    };
  },
});

/**
 * How far the level lies at the end from where it would have gone: by all tests together, or by those before alone carried on, whichever is
 * the surer. A level that cannot fall below zero would have ended there.
 */
function apartAtEnd(
  parameter: ParameterId,
  told: Interrupted,
  series: ReturnType<typeof byTheDay>,
  would: WouldBe | undefined,
): Told {
  const least = parameterOf(parameter).low >= 0 ? 0 : -Infinity;
  const end = wanderingLevel(series)?.through([series.at(-1)?.at ?? 0])[0];
  const expected = would?.ahead.at(-1);
  if (!end || !expected) return told.apartAtEnd;
  const most = (value: number, sds: number) => Math.min(value, Math.max(0, end.level + sds * end.levelSd - least));
  const { value, low, high, sd } = told.apartAtEnd;
  const together = { sd, value: most(value, 0), low: most(low, -1.96), high: most(high, 1.96) };
  const [middle, under, over] = [expected.value, expected.low, expected.high].map((level) => Math.max(least, level));
  const by = end.level - (middle ?? 0);
  const half = (towards: number) => Math.hypot(1.96 * end.levelSd, towards - (middle ?? 0));
  const alone = { value: by, low: by - half(over ?? 0), high: by + half(under ?? 0), sd: half(over ?? 0) / 1.96 };
  return alone.high - alone.low < together.high - together.low ? alone : together;
}

/** The level before, and where it would have gone. */
export interface WouldBe {
  readonly before: readonly LevelPoint[];
  readonly ahead: readonly LevelAhead[];
}

function wouldBe(series: ReturnType<typeof byTheDay>, at: number, until: number): WouldBe | undefined {
  const before = series.filter((each) => each.at < at);
  const [first, last] = [before[0], before.at(-1)];
  const level = wanderingLevel(before);
  if (!level || !first || !last) return undefined;
  const moments = (from: number, to: number) =>
    Array.from({ length: MOMENTS + 1 }, (_, i) => Math.round(from + ((to - from) * i) / MOMENTS));
  return { before: level.through(moments(first.at, last.at)), ahead: level.ahead(moments(last.at, until)) };
}

/** What a trial came to: only what was set beforehand counts, and only once its end is there. */
function outcomeOf(
  { way, endsAt }: NonNullable<Input['trial']>,
  came: Told | undefined,
  matters: number,
  now: number,
): TrialOutcome {
  if (now < endsAt) return 'still running';
  if (!came) return 'cannot tell';
  const { low, high } = came;
  if (way === 'same')
    return low > -matters && high < matters
      ? 'came about'
      : low > matters || high < -matters
        ? 'did not'
        : 'cannot tell';
  const sign = way === 'higher' ? 1 : -1;
  const [from, to] = sign > 0 ? [low, high] : [-high, -low];
  if (from > 0 && sign * came.value >= matters) return 'came about';
  return to < matters || sign * came.value <= 0 ? 'did not' : 'cannot tell';
}

function tooFew({ what, parameter, is }: Input, before: number, after: number): Answer {
  const { name } = parameterOf(parameter);
  const wanting = [
    ...(before < LEAST_ON_A_SIDE ? ['before it'] : []),
    ...(after < LEAST_ON_A_SIDE ? ['after it'] : []),
  ];
  return {
    says: [
      `Too few tests to say ${is === 'sign' ? `how ${name} changed about “${what}”` : `what “${what}” did to ${name}`}: ${LEAST_ON_A_SIDE} are needed ${listed(wanting)}, and there are ${before} and ${after}.`,
    ],
    certainty: 'not enough yet',
    because: [
      after < LEAST_ON_A_SIDE ? `Test ${name} again in some days.` : 'What was not tested then cannot be known now.',
    ],
  };
}

function answerOf(
  { parameter, what, trial, is }: Input,
  told: Interrupted,
  matters: number,
  outcome: TrialOutcome | undefined,
): Answer {
  const { verdict, moreTests, jump, turn, how, apartAtEnd } = told;
  const difference = differenceKindOf(parameter);
  const rateKind = rateKindOf(parameter);
  const unsure = verdict === 'cannot tell' && moreTests > 0;
  const sure = verdict === 'changed' || outcome === 'came about';
  return {
    says:
      trial && outcome ? trialWords(outcome, trial, parameter, apartAtEnd) : verdictWords(parameter, what, is, told),
    certainty: sure ? 'estimated' : verdict === 'within error' ? 'within test error' : 'rough',
    because: [
      ...(trial && outcome
        ? [
            'Against where it would have gone it came by',
            range(difference, apartAtEnd.low, apartAtEnd.high),
            '(95 % range).',
          ]
        : how === 'turn' && rateKind
          ? ['Its rate changed by', range(rateKind, turn.low, turn.high), '(95 % range).']
          : ['Against where it would have gone it jumped by', range(difference, jump.low, jump.high), '(95 % range).']),
      ...(unsure && moreTests <= MOST_ASKED
        ? ([
            `About ${moreTests} more ${moreTests === 1 ? 'test' : 'tests'} would show a jump of`,
            quantity(difference, matters),
            '.',
          ] as Phrase[])
        : []),
      ...(unsure && moreTests > MOST_ASKED ? ['More tests than anybody takes would be needed to tell.'] : []),
    ],
  };
}

/** More tests than these are not asked for. Chosen: a year of weekly ones. */
const MOST_ASKED = 52;

function verdictWords(parameter: ParameterId, what: string, is: Input['is'], told: Interrupted): Phrase[] {
  const { name } = parameterOf(parameter);
  const { verdict, how, jump, turn, rateBefore } = told;
  const rateKind = rateKindOf(parameter);
  const already = movedAlready(parameter, rateBefore);
  if (verdict === 'changed' && how === 'turn' && rateKind)
    return [
      `${capitalised(name)} turned at “${what}”: it ${movedWord(rateBefore.value)}`,
      quantity(rateKind, Math.abs(rateBefore.value)),
      `before and ${movedWord(rateBefore.value + turn.value)}`,
      quantity(rateKind, Math.abs(rateBefore.value + turn.value)),
      'after.',
    ];
  if (verdict === 'changed')
    return [
      `${capitalised(name)} is ${jump.value > 0 ? 'higher' : 'lower'} since “${what}”, by`,
      sized(differenceKindOf(parameter), jump),
      already.length > 0 ? 'against where it would have gone:' : '.',
      ...already,
    ];
  if (verdict === 'within error')
    return already.length > 0
      ? [`${capitalised(name)} went on as before “${what}”:`, ...already]
      : [`${capitalised(name)} did not change at “${what}”: what difference there is lies within error.`];
  const unsure =
    is === 'sign'
      ? `The tests cannot tell whether ${name} changed about “${what}”`
      : `The tests cannot tell what “${what}” did to ${name}`;
  return already.length > 0 ? [`${unsure}:`, ...already] : [`${unsure}.`];
}

/** That it moved before already, where that is sure. */
function movedAlready(parameter: ParameterId, rate: Told): Phrase[] {
  const kind = rateKindOf(parameter);
  if (!kind || (rate.low <= 0 && rate.high >= 0)) return [];
  return [`it was ${rate.value < 0 ? 'falling' : 'rising'} already,`, sized(kind, rate), '.'];
}

function movedWord(perDay: number): string {
  return perDay < 0 ? 'fell' : 'rose';
}

/** Its size, no finer than its doubt. */
function sized(kind: Quantity['kind'], { value, low, high }: Told): Quantity {
  const half = (high - low) / 2;
  return estimate(kind, Math.abs(value), Math.abs(value) - half, Math.abs(value) + half);
}

function trialWords(
  outcome: TrialOutcome,
  { endsAt }: NonNullable<Input['trial']>,
  parameter: ParameterId,
  came: Told | undefined,
): Phrase[] {
  const { name } = parameterOf(parameter);
  const far: Phrase[] = came
    ? [
        `${name} is`,
        sized(differenceKindOf(parameter), came),
        `${came.value < 0 ? 'lower' : 'higher'} than it would have been.`,
      ]
    : [`${name} was tested too seldom.`];
  switch (outcome) {
    case 'came about':
      return ['The trial is decided, and it came about:', ...far];
    case 'did not':
      return ['The trial is decided, and it did not come about:', ...far];
    case 'cannot tell':
      return ['The trial has ended and the tests cannot decide it:', ...far];
    case 'still running':
      return ['The trial runs until', { moment: endsAt, day: true }, '; so far', ...far];
  }
}

/** Whatever else changed in the same days may be why. */
function cautionsOf({ also }: Input): Caution[] {
  return [
    also.length > 0
      ? {
          severity: 'caution',
          says: [`In the same days: ${listed(also)}. Any of these may be why; one change at a time tells most.`],
        }
      : {
          severity: 'note',
          says: ['Nothing else was logged in the same days. What was not logged may still be why.'],
        },
  ];
}

function counted(before: number, after: number): Step[] {
  return [
    { label: 'Tests before', value: quantity('ratio', before), origin: 'log', from: 'in the days looked at' },
    { label: 'Tests after', value: quantity('ratio', after), origin: 'log', from: 'in the days looked at' },
  ];
}

function workingOf(parameter: ParameterId, { jump, turn, rateBefore, how }: Interrupted): Step[] {
  const rateKind = rateKindOf(parameter);
  const rate = (label: string, { value }: Told, from: string): Step[] =>
    rateKind ? [{ label, value: quantity(rateKind, value), origin: 'equation', from }] : [];
  const by = (which: 'jump' | 'turn') =>
    how === which
      ? 'this foretells the tests better'
      : how
        ? 'the other foretells them better'
        : 'no different from zero';
  return [
    ...rate('Rate before', rateBefore, 'level and rate that stray, as its tests told beforehand (Harvey 1989)'),
    {
      label: 'Were it a jump',
      value: quantity(differenceKindOf(parameter), jump.value),
      origin: 'equation',
      from: `what came, less what would have been: ${by('jump')}`,
    },
    ...rate('Were it a turn, of its rate', turn, by('turn')),
  ];
}
