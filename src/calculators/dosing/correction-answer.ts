import { quantity } from '@/quantities/quantity';
import type { Answer } from '../calculator/calculator';
import type { JudgedLevel } from '../parameters/at-aimed-salinity';
import type { Place } from '../parameters/place-in-band';
import type { CorrectionInput } from './correction-input';
import type { DosedParameter } from './dosed-parameters';

/** A correction's figures, for its words. */
export interface CorrectionFacts {
  readonly parameter: DosedParameter;
  readonly part: { readonly name: string };
  readonly place: Place | undefined;
  readonly reading: number;
  /** As it was shown, where that is another figure. */
  readonly asShown: number | undefined;
  readonly level: number;
  readonly aim: number;
  readonly rise: number;
  readonly totalMl: number;
  readonly days: number;
  readonly leave: boolean;
  /** What was given since the last test, which does not show it. */
  readonly untested: number;
  /** That is all it takes. */
  readonly given: boolean;
  readonly apart: boolean;
  readonly inDoubt: boolean;
}

export function raisingAnswer(facts: CorrectionFacts, leftOut: boolean, begun: CorrectionInput['begun']): Answer {
  const { parameter, part, place, reading, level, aim, totalMl, days, leave, untested, given, apart, inDoubt } = facts;
  if (leftOut)
    return {
      says: [
        `Test ${parameter} again before it is corrected: the last reading,`,
        quantity(parameter, reading),
        ', is left out as an outlier.',
      ],
      certainty: 'rough',
      retest: true,
      because: ['The readings before it together show', quantity(parameter, level), '.'],
    };
  if (begun) return underWay(facts, begun);
  if (leave)
    return {
      says:
        place === 'on target'
          ? [`Leave ${parameter} as it is: it is in its band.`]
          : [
              `Leave ${parameter} as it is and test again: it is at the edge of its band, by less than a test can show.`,
            ],
      certainty: place === 'on target' ? 'worked out' : 'within test error',
      because: lastReadWords(facts),
    };
  if (given)
    return {
      says: [
        `Add nothing more: test ${parameter}. What was given since the last test lifts it to about`,
        quantity(parameter, level + untested),
        '.',
      ],
      certainty: 'worked out',
      retest: true,
      because: lastReadWords(facts),
    };
  if (apart)
    return {
      says: [`Test ${parameter} again: its last reading is ${place ?? 'off'}, and the readings together are not.`],
      certainty: 'rough',
      retest: true,
      because: ['Last read', quantity(parameter, reading), '; together they show', quantity(parameter, level), '.'],
    };
  if (inDoubt)
    return {
      says: [`Leave ${parameter} as it is: it is on target, as far as the test can show.`],
      certainty: 'within test error',
      because: [quantity(parameter, level), 'against', quantity(parameter, aim), '.'],
    };
  return {
    says:
      days === 1
        ? ['Add', quantity('dose', totalMl), `of ${part.name}, once.`]
        : [
            'Add',
            quantity('dose', totalMl / days),
            `of ${part.name} a day for`,
            quantity('days', days),
            ', then stop.',
          ],
    certainty: 'worked out',
    because: [
      `It lifts ${parameter} from`,
      quantity(parameter, level + untested),
      'to',
      quantity(parameter, aim),
      ...(untested > 0 ? ['; what was given since the last test is counted. Test before you add it.'] : ['.']),
    ],
  };
}

/** A level that the daily dose is to bring back: nothing is owed besides, and what it would take at once is told. */
export function leftToTheDose(
  { parameter, aim, level, totalMl, days, rise }: CorrectionFacts,
  { name, until }: NonNullable<CorrectionInput['byDose']>,
): Answer {
  const atOnce: Answer['because'] =
    rise > 0
      ? [
          'At once it would take',
          quantity('dose', totalMl / days),
          'a day for',
          quantity('days', days),
          ', in place of that.',
        ]
      : ['Nothing is added to lower it.'];
  return {
    says: [
      `Leave ${parameter} to the daily dose of ${name}: it is to bring it to`,
      quantity(parameter, aim),
      ...(until === undefined ? [] : ['by', { moment: until, day: true } as const]),
      '.',
    ],
    certainty: 'worked out',
    because: ['It is at', quantity(parameter, level), '.', ...atOnce],
  };
}

/** "Last read 8.12 dKH, corrected to 8.17 dKH." */
function lastReadWords({ parameter, reading, asShown }: CorrectionFacts): Answer['because'] {
  return asShown === undefined
    ? ['Last read', quantity(parameter, reading), '.']
    : [
        'Last read',
        quantity(parameter, asShown),
        ', which its instrument’s correction makes',
        quantity(parameter, reading),
        '.',
      ];
}

/** A correction that was begun: today's share, and what is left after it. */
function underWay(
  { parameter, part, level, aim, rise, totalMl, days, inDoubt }: CorrectionFacts,
  { givenMl, givenToday, from, readAt }: NonNullable<CorrectionInput['begun']>,
): Answer {
  const course: Answer['because'] = [
    'Begun at',
    quantity(parameter, from),
    ', to reach',
    quantity(parameter, aim),
    ';',
    quantity('dose', givenMl),
    'given so far.',
    ...(readAt === undefined
      ? ['No test since it began: it goes by what was given.']
      : ['Tested', { moment: readAt, day: true as const }, ': it stands at', quantity(parameter, level), '.']),
  ];
  if (rise <= 0 || inDoubt)
    return {
      says: [`The correction of ${parameter} is complete${readAt === undefined ? ': test it' : ''}.`],
      certainty: 'worked out',
      ...(readAt === undefined && { retest: true }),
      because: course,
    };
  const share = totalMl / days;
  return {
    says: givenToday
      ? [
          `Today’s share of ${part.name} is given:`,
          quantity('dose', share),
          'a day for',
          quantity('days', days),
          'more, from tomorrow.',
        ]
      : [
          `Add today’s share,`,
          quantity('dose', share),
          `of ${part.name};`,
          ...(days === 1 ? ['it is the last.'] : [quantity('days', days - 1), 'more after it.']),
        ],
    certainty: 'worked out',
    because: course,
  };
}

/** Salt that is off makes every level look off: it comes right first, and what is low or high then is all that is corrected. */
export function salinityFirst(
  parameter: DosedParameter,
  read: NonNullable<JudgedLevel['read']>,
  { reading, inDoubt }: CorrectionFacts,
  answer: Answer,
): Answer {
  return {
    ...answer,
    says: [
      'Bring salinity from',
      quantity('salinity', read.salinity),
      'to',
      quantity('salinity', read.aim),
      `first: ${parameter}, read at`,
      quantity(parameter, read.value),
      ', is then',
      quantity(parameter, reading),
      inDoubt ? '. Add nothing for it.' : '. What is off then:',
      ...(inDoubt ? [] : answer.says),
    ],
  };
}
