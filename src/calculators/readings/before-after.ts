import { SDS_95, halfWidth95 } from '@/numerics/normal-interval';
import { byTheDay } from '@/chemistry/readings/by-the-day';
import {
  interruptedSeries,
  LEAST_ON_A_SIDE,
  type Interrupted,
  type Told,
} from '@/chemistry/readings/interrupted-series';
import { wanderingLevel, type LevelAhead, type LevelPoint } from '@/chemistry/readings/wandering-level';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { defineCalculator, type Step } from '../calculator/calculator';
import { checkRange } from '../parameters/check-range';
import { parameterOf, usualErrorOf, type ParameterId } from '../parameters/parameters';
import { differenceKindOf, rateKindOf } from '../parameters/rates';
import { beforeAfterAnswer, beforeAfterCautions, tooFew } from './before-after-answer';
import { beforeAfterInput, type BeforeAfterInput, type TrialOutcome } from './before-after-input';
import { inTimeOrder } from './readings-input';

/** How the level moved before is learnt from so many days at least. Chosen: twelve weekly tests. */
const LEARNT_DAYS = 84;
/** Moments of the picture on either side. */
const MOMENTS = 24;

export const beforeAfter = defineCalculator({
  name: 'before-after',
  asks: 'What changed with this: the level, its rate, and how surely?',
  input: beforeAfterInput,
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
        ? beforeAfterAnswer(given, { ...told, apartAtEnd: came ?? told.apartAtEnd }, matters, outcome)
        : tooFew(given, before.length, after.length),
      working: [
        ...counted(before.length, after.length),
        ...(told ? workingOf(parameter, told) : []),
        ...(given.takenOut === undefined
          ? []
          : [
              {
                label: 'Moved by what was dosed otherwise meanwhile, taken out',
                value: quantity(differenceKindOf(parameter), given.takenOut),
                origin: 'equation' as const,
                from: 'doses as they stood at the event against those that were given, through the tank model',
              },
            ]),
        {
          label: 'What would matter',
          value: quantity(differenceKindOf(parameter), matters),
          origin: given.matters === undefined ? 'common practice' : 'yours',
          from: given.matters === undefined ? 'twice what a careful test errs by' : 'set beforehand',
        },
      ],
      cautions: told ? beforeAfterCautions(given) : [],
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
  const together = { sd, value: most(value, 0), low: most(low, -SDS_95), high: most(high, SDS_95) };
  const [middle, under, over] = [expected.value, expected.low, expected.high].map((level) => Math.max(least, level));
  const by = end.level - (middle ?? 0);
  const half = (towards: number) => Math.hypot(halfWidth95(end.levelSd), towards - (middle ?? 0));
  const alone = { value: by, low: by - half(over ?? 0), high: by + half(under ?? 0), sd: half(over ?? 0) / SDS_95 };
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
  { way, endsAt }: NonNullable<BeforeAfterInput['trial']>,
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
