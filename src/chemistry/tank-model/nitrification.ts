import { MOLAR_MASS } from '../molar-mass';
import { denseOutputTerm, errorOf, gainTo, denseGain, LAST, NODES } from '@/numerics/dormand-prince';

/**
 * Ammonia → nitrite → nitrate by two populations that grow on their food, after Monod:
 *
 *   dA/dt = r_A − q·A/V − P₁·[A]/(K₁ + [A])·e
 *   dN/dt = r_N − q·N/V + (46.0/17.0)·P₁·[A]/(K₁ + [A])·e − P₂·[N]/(K₂ + [N])·e·i
 *   dP₁/dt = P₁·(μ₁·[A]/(K₁ + [A]) − b₁)·e
 *   dP₂/dt = P₂·(μ₂·[N]/(K₂ + [N])·i − b₂)·e
 *
 * A and N are amounts of ammonia (all of it, as NH3) and nitrite, [·] their concentrations; P₁ and P₂ are the populations, told by
 * what they would oxidise a day at plenty and 25 °C. e is the warmth and the pH, i what ammonia leaves of the second step. The
 * bacteria sit on rock and sand, so a change of water takes none of them.
 * Source: Monod 1949 for the form; Henze et al. 1987 (Activated Sludge Model No. 1) for growth on ammonia and its warmth.
 */
export interface Kinetics {
  /** Growth a day at plenty and 25 °C, of those on ammonia and those on nitrite. */
  readonly growth: readonly [number, number];
  /** Food at which they work at half their best, mg/L of ammonia as NH3 and of nitrite. */
  readonly half: readonly [number, number];
  /** Share that dies a day at 25 °C. */
  readonly decay: readonly [number, number];
  /** Ammonia, mg/L as NH3, that halves the second step. */
  readonly ammoniaHolds: number;
}

/**
 * The bacteria of a reef tank. Growth on ammonia in treated sewage at 25 °C is about 1.3 a day (Henze et al. 1987: 0.8 at 20 °C,
 * 0.3 at 10 °C; from memory); on bare rock in salt water it is slower, and slower still on nitrite. The figures here are chosen
 * so that tanks begun in the ways keepers begin them take as long as keepers see (`cycle/schools.ts`). Half-saturations of some
 * tenths of a milligram of nitrogen are of the usual order; ammonia above some mg/L slows the second step first (Anthonisen et al. 1976:
 * 0.1 to 1 mg/L un-ionised, which is 1.5 to 15 mg/L of all ammonia at pH 8.2; from memory).
 */
export const NITRIFIERS: Kinetics = {
  growth: [0.52, 0.42],
  half: [0.4, 0.8],
  decay: [0.04, 0.04],
  ammoniaHolds: 8,
};

const NITRITE_PER_AMMONIA = MOLAR_MASS.NO2 / MOLAR_MASS.NH3;
export const NITRATE_PER_NITRITE = MOLAR_MASS.NO3 / MOLAR_MASS.NO2;
/** mmol of alkalinity that a milligram of ammonia takes as it becomes nitrite: NH4⁺ + 1.5 O2 → NO2⁻ + 2 H⁺ + H2O. */
export const ALKALINITY_PER_AMMONIA = 2 / MOLAR_MASS.NH3;

/** Henze et al. 1987: growth of 0.8 a day at 20 °C and 0.3 at 10 °C. From memory. */
const PER_DEGREE = (0.8 / 0.3) ** (1 / 10);
/** Above it warmth no longer helps. Chosen: what is published falls between 30 and 35 °C. */
const WARMEST_C = 30;
/** Below it growth falls off, by five sixths a unit. EPA, Process Design Manual for Nitrogen Control, 1975; from memory. */
const PH_FREE = 7.2;
const PER_PH = 0.833;

/**
 * How fast the bacteria work at this warmth and pH, against 25 °C and a reef's pH.
 * @param temperatureC 2 to 40
 * @param phNbs taken as a reef's where it is not known
 * Source: the factors of warmth and pH that stand beside it, with theirs.
 */
export function rateFactor(temperatureC: number, phNbs: number | undefined): number {
  const warmth = PER_DEGREE ** (Math.min(temperatureC, WARMEST_C) - 25);
  const acid = phNbs === undefined || phNbs >= PH_FREE ? 1 : Math.max(0.05, 1 - PER_PH * (PH_FREE - phNbs));
  return warmth * acid;
}

/** Step error allowed: mg/L of ammonia or nitrite, and the same share of a population. */
const STEP_ERROR = 1e-5;
/** Within a step DIC sees the alkalinity taken as taken evenly: 0.0005 mmol/L at the most. */
export const LONGEST_WITH_AIR_DAYS = 0.25;
const SHORTEST_STEP_DAYS = 1e-5;

/** What surrounds the nitrogen over one step: nothing else of the tank moves it. */
export interface Surrounding {
  readonly kinetics: Kinetics;
  readonly rateFactor: number;
  /** At the beginning. */
  readonly volumeL: number;
  readonly gainLPerDay: number;
  /** Ammonia and nitrite put in, mg a day. */
  readonly inPerDay: readonly [number, number];
  /** Litres a day drawn off at the tank's own concentration. */
  readonly outLPerDay: readonly [number, number];
}

/** Ammonia and nitrite, mg, and the two populations, mg a day. */
export type Nitrogen = readonly [ammonia: number, nitrite: number, onAmmonia: number, onNitrite: number];

export interface NitrogenStep {
  readonly days: number;
  readonly after: Nitrogen;
  /** Ammonia and nitrite oxidised within it, mg. */
  readonly oxidised: readonly [number, number];
  /** The longest the next step may be, days. */
  readonly nextDays: number;
  /** The nitrogen so many days into the step, and what has been oxidised by then. */
  readonly within: (days: number) => { readonly nitrogen: Nitrogen; readonly oxidised: readonly [number, number] };
}

/** Where a step is worked out, used over and over by one tank: the slopes of the six unknowns, one row each, and their place. */
export interface NitrogenWork {
  readonly slopes: readonly [Row, Row, Row, Row, Row, Row];
  readonly place: Float64Array;
}
type Row = Float64Array;

/** Room for the slopes of a step, made once for a run. */
export function newNitrogenWork(): NitrogenWork {
  const row = () => new Float64Array(LAST + 1);
  return { slopes: [row(), row(), row(), row(), row(), row()], place: new Float64Array(6) };
}

/**
 * One step of the nitrogen, by Dormand and Prince's pair, as long as its error allows.
 * @param longestDays above nought; the step may be shorter
 * Source: Monod growth of two populations (`NITRIFIERS`), Dormand and Prince 1980.
 */
export function nitrogenStep(
  from: Nitrogen,
  around: Surrounding,
  firstTryDays: number,
  longestDays: number,
  work: NitrogenWork,
): NitrogenStep {
  let days = Math.min(firstTryDays, longestDays);
  for (;;) {
    const error = stepOver(from, around, days, work);
    const longer = error === 0 ? 4 : Math.min(4, 0.9 * (STEP_ERROR / error) ** 0.2);
    if (error <= STEP_ERROR || days <= SHORTEST_STEP_DAYS) return stepDone(from, days, days * longer, work);
    days = Math.max(SHORTEST_STEP_DAYS, days * Math.max(0.2, longer));
  }
}

/** Works a step out. @returns its worst error */
function stepOver(from: Nitrogen, around: Surrounding, days: number, work: NitrogenWork): number {
  const { slopes, place } = work;
  for (let i = 0; i < 6; i++) place[i] = from[i] ?? 0;
  slopesAt(around, 0, 0, work);
  // A step that overshoots negative is as wrong as it overshoots.
  let worst = 0;
  for (let stage = 1; stage <= LAST; stage++) {
    for (let i = 0; i < 6; i++) {
      const reached = (from[i] ?? 0) + days * gainTo(stage, slopes[i] ?? slopes[0]);
      if (stage === LAST) worst = Math.max(worst, -reached / around.volumeL);
      place[i] = reached > 0 ? reached : 0;
    }
    slopesAt(around, (NODES[stage] ?? 1) * days, stage, work);
  }
  for (let i = 0; i < 4; i++) {
    const scale = i < 2 ? around.volumeL : Math.max(from[i] ?? 0, 1e-9);
    worst = Math.max(worst, (days * errorOf(slopes[i] ?? slopes[0])) / scale);
  }
  return worst;
}

function stepDone(from: Nitrogen, days: number, nextDays: number, { slopes: rows, place }: NitrogenWork): NitrogenStep {
  const at = (i: number) => place[i] ?? 0;
  const after: Nitrogen = [at(0), at(1), at(2), at(3)];
  const oxidised = [at(4), at(5)] as const;
  // Read from the slopes as they stand, so whoever wants a course within this step asks before the next.
  const course = (i: number, x: number) => {
    const slopes = rows[i] ?? rows[0];
    return Math.max(0, (from[i] ?? 0) + days * denseGain(gainTo(LAST, slopes), slopes, denseOutputTerm(slopes), x));
  };
  const within = (d: number) => {
    const x = d / days;
    return {
      nitrogen: [course(0, x), course(1, x), course(2, x), course(3, x)] as const,
      oxidised: [course(4, x), course(5, x)] as const,
    };
  };
  return {
    days,
    after,
    oxidised,
    nextDays: Math.max(SHORTEST_STEP_DAYS, nextDays),
    within,
  };
}

function slopesAt(around: Surrounding, t: number, stage: number, { slopes, place }: NitrogenWork): void {
  const { kinetics, volumeL, gainLPerDay, inPerDay, outLPerDay } = around;
  // By place and not by pattern, which would walk an iterator: a long run is mostly this.
  const ammonia = place[0] ?? 0;
  const nitrite = place[1] ?? 0;
  const onAmmonia = place[2] ?? 0;
  const onNitrite = place[3] ?? 0;
  const volume = volumeL + gainLPerDay * t;
  const fed1 = ammonia / (ammonia + kinetics.half[0] * volume);
  const held = 1 / (1 + ammonia / volume / kinetics.ammoniaHolds);
  const fed2 = (nitrite / (nitrite + kinetics.half[1] * volume)) * held;
  const first = onAmmonia * fed1 * around.rateFactor;
  const second = onNitrite * fed2 * around.rateFactor;
  const { growth, decay } = kinetics;
  slopes[0][stage] = inPerDay[0] - (outLPerDay[0] * ammonia) / volume - first;
  slopes[1][stage] = inPerDay[1] - (outLPerDay[1] * nitrite) / volume + first * NITRITE_PER_AMMONIA - second;
  slopes[2][stage] = onAmmonia * (growth[0] * fed1 - decay[0]) * around.rateFactor;
  slopes[3][stage] = onNitrite * (growth[1] * fed2 - decay[1]) * around.rateFactor;
  slopes[4][stage] = first;
  slopes[5][stage] = second;
}
