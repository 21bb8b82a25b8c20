import { halfWidth95 } from '@/numerics/normal-interval';
import * as z from 'zod';
import { changeOfPace, type ChangeOfPace } from '@/chemistry/readings/change-of-pace';
import { byTheDay } from '@/chemistry/readings/by-the-day';
import { movementOf, type Moved } from '@/chemistry/readings/movement';
import { LEAST_READINGS, ratesByScale, type ScaleRate } from '@/chemistry/readings/rates-by-scale';
import { wanderingLevel, type LevelAhead, type LevelPoint } from '@/chemistry/readings/wandering-level';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { estimate, quantity, range, type Quantity } from '@/quantities/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Phrase, type Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { movedInput } from '../calculator/certainty';
import { mattersAt } from './matters';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '../parameters/parameters';
import { placeInBand } from '../parameters/place-in-band';
import { differenceKindOf, rateKindOf } from '../parameters/rates';
import { overWords } from './over-words';
import { checkRange, checkRate } from '../parameters/check-range';
import { inTimeOrder, readingsInput, type ReadingInput } from './readings-input';

/** A band is looked ahead for so long: further on the readings say little. Chosen. */
const AHEAD_DAYS = 60;
/** Readings this old tell nothing of what is ahead. Chosen: as the reading of a weekly test missed twice. */
const AHEAD_OF_DAYS = 21;
/** A change of pace longer ago than this is history and no news. Chosen. */
const NEWS_DAYS = 45;
/** A change of pace is looked for among the newest of these: a level read many times a day has changed it often before. Chosen. */
const MOST_FOR_A_PACE = 120;
/** What is ahead is told so often. */
const EVERY_MS = 2 * DAY_MS;
/** Moments the level is told at, between the first and the last reading. */
const MOMENTS = 60;
/** More tests than this are not asked for. Chosen: half a year of weekly ones. */
const MOST_ASKED = 26;

export interface TrendValues {
  /** How it moves, and over what; undefined with too few readings. */
  readonly moved: Moved | undefined;
  /** The level as the readings tell it together. */
  readonly points: readonly LevelPoint[];
  /** Every second day from the last reading on, if it goes on as it does; none of old readings. */
  readonly ahead: readonly LevelAhead[];
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
    /** Only what was read since then tells a rate. */
    since: moment('since when').optional(),
    /** Since when something may move it otherwise: lights, media, livestock. */
    event: moment('last event').optional(),
    /**
     * How it moves where more is known of that than its readings: what goes in and is consumed. The readings' own movement where it is left
     * out.
     */
    moved: movedInput.optional(),
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
  run: ({ parameter, now, readings: given, band, since = -Infinity, event, moved: known }) => {
    const readings = inTimeOrder(given).filter(({ at }) => at <= now);
    checkRange(parameter, readings);
    if (known) checkRate(parameter, known.perDay);
    const daily = byTheDay(readings);
    const level = daily.length >= LEAST_READINGS ? wanderingLevel(daily) : undefined;
    // What cannot be negative is not told as if it were.
    const least = parameterOf(parameter).low >= 0 ? 0 : -Infinity;
    const told = (points: readonly LevelPoint[]) =>
      points.map((each) => ({ ...each, level: Math.max(least, each.level) }));
    const last = level && told(level.through([daily.at(-1)?.at ?? now]))[0];
    if (!level || !last) return unsaid(parameter, readings);
    const rates = ratesByScale(
      readings.filter(({ at }) => at >= since),
      event,
    );
    const apart = new Set(level.apart);
    const pace = changeOfPace(daily.filter(({ at }) => !apart.has(at)).slice(-MOST_FOR_A_PACE));
    const fresh = now - last.at <= AHEAD_OF_DAYS * DAY_MS;
    const moved = known ?? (fresh ? movementOf(rates, readings, mattersAt(parameter, band, last.level)) : undefined);
    const ahead = fresh ? level.ahead(momentsAhead(last.at, now + AHEAD_DAYS * DAY_MS)) : [];
    const values: TrendValues = {
      moved,
      points: told(level.through(momentsOf(daily))),
      ahead,
      doubted: level.apart,
      changedPace: pace,
      ...(band && leavesBand(moved, ahead, band, now)),
    };
    return {
      answer: answerOf(parameter, values, last, band, apart.has(last.at), now),
      working: workingOf(parameter, readings, values, last, rates, known !== undefined),
      cautions: [],
      values,
    };
  },
});

function momentsAhead(from: number, to: number): number[] {
  return Array.from({ length: Math.floor((to - from) / EVERY_MS) + 1 }, (_, i) => from + i * EVERY_MS);
}

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
    values: { moved: undefined, points: [], ahead: [], doubted: [] } satisfies TrendValues as TrendValues,
  };
}

/** When the level meets the end of the band it heads for: as it goes, and the soonest that its range lets it. */
function leavesBand(
  moved: Moved | undefined,
  ahead: readonly LevelAhead[],
  [low, high]: readonly [number, number],
  now: number,
) {
  if (moved?.moves !== 'falling' && moved?.moves !== 'rising') return undefined;
  const falls = moved.moves === 'falling';
  const inside = ({ value }: LevelAhead) => (falls ? value > low : value < high);
  const first = ahead[0];
  if (!first || !inside(first)) return undefined;
  const leaves = ahead.find((point) => !inside(point));
  const soonest = ahead.find((point) => (falls ? point.low <= low : point.high >= high));
  if (!leaves || !soonest) return undefined;
  return { leavesAt: Math.max(now, leaves.at), ...(soonest.at > now + DAY_MS && { leavesSoonest: soonest.at }) };
}

/** A rate in the keeper's unit, no finer than its doubt. */
function rateText(parameter: ParameterId, perDay: number, half: number): Quantity | undefined {
  const kind = rateKindOf(parameter);
  return kind && estimate(kind, Math.abs(perDay), Math.abs(perDay) - half, Math.abs(perDay) + half);
}

function answerOf(
  parameter: ParameterId,
  values: TrendValues,
  last: LevelPoint,
  band: readonly [number, number] | undefined,
  lastDoubted: boolean,
  now: number,
): Answer {
  const { moved, changedPace } = values;
  const moves = moved?.moves;
  const news = changedPace && now - changedPace.at < NEWS_DAYS * DAY_MS;
  return {
    says: [
      ...movesWords(parameter, moved, now - last.at <= AHEAD_OF_DAYS * DAY_MS),
      ...whereWords(parameter, last, band),
      ...leavesWords(values),
    ],
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

function movesWords(parameter: ParameterId, moved: Moved | undefined, fresh: boolean): Phrase[] {
  const name = capitalised(parameterOf(parameter).name);
  if (moved?.moves === undefined && !fresh)
    return [`${name} was last tested too long ago to tell how it moves; it was`];
  if (moved?.moves === undefined) return [`The tests cannot tell yet how ${parameterOf(parameter).name} moves; it is`];
  if (moved.moves === 'steady') return [`${name} is steady`, 'at'];
  if (moved.small) return [`${name} is ${moved.moves}`, ...slowlyWords(parameter, moved), 'and is'];
  const rate = rateText(parameter, moved.perDay, moved.half);
  return [`${name} is ${moved.moves}`, ...(rate ? [rate, ...overWords(moved.overDays)] : []), 'and is'];
}

/** What it comes to over the weeks in which it shows: a day's share would be told as none. */
function slowlyWords(parameter: ParameterId, { perDay, half, overDays }: Moved): Phrase[] {
  if (overDays === undefined) return ['slowly'];
  const [most, least] = [(Math.abs(perDay) + half) * overDays, (Math.abs(perDay) - half) * overDays];
  return [
    'slowly, by',
    estimate(differenceKindOf(parameter), Math.abs(perDay) * overDays, least, most),
    ...overWords(overDays),
    ',',
  ];
}

function whereWords(
  parameter: ParameterId,
  { level, levelSd }: LevelPoint,
  band: readonly [number, number] | undefined,
): Phrase[] {
  const half = halfWidth95(levelSd);
  const place = band && placeInBand(level, band, half);
  return [
    ...(place === 'low' || place === 'high' ? [`${place} at`] : []),
    estimate(parameterOf(parameter).kind, level, level - half, level + half),
  ];
}

function leavesWords({ leavesAt }: TrendValues): Phrase[] {
  return leavesAt === undefined ? ['.'] : ['; it leaves its band by about', { moment: leavesAt, day: true }, '.'];
}

/** How sure the rate is, in figures. */
function rangeWords(parameter: ParameterId, { moved, leavesAt, leavesSoonest }: TrendValues): Phrase[] {
  const kind = rateKindOf(parameter);
  if (!kind || !moved) return [];
  const { perDay, half, moves, moreTests } = moved;
  const [low, high] = [perDay - half, perDay + half];
  if (moves === 'steady' || (moved.small && moves !== undefined))
    return ['Its rate is within', range(kind, low, high), '(95 % range): too little to matter within the month.'];
  if (moves === undefined)
    return [
      'Its rate is within',
      range(kind, low, high),
      '(95 % range):',
      moreTests === undefined || moreTests > MOST_ASKED
        ? 'more tests than anybody takes would be needed to tell.'
        : `about ${moreTests} more ${moreTests === 1 ? 'test' : 'tests'}, as often as lately, would tell.`,
    ];
  const sizes = [Math.abs(low), Math.abs(high)];
  return [
    'Within',
    range(kind, Math.min(...sizes), Math.max(...sizes)),
    '(95 % range)',
    ...(leavesSoonest === undefined || leavesAt === undefined
      ? []
      : [': out of its band at the soonest', { moment: leavesSoonest, day: true as const }]),
    '.',
  ];
}

function workingOf(
  parameter: ParameterId,
  readings: readonly ReadingInput[],
  { moved, doubted, changedPace }: TrendValues,
  last: LevelPoint,
  rates: readonly ScaleRate[],
  known: boolean,
): Step[] {
  const { kind } = parameterOf(parameter);
  const rateKind = rateKindOf(parameter);
  const pace = (label: string, perDay: number, from: string): Step[] =>
    rateKind ? [{ label, value: quantity(rateKind, perDay), origin: 'equation', from }] : [];
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
      from: 'a straight line that strays, by all tests together (Harvey 1989)',
    },
    ...rates.flatMap(({ from, to, count, perDay, half, sinceEvent }) =>
      pace(
        `Rate ${listedOver(from, to)}${sinceEvent ? ', since the last change' : ''}`,
        perDay,
        `a straight line that a slip does not move, through ${count} tests; ${Math.abs(perDay) > half ? 'its range leaves zero out' : 'no different from zero'}`,
      ),
    ),
    ...(known && moved && moved.overDays === undefined
      ? pace('Rate now', moved.perDay, 'what goes in less what is consumed, as Consumption and doses tells it')
      : []),
    ...(changedPace
      ? [
          ...pace('Rate before the change of pace', changedPace.perDayBefore, 'the line with a bend that fits best'),
          ...pace('Rate after it', changedPace.perDayAfter, 'the line with a bend that fits best'),
        ]
      : []),
  ];
}

function listedOver(from: number, to: number): string {
  return overWords((to - from) / DAY_MS).join(' ');
}
