import { SDS_95, halfWidth95 } from '@/numerics/normal-interval';
import { mean } from 'simple-statistics';
import { DAY_MS } from '../tank-model/simulate';
import { atLeastFromDry, evaporationFromGaps, markErrorL, oddAmong, type MeasuredEvaporation } from './from-refills';
import { atLeast, pooledEvaporation, withInterval, type EvaporationSource, type PooledEvaporation } from './pooled';
import { refillAccount, type LevelRead, type Refill, type RefillAccount } from './refill-account';
import { saltBalance, type SaltBalance, type SaltDrift } from './salt-balance';
import { expectedEvaporationLPerDay, FORMULA_LOG_SD, type Situation } from './surfaces';
import { wanderingLoss, type LossGap } from './wandering-loss';

/** The evaporation of one stretch of the record, and the room and water it went from. */
export interface EvaporationPeriod {
  readonly from: number;
  readonly to: number;
  readonly litresPerDay: number;
  readonly sd: number;
  readonly situation: Situation;
  /** The room was read then, not taken over from the settings. */
  readonly roomRead: boolean;
}

/** What a tank's record and room say of its evaporation. Moments are epoch ms. */
export interface EvaporationQuestion {
  readonly now: number;
  readonly netVolumeL: number;
  readonly salinity: number;
  readonly reservoirL: number;
  /** When the reservoir came to hold that; always, when left out. */
  readonly markedAt?: number | undefined;
  readonly refills: readonly Refill[];
  readonly levels: readonly LevelRead[];
  /** The top-off pump's time counted: minutes it ran in the days up to then. */
  readonly pumpRuns: readonly { readonly at: number; readonly minutes: number; readonly days: number }[];
  readonly pumpLPerH?: number | undefined;
  /** Litres a day that come in with doses and not from the reservoir, each from its moment on. */
  readonly drips: readonly { readonly at: number; readonly litresPerDay: number }[];
  readonly saltDrift?: SaltDrift | undefined;
  readonly situation: Situation;
  /** Room and water as they were read, for the seasons. */
  readonly rooms: readonly {
    readonly at: number;
    readonly airC?: number | undefined;
    readonly humidity?: number | undefined;
  }[];
  readonly waters: readonly { readonly at: number; readonly temperatureC: number }[];
  /** Where months begin, in order: the stretches told apart. */
  readonly months: readonly number[];
  /** The keeper's own figure, when it overrules all. */
  readonly own?: number | undefined;
}

export interface EvaporationEstimate {
  /** What evaporates, litres a day. */
  readonly evaporation: PooledEvaporation;
  /** What the reservoir gives of it. */
  readonly drawn: { readonly litresPerDay: number; readonly low: number; readonly high: number };
  /** What doses bring of it. */
  readonly drippedLPerDay: number;
  readonly formulaLPerDay: number;
  readonly account: RefillAccount;
  readonly byRefills: MeasuredEvaporation | undefined;
  readonly byPump: EvaporationSource | undefined;
  /** What earlier months make of the formula for the room of now. */
  readonly byEarlier: EvaporationSource | undefined;
  readonly salt: SaltBalance | undefined;
  readonly months: readonly EvaporationPeriod[];
  /** What went at the least, where the reservoir was filled with all it holds; undefined where it was not. */
  readonly atLeastLPerDay: number | undefined;
  /** The last weeks as one stretch, where refills tell of them. */
  readonly lately: EvaporationPeriod | undefined;
}

/** Refills further back speak of another season; a gap as long has refills in it that nobody logged. */
export const WINDOW_DAYS = 45;
/** What a small pump gives differs from what it gave when it was measured by about this share. Chosen. */
const PUMP_LOG_SD = 0.12;
/** A tank's own factor on the formula wanders from season to season by about this. Chosen. */
const FACTOR_LOG_SD = 0.2;
/** How a tank's loss wanders is learnt from so many days. Chosen: two seasons. */
const LEARNT_DAYS = 180;
/** Of a reservoir looked at every day the last of these tell it. Chosen: a key waits for them. */
const MOST_GAPS = 60;
/** The range is of the mean over so many days to come. */
export const AHEAD_DAYS = 7;
/** A room read further off tells nothing of a gap. Chosen. */
const NEAR_DAYS = 30;
/** No tank stops losing water: a range ends no lower than such a share. */
const LEAST_SHARE = 0.05;
/** A month with fewer counted days is not told apart. Chosen. */
const SHORTEST_MONTH_DAYS = 10;

/**
 * What evaporates, by all that is known: the formula as what to expect of such surfaces in such a room, then what refills and
 * levels, the pump's time and earlier months say, each by its certainty; salinity tells what of it was not evaporation.
 * @throws Refusal where the surroundings lie outside the formula
 * @returns litres a day with their 95 % range
 * Source: the formula by ASHRAE (`pool.ts`); what else tells of it is pooled by its certainty (`pooled.ts`), each part with its own
 * source.
 */
export function estimateEvaporation(question: EvaporationQuestion): EvaporationEstimate {
  const { now, reservoirL, situation, own } = question;
  const account = refillAccount(
    question.refills.filter(({ at }) => at <= now),
    question.levels.filter(({ at }) => at <= now),
    question,
  );
  const windowFrom = now - WINDOW_DAYS * DAY_MS;
  const mark = markErrorL(reservoirL);
  const recent = account.gaps.filter(({ from }) => from >= windowFrom);
  const byRefills = evaporationFromGaps(recent, mark);
  const dripped = meanRate(question.drips, windowFrom, now);
  const balance = question.saltDrift && saltBalance(question.saltDrift, question.netVolumeL, question.salinity);
  const aside = byRefills && balance && balance.tells !== 'nothing' ? balance : undefined;
  const asSaltwater = aside?.litresPerDay ?? 0;
  const formulaLPerDay = expectedEvaporationLPerDay(situation);
  const measured = byRefills && {
    litresPerDay: byRefills.litresPerDay + dripped - asSaltwater,
    sd: Math.hypot(byRefills.sd, aside?.sd ?? 0),
  };
  const byPump = pumped(question, windowFrom, dripped - asSaltwater);
  const months = monthsOf(question, account, mark);
  const byEarlier = earlier(months, windowFrom, formulaLPerDay);
  const ahead = ofNextWeek(question, account, formulaLPerDay, mark, aside);
  const pooled = byPump
    ? // What refills tell of the week to come already holds the formula, and so do earlier months, corrected by what this tank makes of it.
      pooledEvaporation([ahead ?? byEarlier ?? { litresPerDay: formulaLPerDay, logSd: FORMULA_LOG_SD }, byPump])
    : (ahead ?? pooledEvaporation([byEarlier ?? { litresPerDay: formulaLPerDay, logSd: FORMULA_LOG_SD }]));
  // Whole gaps tell more than that so much went at least.
  const dry = recent.every(({ ranDry }) => ranDry) ? atLeastFromDry(recent, mark) : undefined;
  const atLeastLPerDay = dry === undefined ? undefined : dry + dripped - asSaltwater;
  const expected = pooled ?? withInterval(0, 0);
  const evaporation =
    own !== undefined
      ? withInterval(own, 0)
      : atLeastLPerDay !== undefined && atLeastLPerDay > 0
        ? atLeast(expected, atLeastLPerDay)
        : expected;
  const here = drippedNow(question.drips, now);
  const drawnOf = (litresPerDay: number) => Math.max(0, litresPerDay - here + asSaltwater);
  const lately = measured && {
    from: windowFrom,
    to: now,
    ...measured,
    ...situationIn(question, windowFrom, now),
  };
  return {
    evaporation,
    drawn: {
      litresPerDay: drawnOf(evaporation.litresPerDay),
      low: drawnOf(evaporation.low),
      high: drawnOf(evaporation.high),
    },
    drippedLPerDay: here,
    formulaLPerDay,
    account,
    byRefills,
    byPump,
    byEarlier,
    salt: balance,
    months,
    atLeastLPerDay,
    lately: lately && lately.litresPerDay > 0 ? lately : undefined,
  };
}

/**
 * What the week to come will lose, by all refills of the last half year: a keeper asks what to fill in, and not what went on average.
 * @returns undefined where no gap tells of it
 */
function ofNextWeek(
  question: EvaporationQuestion,
  account: RefillAccount,
  formulaLPerDay: number,
  mark: number,
  aside: SaltBalance | undefined,
): PooledEvaporation | undefined {
  const { now, drips } = question;
  const gaps = account.gaps
    .filter(({ to, days }) => to > now - LEARNT_DAYS * DAY_MS && days <= WINDOW_DAYS)
    .slice(-MOST_GAPS);
  const whole = gaps.filter(({ ranDry }) => !ranDry);
  const odd = new Set(oddAmong(whole, mark).map(({ from }) => from));
  const told = gaps
    .filter(({ from }) => !odd.has(from))
    .map((gap): LossGap => {
      const besides = meanRate(drips, gap.from, gap.to) - (aside?.litresPerDay ?? 0);
      const then = expectedEvaporationLPerDay(situationNear(question, (gap.from + gap.to) / 2));
      return {
        ...gap,
        litres: Math.max(0, gap.litres + besides * gap.days),
        against: formulaLPerDay > 0 && then > 0 ? then / formulaLPerDay : 1,
      };
    });
  // Of gaps that all ran dry it is known what went at the least, and no more.
  if (told.every(({ ranDry }) => ranDry)) return undefined;
  const week = wanderingLoss(told, formulaLPerDay, mark, now)?.(AHEAD_DAYS);
  if (!week || !(week.litresPerDay > 0)) return undefined;
  const wider = (half: number) => Math.hypot(half, halfWidth95(aside?.sd ?? 0));
  const low = Math.max(week.litresPerDay * LEAST_SHARE, week.litresPerDay - wider(week.litresPerDay - week.low));
  const high = week.litresPerDay + wider(week.high - week.litresPerDay);
  return { litresPerDay: week.litresPerDay, low, high, logSd: Math.log(high / low) / (2 * SDS_95) };
}

/** The room and water about a moment, as they were read nearest to it; as they are now where nothing near it was. */
function situationNear({ situation, rooms, waters }: EvaporationQuestion, at: number): Situation {
  const near = <Read extends { readonly at: number }>(read: readonly Read[]): Read | undefined =>
    read
      .filter((each) => Math.abs(each.at - at) < NEAR_DAYS * DAY_MS)
      .reduce<Read | undefined>(
        (best, each) => (best && Math.abs(best.at - at) <= Math.abs(each.at - at) ? best : each),
        undefined,
      );
  const airC = near(rooms.filter((room) => room.airC !== undefined))?.airC;
  const humidity = near(rooms.filter((room) => room.humidity !== undefined))?.humidity;
  const waterC = near(waters)?.temperatureC;
  return {
    ...situation,
    ...(airC !== undefined && { airC }),
    ...(humidity !== undefined && { humidity }),
    ...(waterC !== undefined && { waterC }),
  };
}

/** The mean over a stretch of a rate that steps. */
function meanRate(
  steps: readonly { readonly at: number; readonly litresPerDay: number }[],
  from: number,
  to: number,
): number {
  if (!(to > from)) return drippedNow(steps, to);
  const ordered = steps.toSorted((a, b) => a.at - b.at);
  return (
    ordered.reduce((sum, { at, litresPerDay }, i) => {
      const until = Math.min(to, ordered[i + 1]?.at ?? to);
      return sum + litresPerDay * Math.max(0, until - Math.max(from, at));
    }, 0) /
    (to - from)
  );
}

function drippedNow(steps: readonly { readonly at: number; readonly litresPerDay: number }[], now: number): number {
  return steps.filter(({ at }) => at <= now).toSorted((a, b) => b.at - a.at)[0]?.litresPerDay ?? 0;
}

function pumped(
  { pumpRuns, pumpLPerH, now }: EvaporationQuestion,
  windowFrom: number,
  /** Litres a day that evaporate besides what the pump brings, less what it brings for saltwater lost. */
  besides: number,
): EvaporationSource | undefined {
  const counted = pumpRuns.filter(({ at }) => at > windowFrom && at <= now);
  const days = counted.reduce((sum, run) => sum + run.days, 0);
  if (pumpLPerH === undefined || days < 0.5) return undefined;
  const litres = counted.reduce((sum, { minutes }) => sum + (minutes / 60) * pumpLPerH, 0);
  return { litresPerDay: Math.max(0, litres / days + besides), logSd: PUMP_LOG_SD };
}

function monthsOf(question: EvaporationQuestion, account: RefillAccount, mark: number): EvaporationPeriod[] {
  const ends = [...question.months.slice(1), question.now];
  return question.months.flatMap((from, i): EvaporationPeriod[] => {
    const to = ends[i] ?? question.now;
    // A gap belongs to the month in which most of it lies.
    const gaps = account.gaps.filter((gap) => {
      const middle = (gap.from + gap.to) / 2;
      return middle >= from && middle < to;
    });
    const found = evaporationFromGaps(gaps, mark);
    if (!found || found.days < SHORTEST_MONTH_DAYS) return [];
    const litresPerDay = found.litresPerDay + meanRate(question.drips, from, to);
    return litresPerDay > 0 ? [{ from, to, litresPerDay, sd: found.sd, ...situationIn(question, from, to) }] : [];
  });
}

/** The room and water of a stretch, as they were read in it; as they are now where they were not. */
function situationIn(
  { situation, rooms, waters }: EvaporationQuestion,
  from: number,
  to: number,
): { readonly situation: Situation; readonly roomRead: boolean } {
  const within = ({ at }: { readonly at: number }) => at >= from && at < to;
  const here = rooms.filter(within);
  const airC = meanOf(here.flatMap((room) => room.airC ?? []));
  const humidity = meanOf(here.flatMap((room) => room.humidity ?? []));
  const waterC = meanOf(waters.filter(within).map(({ temperatureC }) => temperatureC));
  return {
    situation: {
      ...situation,
      ...(airC !== undefined && { airC }),
      ...(humidity !== undefined && { humidity }),
      ...(waterC !== undefined && { waterC }),
    },
    roomRead: humidity !== undefined,
  };
}

function meanOf(values: readonly number[]): number | undefined {
  return values.length === 0 ? undefined : mean([...values]);
}

/** What this tank lost in earlier months against the formula for those, applied to the formula of now. */
function earlier(
  months: readonly EvaporationPeriod[],
  windowFrom: number,
  formulaLPerDay: number,
): EvaporationSource | undefined {
  const factors = months
    .filter(({ to }) => to <= windowFrom)
    .flatMap(({ litresPerDay, sd, situation }) => {
      const expected = expectedEvaporationLPerDay(situation);
      return expected > 0 ? [{ litresPerDay: litresPerDay / expected, logSd: sd / litresPerDay }] : [];
    });
  if (factors.length === 0) return undefined;
  // A tank's factor on the formula is nearly one until its months say otherwise.
  const factor = pooledEvaporation([{ litresPerDay: 1, logSd: FORMULA_LOG_SD }, ...factors]);
  return factor && formulaLPerDay > 0
    ? { litresPerDay: factor.litresPerDay * formulaLPerDay, logSd: Math.hypot(factor.logSd, FACTOR_LOG_SD) }
    : undefined;
}
