import type { EvaporationEstimate, EvaporationPeriod } from '@/chemistry/evaporation/evaporation-estimate';
import { expectedEvaporationLPerDay, type Situation } from '@/chemistry/evaporation/surfaces';

export interface SeasonChange {
  readonly since: EvaporationPeriod;
  /** Litres a day more now than then. */
  readonly more: number;
  readonly because: Reason;
}

/** Why a loss changed, by the formula. */
export type Reason =
  | { readonly what: 'humidity' | 'room' | 'water'; readonly rose: boolean }
  /** The room was never read: the formula would want it this humid then. */
  | { readonly what: 'room unread'; readonly humidityThen: number }
  | { readonly what: 'neither room nor water' };

/** A difference is told of from this many standard deviations on. */
const TELLS_AT = 2;
/** What explains less than this share of a change is not its reason. Chosen. */
const EXPLAINS = 0.35;
/** Rooms people live in. Chosen. */
const LIVED_IN = [0.12, 0.85] as const;

/** A stretch that room or water explains is told of before a surer one that nothing explains, down to this share of its sureness. Chosen. */
const NEARLY_AS_SURE = 0.5;

/**
 * The earlier stretch that differs most surely from now, when one differs by more than the errors of both. A stretch that nothing
 * explains is more often an odd one (an accident, a refill that was not logged) than a reason.
 */
export function seasonChange(now: EvaporationPeriod, earlier: readonly EvaporationPeriod[]): SeasonChange | undefined {
  const sureness = ({ litresPerDay, sd }: EvaporationPeriod) =>
    Math.abs(now.litresPerDay - litresPerDay) / Math.hypot(now.sd, sd);
  const different = earlier
    .filter((then) => sureness(then) > TELLS_AT)
    .toSorted((a, b) => sureness(b) - sureness(a))
    .map((then) => ({ since: then, more: now.litresPerDay - then.litresPerDay, because: reasonFor(then, now) }));
  const [surest] = different;
  return (
    different.find(
      ({ since, because }) =>
        because.what !== 'neither room nor water' &&
        surest &&
        sureness(since) >= NEARLY_AS_SURE * sureness(surest.since),
    ) ?? surest
  );
}

/** Why evaporation differs of late from an earlier stretch, where it surely does. */
export function seasonChangeOf({ lately, months }: EvaporationEstimate): SeasonChange | undefined {
  return (
    lately &&
    seasonChange(
      lately,
      months.filter(({ to }) => to <= lately.from),
    )
  );
}

const FACTORS = [
  ['humidity', 'humidity'],
  ['room', 'airC'],
  ['water', 'waterC'],
] as const;

/** Each of room and water is changed alone from then to now, and what the formula makes of it compared with what was seen. */
function reasonFor(then: EvaporationPeriod, now: EvaporationPeriod): Reason {
  const seen = Math.log(now.litresPerDay / then.litresPerDay);
  const base = expectedEvaporationLPerDay(then.situation);
  const shares = FACTORS.map(([what, key]) => ({
    what,
    rose: now.situation[key] > then.situation[key],
    share: Math.log(expectedEvaporationLPerDay({ ...then.situation, [key]: now.situation[key] }) / base) / seen,
  })).filter(({ share }) => share >= EXPLAINS);
  const most = shares.toSorted((a, b) => b.share - a.share)[0];
  if (most) return { what: most.what, rose: most.rose };
  if (now.roomRead && then.roomRead) return { what: 'neither room nor water' };
  const humidityThen = humidityThatFits(
    then.situation,
    (expectedEvaporationLPerDay(now.situation) * then.litresPerDay) / now.litresPerDay,
  );
  return humidityThen !== undefined && humidityThen >= LIVED_IN[0] && humidityThen <= LIVED_IN[1]
    ? { what: 'room unread', humidityThen }
    : { what: 'neither room nor water' };
}

/**
 * The humidity at which the formula gives a loss, the rest unchanged. The formula is a straight line in it.
 * @param litresPerDay by the formula
 * @returns 0 to 1, or undefined where no humidity gives it
 */
export function humidityThatFits(situation: Situation, litresPerDay: number): number | undefined {
  const dry = expectedEvaporationLPerDay({ ...situation, humidity: 0 });
  const damp = expectedEvaporationLPerDay({ ...situation, humidity: 0.25 });
  if (!(dry > damp)) return undefined;
  const humidity = (0.25 * (dry - litresPerDay)) / (dry - damp);
  return humidity >= 0 && humidity <= 1 ? humidity : undefined;
}
