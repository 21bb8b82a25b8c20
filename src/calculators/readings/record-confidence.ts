import * as z from 'zod';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '../parameters/parameters';

/** Days without any entry that are worth saying. Chosen: longer than a week's routine. */
const SILENT_DAYS = 10;

const input = z.strictObject({
  now: moment('now'),
  /** What hangs on a test, and when it was last taken. */
  decisions: z
    .array(
      z.strictObject({
        what: z.string().max(120),
        parameter: z.enum(PARAMETER_IDS),
        lastAt: moment('last test').optional(),
        /** A test older than this no longer bears it. */
        everyDays: figure('days a test bears it', 0.1, 400, 'days'),
      }),
    )
    .max(100),
  /** The last entry of any kind. */
  lastEntryAt: moment('last entry').optional(),
  /** The longest stretch without an entry in the last three months. */
  gap: z.strictObject({ from: moment('from'), to: moment('to') }).optional(),
  /** Figures that cannot both be right, in words. */
  contradictions: z.array(z.string().max(300)).max(50).default([]),
  /** The test that would narrow the dose most, by how much of its doubt. */
  best: z
    .strictObject({
      parameter: z.enum(PARAMETER_IDS),
      inDays: figure('days to the test', 0, 60, 'days'),
      narrower: figure('share of its doubt', 0, 1),
    })
    .optional(),
});
type Input = z.output<typeof input>;

export const recordConfidence = defineCalculator({
  name: 'record-confidence',
  asks: 'Which tests are stale for what hangs on them, and which would tell most next?',
  input,
  example: {
    now: 1_790_000_000_000,
    decisions: [
      { what: 'the doses', parameter: 'alkalinity', lastAt: 1_788_900_000_000, everyDays: 7 },
      { what: 'feeding', parameter: 'nitrate', lastAt: 1_789_900_000_000, everyDays: 14 },
    ],
  },
  run: (given) => {
    const stale = staleOf(given);
    const silent = given.lastEntryAt === undefined ? 0 : (given.now - given.lastEntryAt) / DAY_MS;
    return {
      answer: answerOf(given, stale, silent),
      working: given.decisions.map(({ what, parameter, lastAt, everyDays }): Step => ({
        label: `${capitalised(parameterOf(parameter).name)} for ${what}`,
        value: quantity('days', lastAt === undefined ? everyDays : (given.now - lastAt) / DAY_MS),
        origin: lastAt === undefined ? 'common practice' : 'log',
        from:
          lastAt === undefined
            ? 'never tested; a test bears it for so long'
            : `since the last test; one bears it for ${everyDays} days`,
      })),
      cautions: given.contradictions.map((says) => ({ severity: 'caution' as const, says: [says] })),
      values: { stale, silentDays: Math.max(0, silent), contradictions: given.contradictions.length },
    };
  },
});

interface Stale {
  readonly parameter: ParameterId;
  readonly for: readonly string[];
  readonly days: number | undefined;
}

/** By parameter, the one most overdue first; what was never tested at all first of all. */
function staleOf({ now, decisions }: Input): Stale[] {
  const by = new Map<ParameterId, { for: string[]; days: number | undefined; over: number }>();
  for (const { what, parameter, lastAt, everyDays } of decisions) {
    const days = lastAt === undefined ? undefined : (now - lastAt) / DAY_MS;
    const over = days === undefined ? Infinity : days / everyDays;
    if (over <= 1) continue;
    const known = by.get(parameter);
    by.set(parameter, { for: [...(known?.for ?? []), what], days, over: Math.max(over, known?.over ?? 0) });
  }
  return [...by]
    .toSorted(([, a], [, b]) => b.over - a.over || b.for.length - a.for.length)
    .map(([parameter, each]) => ({ parameter, for: each.for, days: each.days }));
}

function answerOf({ contradictions, best, gap, decisions }: Input, stale: readonly Stale[], silent: number): Answer {
  const [first, ...others] = stale;
  const because: Phrase[] = [
    ...(others.length > 0 ? [`Stale too: ${listed(others.map(({ parameter }) => parameterOf(parameter).name))}.`] : []),
    ...(contradictions.length > 0
      ? [
          `${contradictions.length === 1 ? 'Two figures contradict' : `${contradictions.length} pairs of figures contradict`} each other.`,
        ]
      : []),
    ...(gap && gap.to - gap.from > SILENT_DAYS * DAY_MS
      ? [
          'Nothing was logged from',
          { moment: gap.from, day: true as const },
          'to',
          { moment: gap.to, day: true as const },
          '.',
        ]
      : []),
  ];
  if (silent > SILENT_DAYS)
    return {
      says: ['Nothing was logged for', quantity('days', Math.round(silent)), ': what is told below is as old as that.'],
      certainty: 'rough',
      because,
    };
  if (first) {
    const { name } = parameterOf(first.parameter);
    return {
      says: [
        `Test ${name}:`,
        ...(first.days === undefined
          ? ['it was never tested, and']
          : ['the last is', quantity('days', Math.round(first.days)), 'old, and']),
        `${listed(first.for)} ${first.for.length > 1 || /s$/.test(first.for[0] ?? '') ? 'hang' : 'hangs'} on it.`,
      ],
      certainty: 'worked out',
      because,
    };
  }
  if (best)
    return {
      says: [
        best.inDays < 1
          ? `A test of ${parameterOf(best.parameter).name} today would tell most.`
          : `A test of ${parameterOf(best.parameter).name} would tell most, in`,
        ...(best.inDays < 1 ? [] : [quantity('days', Math.round(best.inDays)), '.']),
      ],
      certainty: 'worked out',
      because: [`It would narrow the dose by ${Math.round(best.narrower * 100)} % of its doubt.`, ...because],
    };
  return {
    says: [
      decisions.length === 0
        ? 'Nothing hangs on a test yet: describe what is dosed, or set targets.'
        : 'Every test that something hangs on is fresh enough.',
    ],
    certainty: decisions.length === 0 ? 'not enough yet' : 'worked out',
    because,
  };
}
