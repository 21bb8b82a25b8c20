import * as z from 'zod';
import { changeOfPace, type ChangeOfPace } from '@/chemistry/readings/change-of-pace';
import { LEAST_READINGS, localTrend, type TrendPoint } from '@/chemistry/readings/local-trend';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { estimate, quantity, range, type Quantity } from '@/chemistry/units/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Moves, type Phrase, type Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { estimateFacts, movesOf as movesByBalance } from '../calculator/certainty';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '../parameters/parameters';
import { placeInBand } from '../parameters/place-in-band';
import { rateKindOf } from '../parameters/rates';
import { checkRange, checkRate, inTimeOrder, readingsInput, type ReadingInput } from './readings-input';

/** A reading believed less than this is drawn apart. Chosen: it lies some four standard deviations off the others. */
const DOUBTED_BELOW = 0.3;
/** A band is looked ahead for so long: further on the rate of now says little. Chosen. */
const AHEAD_DAYS = 60;
/** Readings this old tell no rate of now. Chosen: as the reading of a weekly test missed twice. */
const RATE_UNTIL_DAYS = 21;
/** A change of pace longer ago than this is history and no news. Chosen. */
const NEWS_DAYS = 45;
/** A change of pace is looked for among the newest of these: a level read many times a day has changed it often before. Chosen. */
const MOST_FOR_A_PACE = 120;
/** Moments the trend is told at, between the first and the last reading. */
const MOMENTS = 60;

export interface TrendValues {
  readonly perDay?: number;
  readonly perDayRange?: readonly [number, number];
  /** Undefined where the tests cannot tell. */
  readonly moves: Moves | undefined;
  readonly points: readonly TrendPoint[];
  readonly t95: number;
  /** Moments of the readings that the others contradict. */
  readonly doubted: readonly number[];
  readonly changedPace?: ChangeOfPace | undefined;
  readonly leavesAt?: number | undefined;
  readonly leavesSoonest?: number | undefined;
}

export const parameterTrend = defineCalculator({
  name: 'parameter-trend',
  asks: 'How does this level move, since when, and when does it leave its band?',
  input: z.strictObject({
    parameter: z.enum(PARAMETER_IDS),
    now: moment('now'),
    readings: readingsInput,
    band: z.tuple([figure('lower end', -1e6, 1e6), figure('upper end', -1e6, 1e6)]).optional(),
    /**
     * How it moves now where what goes in and what is consumed is known: the rate every other bench tells of this water. The readings' own
     * local rate where it is left out.
     */
    balance: estimateFacts.optional(),
  }),
  example: {
    parameter: 'calcium',
    now: 1_790_000_000_000,
    readings: [425, 428, 422, 419, 421, 414, 411, 412, 406].map((value, i) => ({
      at: 1_784_952_000_000 + i * 7 * DAY_MS,
      value,
      sd: 5,
    })),
    band: [400, 450],
  },
  run: ({ parameter, now, readings: given, band, balance }) => {
    const readings = inTimeOrder(given).filter(({ at }) => at <= now);
    checkRange(parameter, readings);
    if (balance) checkRate(parameter, balance.driftPerDay);
    const trend = localTrend(readings, momentsOf(readings));
    const end = trend?.points.at(-1);
    const last = end && balance ? { ...end, perDay: balance.driftPerDay, perDaySd: balance.driftPerDaySd } : end;
    const doubted = readings.flatMap(({ at }, i) => ((trend?.belief[i] ?? 1) < DOUBTED_BELOW ? [at] : []));
    if (!trend || !last) return unsaid(parameter, readings);
    const half = (balance ? 1.96 : trend.t95) * last.perDaySd;
    const moves = balance ? movesByBalance(balance) : movesOf(last.perDay, half, readings.at(-1)?.sd ?? 0);
    const pace = changeOfPace(
      readings.filter((_, i) => (trend.belief[i] ?? 1) >= DOUBTED_BELOW).slice(-MOST_FOR_A_PACE),
    );
    const fresh = now - last.at <= RATE_UNTIL_DAYS * DAY_MS;
    const leaving =
      band && fresh && moves !== undefined && moves !== 'steady' ? leavesBand(last, half, band, now) : undefined;
    const values: TrendValues = {
      perDay: last.perDay,
      perDayRange: [last.perDay - half, last.perDay + half],
      moves,
      points: trend.points,
      t95: trend.t95,
      doubted,
      changedPace: pace,
      ...leaving,
    };
    return {
      answer: answerOf(parameter, values, last, band, doubted.includes(readings.at(-1)?.at ?? NaN), now),
      working: workingOf(parameter, readings, values, last, trend.scatter, balance !== undefined),
      cautions: [],
      values,
    };
  },
});

/** Evenly from the first reading to the last, so that the line can be drawn. */
function momentsOf(readings: readonly ReadingInput[]): number[] {
  const [first, last] = [readings[0]?.at, readings.at(-1)?.at];
  if (first === undefined || last === undefined) return [];
  return Array.from({ length: MOMENTS + 1 }, (_, i) => Math.round(first + ((last - first) * i) / MOMENTS));
}

function unsaid(parameter: ParameterId, readings: readonly ReadingInput[]) {
  const { name } = parameterOf(parameter);
  return {
    answer: {
      says: [
        readings.length === 0
          ? `No test of ${name} yet.`
          : `${capitalised(name)} was read ${readings.length === 1 ? 'once' : `${readings.length} times`}: a trend needs ${LEAST_READINGS} tests on different days.`,
      ],
      certainty: 'not enough yet' as const,
      because: [],
    },
    working: [
      {
        label: 'Tests',
        value: quantity('ratio', readings.length),
        origin: 'log' as const,
        from: 'readings up to now',
      },
    ],
    cautions: [],
    values: { moves: undefined, points: [], t95: 1.96, doubted: [] } satisfies TrendValues as TrendValues,
  };
}

/**
 * Falling or rising where the rate's range leaves zero out; steady where all of the range moves by less than a test could show in a week
 * (as `MOVES_MEAN` says); nothing where the tests cannot tell.
 */
function movesOf(perDay: number, half: number, readingSd: number): Moves | undefined {
  if (Math.abs(perDay) > half) return perDay < 0 ? 'falling' : 'rising';
  return (Math.abs(perDay) + half) * 7 < 2 * readingSd ? 'steady' : undefined;
}

/** When the line of now meets the end of the band it heads for: as it goes, and at the fastest it may be going. */
function leavesBand(last: TrendPoint, half: number, [low, high]: readonly [number, number], now: number) {
  const end = last.perDay < 0 ? low : high;
  const left = (end - last.level) / last.perDay;
  // Outside already, or heading back into it.
  if (!(left > 0)) return undefined;
  const at = last.at + left * DAY_MS;
  if (at > now + AHEAD_DAYS * DAY_MS) return undefined;
  const soonest = last.at + ((end - last.level) / (last.perDay + Math.sign(last.perDay) * half)) * DAY_MS;
  return { leavesAt: Math.round(Math.max(now, at)), leavesSoonest: Math.round(Math.max(now, soonest)) };
}

/** A rate in the keeper's unit, no finer than its doubt. */
function rateText(parameter: ParameterId, perDay: number, half: number): Quantity | undefined {
  const kind = rateKindOf(parameter);
  return kind && estimate(kind, Math.abs(perDay), Math.abs(perDay) - half, Math.abs(perDay) + half);
}

function answerOf(
  parameter: ParameterId,
  values: TrendValues,
  last: TrendPoint,
  band: readonly [number, number] | undefined,
  lastDoubted: boolean,
  now: number,
): Answer {
  const { moves, changedPace } = values;
  const news = changedPace && now - changedPace.at < NEWS_DAYS * DAY_MS;
  return {
    says: [...movesWords(parameter, values), ...whereWords(parameter, last, band), ...leavesWords(values)],
    certainty: moves === 'falling' || moves === 'rising' ? 'estimated' : 'within test error',
    moves,
    ...(lastDoubted && { retest: true }),
    because: [
      ...rangeWords(parameter, values),
      ...(news ? ['It changed its pace about', { moment: changedPace.at, day: true as const }, '.'] : []),
      ...(lastDoubted ? ['The last reading stands apart from the others.'] : []),
    ],
  };
}

function movesWords(parameter: ParameterId, { perDay = 0, perDayRange = [0, 0], moves }: TrendValues): Phrase[] {
  const name = capitalised(parameterOf(parameter).name);
  if (moves === undefined) return [`${name} shows no clear trend`];
  const rate = moves === 'steady' ? undefined : rateText(parameter, perDay, (perDayRange[1] - perDayRange[0]) / 2);
  return [`${name} is ${moves}`, ...(rate ? [rate] : [])];
}

function whereWords(
  parameter: ParameterId,
  { level, levelSd }: TrendPoint,
  band: readonly [number, number] | undefined,
): Phrase[] {
  const half = 1.96 * levelSd;
  const place = band && placeInBand(level, band, half);
  return [
    place === 'low' || place === 'high' ? `and ${place} at` : 'at',
    estimate(parameterOf(parameter).kind, level, level - half, level + half),
  ];
}

function leavesWords({ leavesAt }: TrendValues): Phrase[] {
  return leavesAt === undefined ? ['.'] : ['; it leaves its band by about', { moment: leavesAt, day: true }, '.'];
}

/** How sure the rate is, in figures. */
function rangeWords(
  parameter: ParameterId,
  { perDayRange = [0, 0], moves, leavesAt, leavesSoonest }: TrendValues,
): Phrase[] {
  const kind = rateKindOf(parameter);
  if (!kind) return [];
  const [low, high] = perDayRange;
  if (moves === undefined || moves === 'steady')
    return ['Its rate is within', range(kind, low, high), '(95 % range), which is no different from zero.'];
  const sizes = [Math.abs(low), Math.abs(high)];
  return [
    'Within',
    range(kind, Math.min(...sizes), Math.max(...sizes)),
    '(95 % range)',
    ...(leavesSoonest === undefined || leavesAt === undefined
      ? []
      : [': at the soonest', { moment: leavesSoonest, day: true as const }]),
    '.',
  ];
}

function workingOf(
  parameter: ParameterId,
  readings: readonly ReadingInput[],
  { perDay = 0, doubted, changedPace }: TrendValues,
  last: TrendPoint,
  scatter: number,
  byBalance: boolean,
): Step[] {
  const { kind } = parameterOf(parameter);
  const rateKind = rateKindOf(parameter);
  const pace = (label: string, value: number): Step[] =>
    rateKind
      ? [{ label, value: quantity(rateKind, value), origin: 'equation', from: 'the line with a bend that fits best' }]
      : [];
  return [
    {
      label: 'Tests',
      value: quantity('ratio', readings.length),
      origin: 'log',
      from:
        doubted.length > 0
          ? `${doubted.length} of them stand apart and count little or not at all`
          : 'none stands apart',
    },
    {
      label: 'Level at the last test',
      value: quantity(kind, last.level),
      origin: 'equation',
      from: 'locally weighted line through the tests about it (Cleveland 1979)',
    },
    ...(rateKind
      ? [
          {
            label: byBalance ? 'Rate now' : 'Rate there',
            value: quantity(rateKind, perDay),
            origin: 'equation' as const,
            from: byBalance
              ? 'what goes in less what is consumed, as Consumption and doses tells it'
              : 'the slope of that line; its error from the tests’ own errors',
          },
        ]
      : []),
    {
      label: 'Scatter about the line',
      value: quantity('ratio', scatter),
      origin: 'equation',
      from: 'as a multiple of the tests’ own errors; the ranges are widened by it where it is more than one',
    },
    ...(changedPace
      ? [
          ...pace('Rate before the change of pace', changedPace.perDayBefore),
          ...pace('Rate after it', changedPace.perDayAfter),
        ]
      : []),
  ];
}
