import { kalmanFilter, type Filtered, type Measurement, type StateSpace, type StateStep } from '@/numerics/kalman';
import { sparse } from '@/numerics/sparse-step';
import { mixtureQuantile, type Part } from '@/numerics/normal-mixture';
import { weightsOf } from '../readings/wander';
import { DAY_MS } from '../tank-model/time';
import type { Gap } from './refill-account';

/** A gap between two looks at the reservoir, and what the room asks for over it against the room of now. */
export interface LossGap extends Gap {
  /** The formula's loss then over the formula's loss now: 1 where no room was read. */
  readonly against: number;
}

/** What a tank will lose over some days to come, litres a day. */
export interface LossAhead {
  readonly litresPerDay: number;
  readonly low: number;
  readonly high: number;
}

/** How a loss wanders, as shares of it. */
interface WayOfLosing {
  /** In a day, and for so many days before it is forgotten. */
  readonly strays: number;
  readonly days: number;
  /** From one day to the next, for that day alone: windows, weather, a lid left off. */
  readonly swings: number;
  /** Of its mean, in a day: the season, dust and draught. */
  readonly drifts: number;
}

/** How tanks lose, and how usual each is beforehand. Chosen, and judged by coverage on tanks that something else made. */
const STRAYS: readonly (readonly [number, number])[] = [
  [0, 0.3],
  [0.02, 0.2],
  [0.04, 0.3],
  [0.08, 0.2],
];
const DAYS: readonly (readonly [number, number])[] = [
  [6, 0.4],
  [20, 0.6],
];
const SWINGS: readonly (readonly [number, number])[] = [
  [0.05, 0.6],
  [0.18, 0.4],
];
const DRIFTS: readonly (readonly [number, number])[] = [[0.008, 1]];
/** No tank wanders quite as one of these: ranges are so much wider than they say. Chosen by coverage. */
const WIDER = 1.12;
/** What a tank makes of the formula, beforehand: about once, give or take so much. */
const FACTOR_SD = 0.6;

const WAYS: readonly { readonly way: WayOfLosing; readonly usual: number }[] = STRAYS.flatMap(([strays, a]) =>
  (strays === 0 ? [[1, 1] as const] : DAYS).flatMap(([days, b]) =>
    SWINGS.flatMap(([swings, c]) =>
      DRIFTS.map(([drifts, d]) => ({ way: { strays, days, swings, drifts }, usual: a * b * c * d })),
    ),
  ),
);

/** The state: what went since the count began, the mean loss, what the loss lies off it. */
const SIZE = 3;

/**
 * What a tank will lose over the days to come, learnt from what its reservoir gave: a loss that strays about a mean which drifts, and
 * swings from day to day, each by as much as this tank's refills show. A gap that ran dry tells that at least so much went.
 *
 * @param gaps in order of time, those called odd left out
 * @param formulaLPerDay what the formula asks for in the room of now, above 0
 * @param markSdL what a mark is read to, litres, above 0
 * @returns for any number of days from now on, in the room of now; undefined without a gap
 * Source: an Ornstein–Uhlenbeck process and its integral observed at marks (Gillespie 1996, *Exact numerical simulation of the
 * Ornstein–Uhlenbeck process and its integral*, Phys. Rev. E 54, equations 3.1 and 3.2, from memory), filtered as in
 * `numerics/kalman.ts`, its parameters averaged over.
 */
export function wanderingLoss(
  gaps: readonly LossGap[],
  formulaLPerDay: number,
  markSdL: number,
  now: number,
): ((days: number) => LossAhead) | undefined {
  if (gaps.length === 0 || !(formulaLPerDay > 0)) return undefined;
  const unit = usualLoss(gaps) ?? formulaLPerDay;
  const tried = WAYS.map(({ way, usual }) => {
    const end = kalmanFilter(spaceOf(gaps, way, unit, formulaLPerDay, markSdL, now), undefined, false);
    return { way, end, log: end.logLikelihood + Math.log(usual) };
  });
  const weights = weightsOf(tried.map(({ log }) => log));
  return (days) => {
    const parts = tried.map(({ way, end }, i): Part => ({
      ...meanOver(end, way, unit, days),
      weight: weights[i] ?? 0,
    }));
    return {
      litresPerDay: Math.max(0, mixtureQuantile(parts, 0.5)),
      low: Math.max(0, mixtureQuantile(parts, 0.025)),
      high: Math.max(0, mixtureQuantile(parts, 0.975)),
    };
  };
}

/** Litres a day at the room of now over all that was counted. */
function usualLoss(gaps: readonly LossGap[]): number | undefined {
  const counted = gaps.filter(({ ranDry }) => !ranDry);
  const days = counted.reduce((sum, gap) => sum + gap.days * gap.against, 0);
  const litres = counted.reduce((sum, gap) => sum + gap.litres, 0);
  return days > 0 && litres > 0 ? litres / days : undefined;
}

function spaceOf(
  gaps: readonly LossGap[],
  way: WayOfLosing,
  unit: number,
  formulaLPerDay: number,
  markSdL: number,
  now: number,
): StateSpace {
  const steps: StateStep[] = [];
  let at = gaps[0]?.from ?? now;
  let counted = 0;
  let counts = false;
  for (const gap of gaps) {
    const follows = counts && gap.from === at;
    if (!follows) {
      // A new count: what the mark reads now is off by its own error.
      steps.push(stepOver((gap.from - at) / DAY_MS, 1, way, unit, { restart: markSdL ** 2 }));
      counted = 0;
    }
    counted += gap.litres;
    const row = Float64Array.of(1, 0, 0);
    const reading: Measurement = { row, value: counted, variance: markSdL ** 2 };
    const measured = [gap.ranDry ? { ...reading, bound: 'above' as const } : reading];
    steps.push({ ...stepOver(gap.days, gap.against, way, unit), measured });
    at = gap.to;
    counts = !gap.ranDry;
  }
  if (now > at) steps.push(stepOver((now - at) / DAY_MS, 1, way, unit, { restart: 0 }));
  const covariance = new Float64Array(SIZE * SIZE);
  covariance[4] = (FACTOR_SD * formulaLPerDay) ** 2;
  covariance[8] = strayVariance(way, unit);
  return { size: SIZE, mean: Float64Array.of(0, formulaLPerDay, 0), covariance, steps };
}

/** Of the loss about its mean, in the long run. */
function strayVariance({ strays, days }: WayOfLosing, unit: number): number {
  return ((strays * unit) ** 2 * days) / 2;
}

/** So many days at so many times the loss of now's room; the count goes on, or begins anew. */
function stepOver(
  days: number,
  against: number,
  way: WayOfLosing,
  unit: number,
  anew?: { readonly restart: number },
): StateStep {
  const { own, kept, ofCount, shared, ofOwn } = strayed(days, way, unit);
  const drift = (way.drifts * unit) ** 2;
  const goesOn = anew ? 0 : 1;
  const g = against * goesOn;
  const transition = Float64Array.of(goesOn, g * days, g * own, 0, 1, 0, 0, 0, kept);
  const noise = new Float64Array(SIZE * SIZE);
  noise[0] = g ** 2 * (ofCount + (drift * days ** 3) / 3 + (way.swings * unit) ** 2 * days) + (anew?.restart ?? 0);
  noise[1] = noise[3] = (g * drift * days ** 2) / 2;
  noise[2] = noise[6] = g * shared;
  noise[4] = drift * days;
  noise[8] = ofOwn;
  return { transition, input: new Float64Array(SIZE), noise: [{ part: sparse(noise), times: 1 }], measured: [] };
}

/** The process and its integral over so many days: what is left of it, what it brings, and their noise. */
function strayed(days: number, way: WayOfLosing, unit: number) {
  const variance = strayVariance(way, unit);
  const t = days / way.days;
  const kept = Math.exp(-t);
  return {
    kept,
    own: way.days * (1 - kept),
    ofOwn: variance * (1 - kept ** 2),
    shared: variance * way.days * (1 - kept) ** 2,
    ofCount: Math.max(0, variance * way.days ** 2 * (2 * t - 3 + 4 * kept - kept ** 2)),
  };
}

/** The mean over so many days from the end on. */
function meanOver(
  { mean, covariance: c }: Pick<Filtered, 'mean' | 'covariance'>,
  way: WayOfLosing,
  unit: number,
  days: number,
): { readonly mean: number; readonly sd: number } {
  const { own, ofCount } = strayed(days, way, unit);
  const share = own / days;
  const known = (c[4] ?? 0) + 2 * share * (c[5] ?? 0) + share ** 2 * (c[8] ?? 0);
  const comes = ofCount / days ** 2 + ((way.drifts * unit) ** 2 * days) / 3 + (way.swings * unit) ** 2 / days;
  return { mean: (mean[1] ?? 0) + share * (mean[2] ?? 0), sd: WIDER * Math.sqrt(Math.max(0, known + comes)) };
}
