import * as z from 'zod';
import {
  beforeAfter as compare,
  betweenMoments,
  LEAST_ON_A_SIDE,
  type BeforeAfter,
  type Told,
} from '@/chemistry/readings/before-after';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { estimate, quantity, range, type Quantity } from '@/chemistry/units/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { PARAMETER_IDS, parameterOf, usualErrorOf, type ParameterId } from '../parameters/parameters';
import { differenceKindOf, rateKindOf } from '../parameters/rates';
import { checkRange, inTimeOrder, readingsInput } from './readings-input';

/** So many days on either side are looked at, unless told. Chosen: four weekly tests. */
export const SPAN_DAYS = 28;

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
    const told = compare(before, after, { level: matters, perDay: matters / 7 });
    // A trial is told by how far the level came, from its beginning to its end.
    const came = given.trial && betweenMoments(readings, at, until);
    const outcome = given.trial && outcomeOf(given.trial, came, matters, now);
    return {
      answer: told ? answerOf(given, told, matters, outcome, came) : tooFew(given, before.length, after.length),
      working: [
        ...(told ? workingOf(parameter, told) : counted(before.length, after.length)),
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
        moreTests: told ? told.level.moreTests : undefined,
      },
    };
  },
});

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
  told: BeforeAfter,
  matters: number,
  outcome: TrialOutcome | undefined,
  came: Told | undefined,
): Answer {
  const { name, kind } = parameterOf(parameter);
  const difference = differenceKindOf(parameter);
  const { level, before, after } = told;
  const mean = (each: typeof before): Quantity => estimate(kind, each.level.value, each.level.low, each.level.high);
  const turned = turnWords(parameter, what, told);
  const verdict: Phrase[] =
    level.verdict === 'changed'
      ? [
          `${capitalised(name)} is ${level.value > 0 ? 'higher' : 'lower'} since “${what}”:`,
          mean(before),
          'before,',
          mean(after),
          'after.',
        ]
      : (turned ??
        (level.verdict === 'within error'
          ? [`${capitalised(name)} did not change at “${what}”: what difference there is lies within error.`]
          : [
              is === 'sign'
                ? `The tests cannot tell whether ${name} changed about “${what}”:`
                : `The tests cannot tell what “${what}” did to ${name}:`,
              mean(before),
              'before,',
              mean(after),
              'after.',
            ]));
  const surely = level.verdict === 'changed' || turned !== undefined;
  const unsure = !surely && level.moreTests > 0;
  return {
    says: trial && outcome ? trialWords(outcome, trial, parameter, came) : verdict,
    certainty:
      surely || outcome === 'came about'
        ? 'estimated'
        : level.verdict === 'within error'
          ? 'within test error'
          : 'rough',
    because: [
      ...(trial && outcome && came
        ? [
            'By the trend of all its readings it came by',
            range(difference, came.low, came.high),
            '(95 % range). The tests before it read',
            mean(before),
            'on average, those since',
            mean(after),
            '.',
          ]
        : ['The difference of the means is', range(difference, level.low, level.high), '(95 % range).']),
      ...(unsure && level.moreTests <= MOST_ASKED
        ? ([
            `About ${level.moreTests} more ${level.moreTests === 1 ? 'test' : 'tests'} would show a difference of`,
            quantity(difference, matters),
            '.',
          ] as Phrase[])
        : []),
      ...(unsure && level.moreTests > MOST_ASKED ? ['More tests than anybody takes would be needed to tell.'] : []),
    ],
  };
}

/** More tests than these are not asked for. Chosen: a year of weekly ones. */
const MOST_ASKED = 52;

/** A level that turned: its means may be alike, and its rate is not. */
function turnWords(parameter: ParameterId, what: string, { before, after, perDay }: BeforeAfter): Phrase[] | undefined {
  const kind = rateKindOf(parameter);
  if (!kind || perDay?.verdict !== 'changed' || !before.perDay || !after.perDay) return undefined;
  const moved = (value: number) => (value < 0 ? 'fell' : 'rose');
  return [
    `${capitalised(parameterOf(parameter).name)} turned at “${what}”: it ${moved(before.perDay.value)}`,
    quantity(kind, Math.abs(before.perDay.value)),
    `before and ${moved(after.perDay.value)}`,
    quantity(kind, Math.abs(after.perDay.value)),
    'after.',
  ];
}

function trialWords(
  outcome: TrialOutcome,
  { endsAt }: NonNullable<Input['trial']>,
  parameter: ParameterId,
  came: Told | undefined,
): Phrase[] {
  const { name } = parameterOf(parameter);
  const half = came ? (came.high - came.low) / 2 : 0;
  const far: Phrase[] = came
    ? [
        `${name} is`,
        estimate(
          differenceKindOf(parameter),
          Math.abs(came.value),
          Math.abs(came.value) - half,
          Math.abs(came.value) + half,
        ),
        `${came.value < 0 ? 'lower' : 'higher'} than when it began.`,
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

function workingOf(parameter: ParameterId, { before, after, level, perDay }: BeforeAfter): Step[] {
  const { kind } = parameterOf(parameter);
  const rateKind = rateKindOf(parameter);
  return [
    {
      label: 'Mean before',
      value: quantity(kind, before.level.value),
      origin: 'log',
      from: `${before.count} tests; its error as they scatter, and no less than their instrument’s`,
    },
    {
      label: 'Mean after',
      value: quantity(kind, after.level.value),
      origin: 'log',
      from: `${after.count} tests; likewise`,
    },
    {
      label: 'Difference',
      value: quantity(differenceKindOf(parameter), level.value),
      origin: 'equation',
      from: 'after less before, its range by Welch’s t',
    },
    ...(rateKind && perDay
      ? [
          {
            label: 'Change of the rate',
            value: quantity(rateKind, perDay.value),
            origin: 'equation' as const,
            from: `slopes by least squares: ${perDay.verdict}`,
          },
        ]
      : []),
  ];
}
