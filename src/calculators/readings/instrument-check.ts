import * as z from 'zod';
import { biasForm, type BiasForm } from '@/chemistry/readings/bias-form';
import { compareMethods, type Comparison } from '@/chemistry/readings/compare-methods';
import { errorFromNeighbours, errorFromRepeats, type LearntError } from '@/chemistry/readings/reading-error';
import { deviationRange } from '@/numerics/student-t';
import { quantity, range, type Quantity } from '@/quantities/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { AGES } from '../parameters/instrument-age';
import { READ_BY } from '../parameters/parameter';
import { PARAMETER_IDS, parameterOf } from '../parameters/parameters';
import { differenceKindOf } from '../parameters/rates';

const method = z.strictObject({
  name: z.string().trim().min(1).max(60),
  by: z.enum(READ_BY),
  /** One standard deviation, in the parameter's canonical unit. */
  error: figure('error of a reading', 1e-9, 1e6),
  ages: z.array(z.enum(AGES)).max(AGES.length).default([]),
});

const input = z.strictObject({
  parameter: z.enum(PARAMETER_IDS),
  instrument: method,
  /** What it is compared with; left out where no water was read by another method. */
  other: method.optional(),
  /** Its reading less the other's, of one water. */
  differences: z
    .array(
      z.strictObject({
        at: moment('time of the test'),
        value: figure('difference', -1e6, 1e6),
        sd: figure('error of the difference', 1e-9, 1e6),
        water: z.string().max(60),
        /** What it read there: with it a bias is told to be so much, or so many times. */
        read: figure('a reading', -1e6, 1e6).optional(),
      }),
    )
    .max(5000)
    .default([]),
  /** Readings of one water taken one after the other, a list each. */
  repeats: z
    .array(z.array(figure('a reading', -1e6, 1e6)).max(50))
    .max(2000)
    .default([]),
  /** Its single readings of each water, in order of time. */
  series: z
    .array(z.array(z.strictObject({ at: moment('time of the test'), value: figure('a reading', -1e6, 1e6) })).max(5000))
    .max(50)
    .default([]),
  /** A correction that is already in the readings. */
  corrected: figure('correction', -1e6, 1e6).default(0),
});
type Input = z.output<typeof input>;

export const instrumentCheck = defineCalculator({
  name: 'instrument-check',
  asks: 'Can this instrument be believed, and by how much does it err?',
  input,
  example: {
    parameter: 'magnesium',
    instrument: { name: 'Magnesium kit', by: 'kit', error: 25 },
    other: { name: 'Laboratory panel', by: 'laboratory', error: 25 },
    differences: [250, 260, 240].map((value, i) => ({ at: 1_790_000_000_000 + i, value, sd: 35, water: `tank ${i}` })),
  },
  run: (given) => {
    const { parameter, instrument, other, differences } = given;
    const comparison = other && compareMethods(differences);
    const repeats = errorFromRepeats(given.repeats);
    const error = repeats ?? ofSeries(given);
    const believe = other && comparison ? whichToBelieve(given, comparison) : undefined;
    const form = comparison?.finding === 'bias' ? formOf(given, comparison) : undefined;
    const factor = form?.form === 'factor' ? form.factor : undefined;
    return {
      answer: answerOf(given, comparison, believe, factor),
      working: workingOf(given, comparison, error, repeats !== undefined),
      cautions: cautionsOf(given, comparison, believe),
      values: {
        comparison,
        believe,
        error,
        errorFrom: repeats ? ('repeats' as const) : ('trend' as const),
        /** To be added to its readings, where the difference is its own and is so much. */
        correction:
          comparison?.finding === 'bias' && believe === 'other' && factor === undefined ? -comparison.bias : undefined,
        /** What its readings are to be multiplied by, where the difference is its own and is so many times. */
        factor: believe === 'other' && factor !== undefined ? 1 / factor : undefined,
        /** Its stated error lies outside what its own readings show. */
        errsMore: error !== undefined && error.low > instrument.error,
        parameter,
      },
    };
  },
});

/** Whether the bias is so much or so many times, by the pairs that are no slips. */
function formOf({ differences }: Input, { slips }: Comparison): BiasForm | undefined {
  const slipped = new Set(slips);
  const pairs = differences.flatMap(({ value, sd, read }, i) =>
    read === undefined || slipped.has(i) ? [] : [{ read, other: read - value, sd }],
  );
  return biasForm(pairs);
}

/** Of several waters each tells; pooled by their degrees of freedom. */
function ofSeries({ series }: Input): LearntError | undefined {
  const each = series.flatMap((readings) => errorFromNeighbours(readings) ?? []);
  const degrees = each.reduce((sum, error) => sum + error.degrees, 0);
  const [only] = each;
  if (!only || each.length === 1) return only;
  const sd = Math.sqrt(each.reduce((sum, error) => sum + error.sd ** 2 * error.degrees, 0) / degrees);
  const [low, high] = deviationRange(degrees);
  return { sd, low: sd * low, high: sd * high, degrees };
}

type Believed = 'this' | 'other' | 'neither';

/** Chosen: one within its date before one past it, a laboratory before a home test, else the one that errs clearly less. */
function whichToBelieve({ instrument, other }: Input, { finding }: Comparison): Believed | undefined {
  if (!other || finding === 'agree' || finding === 'too few') return undefined;
  const aged = (each: typeof instrument) => each.ages.length > 0;
  if (aged(instrument) !== aged(other)) return aged(instrument) ? 'other' : 'this';
  if ((instrument.by === 'laboratory') !== (other.by === 'laboratory'))
    return other.by === 'laboratory' ? 'other' : 'this';
  if (instrument.error > 1.5 * other.error) return 'other';
  return other.error > 1.5 * instrument.error ? 'this' : 'neither';
}

function answerOf(
  given: Input,
  comparison: Comparison | undefined,
  believe: Believed | undefined,
  factor: number | undefined,
): Answer {
  const { instrument, other, parameter } = given;
  const kind = differenceKindOf(parameter);
  if (!other || !comparison)
    return {
      says: [
        instrument.ages.length > 0
          ? `${instrument.name}: ${listed(instrument.ages)}; its readings are taken with twice the error.`
          : `Nothing to hold ${instrument.name} against: read one water by two methods on the same day.`,
      ],
      certainty: 'not enough yet',
      because: [],
    };
  const { finding, bias, low, high, watersOff, waters, slips } = comparison;
  const apart = quantity(kind, Math.abs(bias));
  const within: Phrase[] = [
    '95 % range',
    range(kind, Math.min(...[low, high].map(Math.abs)), Math.max(...[low, high].map(Math.abs))),
    '.',
  ];
  const pairs = given.differences.length;
  const on = `${pairs} ${pairs === 1 ? 'pair' : 'pairs'} with ${other.name}`;
  const trust =
    believe === 'other'
      ? `believe ${other.name}`
      : believe === 'this'
        ? `believe ${instrument.name}`
        : 'neither is the surer: have a laboratory read it';
  switch (finding) {
    case 'bias':
      return {
        says:
          factor === undefined
            ? [
                `${instrument.name} reads`,
                apart,
                `${bias > 0 ? 'high' : 'low'} of ${other.name}: ${trust}, and retest before acting on it.`,
              ]
            : [
                `${instrument.name} reads ${Number(factor.toPrecision(3))} times what ${other.name} does: ${trust}, and retest before acting on it.`,
              ],
        certainty: 'estimated',
        retest: true,
        because: [
          ...within,
          ...(waters > 1 && watersOff === waters
            ? [
                believe === 'this'
                  ? `It shows on all ${waters} tanks: it is ${other.name}, not the tanks.`
                  : `It shows on all ${waters} tanks: it is ${believe === 'other' ? instrument.name : 'one of the two'}, not the tanks.`,
              ]
            : [`From ${on}.`]),
        ],
      };
    case 'noise':
      return {
        says: [
          `${instrument.name} and ${other.name} agree on the whole and scatter more than they should: take the mean of two readings.`,
        ],
        certainty: 'estimated',
        because: [`${on}, scattered ${comparison.scatter.toFixed(1)} times as far as both errors explain.`],
      };
    case 'slip':
      return {
        says: [
          `${slips.length === 1 ? 'One reading' : `${slips.length} readings`} of ${instrument.name} stood apart; the others agree with ${other.name}.`,
        ],
        certainty: 'estimated',
        because: ['A slip of the hand, and not the instrument: retest when one stands apart.'],
      };
    case 'apart once':
      return {
        says: [
          `${instrument.name} and ${other.name} were`,
          apart,
          'apart, once: test with both again before acting on either.',
        ],
        certainty: 'rough',
        retest: true,
        because: ['One pair cannot tell a biased instrument from a slip.'],
      };
    case 'too few':
      return {
        says: [`${instrument.name} and ${other.name} agreed, once.`],
        certainty: 'within test error',
        because: ['Two or three pairs more, on different days or tanks, would tell a bias.'],
      };
    case 'agree':
      return {
        says: [`${instrument.name} agrees with ${other.name}.`],
        certainty: 'within test error',
        because: ['Their difference is within', range(kind, low, high), `(95 % range), from ${on}.`],
      };
  }
}

function cautionsOf(
  { instrument, other, parameter }: Input,
  comparison: Comparison | undefined,
  believe: Believed | undefined,
): Caution[] {
  const { name } = parameterOf(parameter);
  const biased = comparison?.finding === 'bias' && believe !== 'this';
  return [
    ...(biased
      ? [
          {
            severity: 'caution' as const,
            says: [`Dose nothing on ${instrument.name}’s ${name} until it is corrected or replaced.`],
          },
        ]
      : []),
    ...[instrument, ...(other ? [other] : [])].flatMap(({ name: called, ages }): Caution[] =>
      ages.length === 0
        ? []
        : [
            {
              severity: 'note',
              says: [
                `${called}: ${listed(ages)}. Its readings are taken with twice the error until it is renewed or calibrated.`,
              ],
            },
          ],
    ),
  ];
}

function workingOf(
  { instrument, other, parameter, differences, corrected }: Input,
  comparison: Comparison | undefined,
  error: LearntError | undefined,
  byRepeats: boolean,
): Step[] {
  const kind = differenceKindOf(parameter);
  const q = (amount: number): Quantity => quantity(kind, amount);
  return [
    {
      label: `Error of ${instrument.name}`,
      value: q(instrument.error),
      origin: 'setting',
      from: `one standard deviation, as stated or usual for a ${instrument.by}${instrument.ages.length > 0 ? ', doubled by age' : ''}`,
    },
    ...(error
      ? [
          {
            label: 'Error its own readings show',
            value: q(error.sd),
            origin: 'log' as const,
            from: byRepeats
              ? 'pooled standard deviation of repeats'
              : 'each reading against the line between its neighbours (Gasser et al. 1986); turns of the level add to it',
          },
        ]
      : []),
    ...(comparison && other
      ? [
          {
            label: capitalised('mean difference'),
            value: q(comparison.bias),
            origin: 'log' as const,
            from: `${differences.length} pairs, each weighted by both errors${comparison.slips.length > 0 ? `; ${comparison.slips.length} left out as slips` : ''}`,
          },
          {
            label: 'Scatter of the differences',
            value: quantity('ratio', comparison.scatter),
            origin: 'equation' as const,
            from: 'as a multiple of what both errors explain (Birge ratio)',
          },
        ]
      : []),
    ...(corrected === 0
      ? []
      : [
          {
            label: 'Correction in force',
            value: q(corrected),
            origin: 'setting' as const,
            from: 'added to each reading; what was read stays in the log',
          },
        ]),
  ];
}
