import { gaussian, seeded } from '@/numerics/seeded';
import type { Reading } from '@/chemistry/consumption/estimate';
import type { TankEvent } from '@/chemistry/tank-model/events';

const DAY = 86_400_000;
const DKH = 0.35665;

/** What a keeper is up against. */
export interface Hardship {
  /** Days between tests. */
  readonly everyDays?: number;
  /** Share of readings that are a slip of 0.5 to 1.5 dKH. */
  readonly slips?: number;
  /** Share of days on which nothing was dosed, and is logged as dosed. */
  readonly missed?: number;
  /** True volume over the one written down. */
  readonly volume?: number;
  /** Advice is followed only every second time. */
  readonly halfHearted?: boolean;
  /** How many times as strongly as usual consumption answers to the level; 0: not at all. */
  readonly answers?: number;
  /** Consumption to begin with, dKH a day, from and to; half to 2 when left out. */
  readonly consumes?: readonly [from: number, to: number];
  /** By how much consumption steps once; a fifth when left out. */
  readonly step?: number;
  /** How many times as far as usual consumption wanders. */
  readonly wander?: number;
}

/** What a keeper sees on the day of a test. */
export interface Seen {
  readonly at: number;
  readonly volumeL: number;
  readonly readings: readonly Reading[];
  readonly events: readonly TankEvent[];
  /** What the pump is set to, mmol/L a day by the written volume; where a set time is over today, what it goes back to. */
  readonly dose: number;
  /** Today it goes back from a dose set for a time. */
  readonly ending: boolean;
  /** Where it is to be set otherwise later. */
  readonly then?: { readonly inDays: number; readonly dose: number } | undefined;
  readonly target: number;
  /** What a correction that was just begun is still to bring, mmol/L. */
  readonly coming: number;
  readonly everyDays: number;
  /** What no keeper knows: consumption at this level but for the day's weather, mmol/L a day by the written volume. For judging estimates. */
  readonly truth: number;
}

/** What a keeper sets on it, mmol/L a day by the written volume: a dose, and one for later. */
export interface Setting {
  readonly dose: number;
  readonly then?: { readonly inDays: number; readonly dose: number } | undefined;
  /** A test that is asked for before the next one is due. */
  readonly testInDays?: number | undefined;
}

export type Keeper = (seen: Seen) => Setting | undefined;

export interface Kept {
  /** Share of days within 0.5 dKH of the target. */
  readonly near: number;
  /** Furthest from it, dKH. */
  readonly worst: number;
  /** Mean of how far the daily dose lay from the day's consumption (but for the day's own weather), as a share of it. */
  readonly missedBy: number;
  /** How often the pump was set to another dose. */
  readonly moves: number;
  /** How often one move went the other way than the one before it. */
  readonly turns: number;
  readonly tests: number;
}

const WEEKS = 26;

/**
 * Half a year of a tank with its keeper, by hourly steps of its own: neither the tank model nor any assumption of the estimate.
 *
 * Corals calcify by a rate law of saturation, G = k (Ω − 1)^n, so that consumption answers to the level it leaves (Burton and Walter
 * 1987; Langdon and Atkinson 2005: n 1 to 1.7, Ω here by the shortcut that it goes with alkalinity squared, 4.4 at 8 dKH). k grows as
 * living surface does, wanders by days that hang together (an Ornstein–Uhlenbeck course), runs by light, and once steps by a fifth.
 * The keeper tests weekly by a kit with 0.12 dKH of error, in steps of 0.1, and slips now and then. A test more than 0.6 dKH off is
 * answered with a one-off correction by every keeper alike: added where it is low, a day or two without the pump where it is high.
 */
export function keptTank(seed: number, keeper: Keeper, hardship: Hardship = {}): Kept {
  const random = seeded(seed);
  const noise = gaussian(random);
  const between = (low: number, high: number) => low + (high - low) * random();
  const {
    everyDays = 7,
    slips = 0.02,
    missed = 0,
    volume = 1,
    halfHearted = false,
    step = 0.2,
    consumes = [0.35, 1.4],
    wander = 1,
    answers = 1,
  } = hardship;

  const volumeL = Math.round(between(100, 800));
  const base = Math.exp(between(Math.log(consumes[0]), Math.log(consumes[1]))) * DKH;
  const growth = between(-0.01, 0.09) / 30;
  const order = answers * between(0, 0.8);
  const target = 8.3 * DKH;
  const stepDay = between(40, 140);
  const stepBy = 1 + (random() < 0.5 ? step : -step);
  const lightShare = between(0.6, 0.8);
  const days = WEEKS * 7;
  // The slow wandering of k: an Ornstein–Uhlenbeck course with a memory of some weeks; each day has its own weather besides.
  const memory = between(14, 40);
  const spread = 0.03 * wander;
  let slow = noise(spread);
  const course = Array.from({ length: days }, (_, day) => {
    slow += -slow / memory + noise(spread * Math.sqrt(2 / memory));
    return Math.exp(growth * day) * (day >= stepDay ? stepBy : 1) * (1 + slow);
  });

  const answer = (alkalinity: number) => (Math.max(0.01, 4.4 * (alkalinity / (8 * DKH)) ** 1.5 - 1) / 3.4) ** order;

  let level = target + noise(0.25 * DKH);
  let dose = base * between(0.85, 1.15);
  let set = dose;
  let then: { at: number; dose: number } | undefined;
  let asked = Infinity;
  let tests = 0;
  let correcting = { until: 0, perDay: 0 };
  const events: TankEvent[] = [{ kind: 'rate', at: 0, source: 'part', perDay: { alkalinity: dose * volumeL } }];
  const readings: Reading[] = [];
  let near = 0;
  let worst = 0;
  let missing = 0;
  let moves = 0;
  let turns = 0;
  let lastMove = 0;
  let advice = 0;

  const setTo = (at: number, to: number) => {
    if (Math.abs(to - set) < 1e-9) return;
    const way = Math.sign(to - set);
    if (lastMove !== 0 && way !== lastMove) turns++;
    lastMove = way;
    moves++;
    set = to;
    events.push({ kind: 'rate', at, source: 'part', perDay: { alkalinity: set * volumeL } });
  };

  for (let day = 0; day < days; day++) {
    const at = day * DAY;
    let wanted = set;
    const ending = then !== undefined && at >= then.at;
    if (then && at >= then.at) {
      wanted = then.dose;
      then = undefined;
    }
    if (day % everyDays === 0 || day >= asked) {
      asked = Infinity;
      tests++;
      let value = level + noise(0.12 * DKH);
      if (random() < slips) value += (random() < 0.5 ? -1 : 1) * between(0.5, 1.5) * DKH;
      value = Math.round(value / (0.1 * DKH)) * 0.1 * DKH;
      readings.push({ species: 'alkalinity', at, value, sd: 0.12 * DKH, by: 'kit' });
      const off = target - value;
      if (Math.abs(off) > 0.6 * DKH) {
        // At most 1 dKH a day is added; what is too high waits for at most two days without the pump.
        const perDay = Math.max(off / 2, -set);
        correcting = { until: at + 2 * DAY, perDay };
        events.push({ kind: 'rate', at, source: 'correction', perDay: { alkalinity: perDay * volumeL } });
        events.push({ kind: 'rate', at: at + 2 * DAY, source: 'correction', perDay: { alkalinity: 0 } });
      }
      const told = keeper({
        at,
        volumeL,
        readings,
        events: events.toSorted((a, b) => a.at - b.at),
        dose: wanted,
        ending,
        then: then && { inDays: (then.at - at) / DAY, dose: then.dose },
        target,
        coming: at < correcting.until ? correcting.perDay * 2 : 0,
        everyDays,
        truth: base * (course[day] ?? 1) * answer(level) * volume,
      });
      if (told?.testInDays !== undefined) asked = day + Math.max(1, Math.round(told.testInDays));
      if (told && Math.abs(told.dose - wanted) > 1e-9) advice++;
      if (told && !(halfHearted && advice % 2 === 0)) {
        wanted = told.dose;
        then = told.then && { at: at + told.then.inDays * DAY, dose: told.then.dose };
      }
    }
    setTo(at, wanted);
    dose = random() < missed ? 0 : set;
    const given = dose + (at < correcting.until ? correcting.perDay : 0);
    const weather = 1 + noise(0.03);
    const k = base * (course[day] ?? 1) * weather;
    let consumed = 0;
    for (let hour = 0; hour < 24; hour++) {
      const pace = hour >= 9 && hour < 19 ? lightShare / 10 : (1 - lightShare) / 14;
      const takes = k * pace * answer(level);
      consumed += takes;
      level += given / volume / 24 - takes;
    }
    const off = Math.abs(level - target) / DKH;
    if (off <= 0.5) near++;
    worst = Math.max(worst, off);
    missing += Math.abs((set / volume) * weather - consumed) / consumed;
  }
  return { near: near / days, worst, missedBy: missing / days, moves, turns, tests };
}
