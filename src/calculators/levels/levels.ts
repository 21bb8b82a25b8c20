import * as z from 'zod';
import { estimate, quantity } from '@/quantities/quantity';
import { amount, amountOfNamedKind, figure, settled } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Moves, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { movedInput, movedOf, estimateFacts } from '../calculator/certainty';
import {
  PARAMETER_IDS,
  parameterOf,
  readingExpectation,
  usualErrorOf,
  type ParameterId,
} from '../parameters/parameters';
import { atAimedSalinity, type JudgedLevel } from '../parameters/at-aimed-salinity';
import { rateKindOf } from '../parameters/rates';
import { placeInBand, type Place } from '../parameters/place-in-band';
import { overWords } from '../readings/over-words';
import { checkRate } from '../parameters/check-range';

const levelInput = z.strictObject({
  parameter: z.enum(PARAMETER_IDS),
  /** Its last reading; left out where none was taken. */
  value: amountOfNamedKind('last reading', 'parameter').optional(),
  /** That reading's error, in the parameter's canonical unit; a careful reading's when left out. */
  sd: figure('doubt of the reading', 0, 1e6).optional(),
  /** The target band; a level without one is not judged. */
  band: z.tuple([amountOfNamedKind('lower end', 'parameter'), amountOfNamedKind('upper end', 'parameter')]).optional(),
  /** Of what is diluted with the salt: the salinity of the same water, ppt, and the one it is meant to have. It is judged at that. */
  salinity: amount(readingExpectation('salinity')).optional(),
  aimSalinity: amount(readingExpectation('salinity')).optional(),
  /** How it moves, where its readings tell. */
  moves: estimateFacts.optional(),
  /** The same of what is not dosed. */
  moved: movedInput.optional(),
  /** Readings that stand apart from the rest, in the parameter's canonical unit. */
  leftOut: z
    .array(figure('a reading left out', -1e6, 1e6))
    .max(100)
    .default([]),
});

interface Judged {
  readonly parameter: ParameterId;
  readonly value: number | undefined;
  readonly place: Place | undefined;
  /** As it was read, where it is judged at another salinity. */
  readonly read: JudgedLevel['read'];
  readonly driftPerDay: number | undefined;
  /** Half of the rate's 95 % range. */
  readonly driftHalf: number;
  /** The days it is told over; undefined of the rate of now. */
  readonly overDays: number | undefined;
  /** How it moves; undefined where its readings do not tell. */
  readonly moves: Moves | undefined;
  readonly leftOut: readonly number[];
}

export const levels = defineCalculator({
  name: 'levels',
  asks: 'Is every level in its band, and does it hold?',
  input: z.strictObject({
    levels: z.array(levelInput).max(100).default([]),
    /** For so many days nitrate and phosphate have both read zero; left out where they have not. */
    nutrientsZeroDays: figure('days at zero', 0, 40_000, 'days').optional(),
    /** A line to begin with, where nothing is measured yet. */
    firstLine: z.string().max(200).default('alk 8.3 sal 35 temp 25.4'),
  }),
  example: {
    levels: [
      {
        parameter: 'alkalinity',
        value: '7.3 dKH',
        band: ['7.8 dKH', '8.8 dKH'],
        moves: { perDay: 0.17, perDaySd: 0.01, driftPerDay: -0.05, driftPerDaySd: 0.01, readingSd: 0.04 },
      },
      { parameter: 'calcium', value: 425, band: [410, 450] },
    ],
  },
  run: (input) => {
    const judged = input.levels.map(judge);
    return {
      answer: input.levels.length === 0 ? nothingYet(input.firstLine) : answerOf(judged, input.nutrientsZeroDays),
      working: judged.flatMap(({ parameter, value, place }): Step[] =>
        value === undefined
          ? []
          : [
              {
                label: capitalised(parameterOf(parameter).name),
                value: quantity(parameterOf(parameter).kind, value),
                origin: 'log',
                from: place === undefined ? 'its last reading; no target is set' : `its last reading: ${place}`,
              },
            ],
      ),
      cautions: [],
      values: {
        outside: judged.filter(isOutside).map(({ parameter, place }) => ({ parameter, place })),
        drifting: judged.filter(({ driftPerDay }) => driftPerDay !== undefined).map(({ parameter }) => parameter),
      },
    };
  },
});

function judge(input: z.output<typeof levelInput>): Judged {
  const { parameter, value, sd, band, moves, moved: known, leftOut, salinity, aimSalinity } = input;
  const settle = (given: number | string, field: string) =>
    settled(given, { ...readingExpectation(parameter), field, low: Math.min(0, readingExpectation(parameter).low) });
  const given = value === undefined ? undefined : settle(value, 'last reading');
  const judged: JudgedLevel | undefined =
    given === undefined
      ? undefined
      : aimSalinity === undefined
        ? { value: given, sd: sd ?? usualErrorOf(parameter) }
        : atAimedSalinity({ value: given, sd: sd ?? usualErrorOf(parameter) }, salinity, aimSalinity);
  const level = judged?.value;
  if (moves) checkRate(parameter, moves.driftPerDay);
  const moved = moves ? movedOf(moves) : known;
  if (known) checkRate(parameter, known.perDay);
  const way = moved?.moves;
  const place =
    judged === undefined || !band
      ? undefined
      : placeInBand(judged.value, [settle(band[0], 'lower end'), settle(band[1], 'upper end')], judged.sd);
  return {
    parameter,
    value: level,
    place,
    read: judged?.read,
    // What all its range is too little to matter is no news.
    driftPerDay: (way === 'falling' || way === 'rising') && !moved?.small ? moved?.perDay : undefined,
    driftHalf: moved?.half ?? 0,
    overDays: moved?.overDays,
    moves: way,
    leftOut,
  };
}

function isOutside({ place }: Judged): boolean {
  return place === 'low' || place === 'high';
}

function nothingYet(firstLine: string): Answer {
  return {
    says: [`No tests yet. Jot a first line, such as “${firstLine}”, and the curves begin.`],
    certainty: 'not enough yet',
    because: [],
  };
}

/** One sentence over all levels: what drifts, what stands outside its band, and what should be read again. */
function answerOf(judged: readonly Judged[], zeroDays: number | undefined): Answer {
  const nutrients = zeroDays === undefined ? [] : ['nitrate', 'phosphate'];
  const drifting = judged.filter(({ driftPerDay }) => driftPerDay !== undefined);
  const outside = judged.filter(
    (each) => isOutside(each) && each.driftPerDay === undefined && !nutrients.includes(each.parameter),
  );
  const clauses: Phrase[][] = [
    ...(zeroDays === undefined
      ? []
      : [
          [
            'nitrate and phosphate have both read zero for',
            quantity('days', Math.round(zeroDays)),
            '(feed more)',
          ] as Phrase[],
        ]),
    ...drifting.map(driftWords),
    ...outside.map(({ parameter, place, value = 0, read }): Phrase[] => [
      `${parameterOf(parameter).name} is ${place} at`,
      quantity(parameterOf(parameter).kind, value),
      ...(read ? ['once salinity is right'] : []),
    ]),
  ];
  const says: Phrase[] = clauses.flatMap((clause, i) => [...(i > 0 ? [';'] : []), ...clause]).concat('.');
  if (clauses.length === 0) says.unshift(`Everything measured is on target${steadyWords(judged)}`);
  if (typeof says[0] === 'string') says[0] = capitalised(says[0]);
  const aside = judged.flatMap(({ parameter, leftOut }) =>
    leftOut.flatMap((value): Phrase[] => [
      `One ${parameterOf(parameter).name} reading (`,
      quantity(parameterOf(parameter).kind, value),
      ') is far from the rest and left out as an outlier; retest before acting on it.',
    ]),
  );
  return {
    says,
    certainty: 'estimated',
    ...movesTogether(judged),
    ...(aside.length > 0 && { retest: true }),
    because: [...(aside.length > 0 ? aside : ['By the readings of the last weeks.']), ...readWords(judged)],
  };
}

/** What was read in water that is too salt, or too little: it is judged as it will read once that is right. */
function readWords(judged: readonly Judged[]): Phrase[] {
  const off = judged.flatMap(({ parameter, value: at = 0, read }) => (read ? [{ parameter, at, ...read }] : []));
  const [first] = off;
  if (!first) return [];
  return [
    'Salinity reads',
    quantity('salinity', first.salinity),
    'and is meant to be',
    quantity('salinity', first.aim),
    ': judged there,',
    ...off.flatMap(({ parameter, at, value }, i): Phrase[] => [
      `${i > 0 ? ', ' : ''}${parameterOf(parameter).name} of`,
      quantity(parameterOf(parameter).kind, value),
      'is',
      quantity(parameterOf(parameter).kind, at),
    ]),
    '.',
  ];
}

/** Steady is said of what was followed, and never of a single reading: "and steady", or which of them are. */
function steadyWords(judged: readonly Judged[]): string {
  const steady = judged.filter(({ moves }) => moves === 'steady').map(({ parameter }) => parameterOf(parameter).name);
  if (steady.length === 0) return '';
  return steady.length === judged.length ? ' and steady' : `, ${listed(steady)} steady`;
}

/** One word for all, where there is one: levels that move both ways have none, nor those whose readings tell of none. */
function movesTogether(judged: readonly Judged[]): { readonly moves?: Moves } {
  const all = judged.flatMap(({ moves }) => moves ?? []);
  const moving = new Set(all.filter((way) => way !== 'steady'));
  const [way] = moving;
  if (moving.size > 1 || all.length === 0) return {};
  return { moves: way ?? 'steady' };
}

function driftWords({ parameter, driftPerDay = 0, driftHalf, overDays, place, value = 0 }: Judged): Phrase[] {
  const { name, kind } = parameterOf(parameter);
  const perDay = Math.abs(driftPerDay);
  return [
    `${name} is ${driftPerDay < 0 ? 'falling' : 'rising'}`,
    estimate(rateKindOf(parameter) ?? 'ionRate', perDay, perDay - driftHalf, perDay + driftHalf),
    ...overWords(overDays),
    ...(place === 'low' || place === 'high' ? [`and is ${place} at`, quantity(kind, value)] : []),
  ];
}
