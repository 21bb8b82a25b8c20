import { SDS_95 } from '@/numerics/normal-interval';
import { kalmanFilter } from '@/numerics/kalman';
import type { Point } from '../observation';
import { DAY_MS } from '../tank-model/time';
import { mixtureQuantile, momentsOf, type Part } from '@/numerics/normal-mixture';
import { seriesOf, spaceOf, waysThat, weightsOf, type Besides, type Series, type Wander } from './wander';

/** A figure with its standard deviation and 95 % range. */
export interface Told {
  readonly value: number;
  readonly sd: number;
  readonly low: number;
  readonly high: number;
}

export type Verdict = 'changed' | 'within error' | 'cannot tell';

/** What came against what would have been. Levels in the readings' unit, rates in that unit a day. */
export interface Interrupted {
  readonly verdict: Verdict;
  /** Which of the two it was, where it changed. */
  readonly how: 'jump' | 'turn' | undefined;
  /** By how much it jumped, were it a jump; by how much its rate turned, were it a turn. */
  readonly jump: Told;
  readonly turn: Told;
  /** How it moved a day as it was. */
  readonly rateBefore: Told;
  /** How far it lies at the end from where it would have gone, jump or turn. */
  readonly apartAtEnd: Told;
  /** As many tests again, shared before and after, would tell a jump of the size that matters; 0 where it is told already. */
  readonly moreTests: number;
}

/** Readings a side needs before anything is told. */
export const LEAST_ON_A_SIDE = 2;
/** A jump is looked for and a turn: each is told by chance so seldom. Chosen: together less than one time in twenty of even courses. */
const MISSED = 0.03;
/** An event asked about is a likelier turn than one that nobody saw: so usual is a level that does not stray, and a rate that does not. Chosen. */
const STAYS: Wander = { level: 0.7, rate: 0.97 };
/** Before anything is known a jump is of some tens of errors at the most, and a turn of as many in a month. Chosen. */
const JUMP = 30;
const TURN = 1;
/** A change of the size that matters is found so often: the standard normal deviates of 95 % sure, four times in five. */
const FOUND_FOUR_IN_FIVE = SDS_95 + 0.84;
/** More tests than this are not asked of anybody. */
const MOST_TESTS = 200;
/** How a level wanders is learnt from so many readings about the event. */
const MOST_READINGS = 80;

/**
 * What changed with an event: the level and the rate before it, carried on as they would have gone with the wandering of this level, against
 * what came. A jump and a turn of the rate are tried, and which of the two foretells the readings better is told.
 *
 * That the event made the change does not follow: whatever else changed in the same days may have.
 *
 * @param given in order of time, each at a moment of its own; further back than what is compared they tell how the level wanders
 * @param matters the smallest jump worth knowing of, in the readings' unit, and turn, in that unit a day; above 0
 * @returns undefined with fewer than two readings on either side
 * Source: the interrupted time series by intervention analysis in a structural model: Harvey 1989, *Forecasting, Structural Time Series
 * Models and the Kalman Filter*, section 7.6; Box and Tiao 1975, J. Am. Stat. Assoc. 70.
 */
export function interruptedSeries(
  given: readonly Point[],
  event: number,
  matters: { readonly level: number; readonly perDay: number },
): Interrupted | undefined {
  const after = given.filter(({ at }) => at >= event).length;
  const before = given.length - after;
  const last = given.at(-1);
  if (before < LEAST_ON_A_SIDE || after < LEAST_ON_A_SIDE || !last) return undefined;
  const series = seriesOf(given.slice(-MOST_READINGS));
  const days = (at: number) => (at < event ? 0 : (at - event) / DAY_MS);
  const { unit } = series;
  const jump = tried(series, { shows: (at) => Number(at >= event), sd: JUMP * unit });
  const turn = tried(series, { shows: days, sd: TURN * unit });
  const [jumps, turns] = [isSure(jump.besides), isSure(turn.besides)];
  const how = jumps && (!turns || jump.log >= turn.log) ? 'jump' : turns ? 'turn' : undefined;
  const told = { jump: toldOf(jump.besides), turn: toldOf(turn.besides) };
  const small = isNegligible(told.jump, matters.level) && isNegligible(told.turn, matters.perDay);
  const [share = 0.5] = weightsOf([jump.log, turn.log]);
  const end = days(last.at);
  return {
    verdict: how ? 'changed' : small ? 'within error' : 'cannot tell',
    how,
    ...told,
    rateBefore: toldOf(how === 'turn' ? turn.rate : jump.rate),
    apartAtEnd: toldOf([
      ...jump.besides.map((part) => ({ ...part, weight: part.weight * share })),
      ...turn.besides.map(({ weight, mean, sd }) => ({ weight: weight * (1 - share), mean: mean * end, sd: sd * end })),
    ]),
    moreTests: how || small ? 0 : testsToTell(told.jump.sd, matters.level, given.length),
  };
}

/** Every way of wandering with one thing besides: what that comes to, and the rate without it. */
function tried(series: Series, besides: Besides) {
  const ways = waysThat(STAYS).map(({ wander, usual }) => {
    const { mean, covariance, logLikelihood } = kalmanFilter(spaceOf(series, wander, besides), undefined, false);
    const part = (i: number) => ({ mean: mean[i] ?? 0, sd: Math.sqrt(Math.max(0, covariance[i * 4] ?? 0)) });
    return { rate: part(1), besides: part(2), log: logLikelihood + Math.log(usual) };
  });
  const logs = ways.map(({ log }) => log);
  const weights = weightsOf(logs);
  const most = Math.max(...logs);
  const parts = (which: 'rate' | 'besides') => ways.map((way, i): Part => ({ ...way[which], weight: weights[i] ?? 0 }));
  return {
    rate: parts('rate'),
    besides: parts('besides'),
    log: most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0)),
  };
}

function isSure(parts: readonly Part[]): boolean {
  return mixtureQuantile(parts, MISSED / 2) > 0 || mixtureQuantile(parts, 1 - MISSED / 2) < 0;
}

function toldOf(parts: readonly Part[]): Told {
  const { mean, sd } = momentsOf(parts);
  return { value: mean, sd, low: mixtureQuantile(parts, 0.025), high: mixtureQuantile(parts, 0.975) };
}

function isNegligible({ low, high }: Told, matters: number): boolean {
  return low > -matters && high < matters;
}

function testsToTell(sd: number, matters: number, tests: number): number {
  const wanted = tests * ((FOUND_FOUR_IN_FIVE * sd) / matters) ** 2;
  return Math.min(MOST_TESTS, Math.max(1, Math.ceil(wanted - tests)));
}
