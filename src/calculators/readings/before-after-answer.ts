import { LEAST_ON_A_SIDE, type Interrupted, type Told } from '@/chemistry/readings/interrupted-series';
import { estimate, quantity, range, type Quantity } from '@/quantities/quantity';
import type { Answer, Caution, Phrase } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { parameterOf, type ParameterId } from '../parameters/parameters';
import { differenceKindOf, rateKindOf } from '../parameters/rates';
import type { BeforeAfterInput, TrialOutcome } from './before-after-input';

export function tooFew({ what, parameter, is }: BeforeAfterInput, before: number, after: number): Answer {
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

export function beforeAfterAnswer(
  { parameter, what, trial, is }: BeforeAfterInput,
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

function verdictWords(parameter: ParameterId, what: string, is: BeforeAfterInput['is'], told: Interrupted): Phrase[] {
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
  { endsAt }: NonNullable<BeforeAfterInput['trial']>,
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
export function beforeAfterCautions({ also }: BeforeAfterInput): Caution[] {
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
