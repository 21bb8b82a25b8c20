import { pointsOf, type Observation, type Point } from '../observation';
import type { TankEvent, TankStart } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { amountOf, levelIn, waterOfOne, type SpeciesName } from '../tank-model/water';
import { weightedFit, type Fit } from '@/numerics/weighted-fit';

export interface TrendInput {
  /** One of the model's own or a further one; DIC is not among them: no kit reads it. */
  readonly species: SpeciesName;
  readonly volumeL: number;
  /** In the species' unit, each with its own error. */
  readonly observations: readonly Observation[];
  /** Everything known to have gone in or out: doses, changes, a reactor. Never the consumption itself. */
  readonly events: readonly TankEvent[];
}

/** What the tank takes up, in the species' unit a day, and the level it leaves. */
export interface Trend {
  readonly perDay: number;
  readonly perDaySd: number;
  /** The level at the last reading as all readings together tell it. */
  readonly level: number;
  readonly levelSd: number;
  readonly lastAt: number;
  readonly used: readonly Point[];
  /** Readings too far from the rest to believe before a retest. */
  readonly outliers: readonly Point[];
  /** What went in, less water changes out, a day: the change the level would show with no consumption. */
  readonly givenPerDay: number;
  /** Change of level a day between the first and last reading as fitted, with its own error. */
  readonly driftPerDay: number;
  readonly driftPerDaySd: number;
}

/** Two readings closer than this tell of the test, not of the tank. */
export const SHORTEST_SPAN_DAYS = 1;
/** A reading this many standard deviations off the line through the others is set aside. */
const SET_ASIDE_AT = 4;

/**
 * Consumption per day, taken as the same over all of the readings, net of what was dosed and changed between them: for what moves so
 * slowly that a line is all there is to see, as salt that leaves with a leak. What a tank consumes of alkalinity, calcium and
 * magnesium moves, and is told by `estimate.ts`.
 *
 * The tank model is linear in the starting level and in the consumption, so three runs of it (the known inputs alone,
 * one unit more at the start, one unit of consumption) give the coefficients of a two-parameter fit; the arithmetic of
 * doses and changes is the model's own. Two readings give the textbook slope and its propagated error; more give the
 * weighted least-squares slope, its error widened when the readings scatter more than the test should (Birge ratio).
 *
 * @returns undefined when there is too little to go on: fewer than two readings, less than a day between them, or all the water exchanged
 * between them
 * Source: weighted least squares (`numerics/weighted-fit.ts`); Birge 1932 for the widening.
 */
export function fitTrend(input: TrendInput): Trend | undefined {
  const readings = pointsOf(input.observations).toSorted((a, b) => a.at - b.at);
  const first = readings[0];
  const last = readings.at(-1);
  if (!first || !last || last.at - first.at < SHORTEST_SPAN_DAYS * DAY_MS) return undefined;
  const response = modelResponse(input, readings, first);

  const outlier = furthestOff(response, readings);
  const setAside = outlier === undefined ? [] : [outlier];
  const kept = readings.map((_, i) => i).filter((i) => i !== outlier);
  const solved = fit(response, kept);
  if (!solved) return undefined;
  const used = kept.map((i) => readings[i]).filter((reading) => reading !== undefined);
  const scatter = used.length > 2 ? Math.sqrt(Math.max(1, solved.chiSquare / (used.length - 2))) : 1;

  const end = response.at(-1);
  if (!end) return undefined;
  const days = (last.at - first.at) / DAY_MS;
  const level = end.known + solved.a * end.perLevel + solved.b * end.perConsumption;
  const levelVariance =
    (solved.aSd * end.perLevel) ** 2 +
    (solved.bSd * end.perConsumption) ** 2 +
    2 * solved.covariance * end.perLevel * end.perConsumption;
  const startLevel = response[0] ? response[0].known + solved.a : level;
  return {
    perDay: solved.b,
    perDaySd: solved.bSd * scatter,
    level,
    levelSd: Math.sqrt(Math.max(0, levelVariance)) * scatter,
    lastAt: last.at,
    used,
    outliers: setAside.map((i) => readings[i]).filter((reading) => reading !== undefined),
    driftPerDay: (level - startLevel) / days,
    driftPerDaySd: solved.bSd * scatter,
    givenPerDay: (level - startLevel) / days + solved.b,
  };
}

/** How the model's level at one reading answers to the known inputs, to the starting level and to consumption. */
interface Response {
  readonly known: number;
  readonly perLevel: number;
  readonly perConsumption: number;
  readonly value: number;
  readonly sd: number;
}

function modelResponse({ species, volumeL, events }: TrendInput, readings: readonly Point[], first: Point): Response[] {
  const at = readings.map((reading) => reading.at);
  const days = ((at.at(-1) ?? first.at) - first.at) / DAY_MS;
  // The level is carried high so that a probe of consumption cannot meet the floor at nought, where the model bends.
  const high = Math.max(1, ...readings.map((reading) => reading.value)) * 10;
  const run = (level: number, consumptionPerDay: number) => {
    const start: TankStart = { at: first.at, volumeL, water: waterOfOne(species, level) };
    const life: TankEvent = {
      kind: 'rate',
      at: first.at,
      source: 'consumption under test',
      perDay: amountOf(species, -consumptionPerDay * volumeL),
    };
    return simulate(start, [...events, life], at).map((state) => levelIn(state.water, species));
  };
  const probe = high / (2 * days);
  const base = run(high, 0);
  const raised = run(2 * high, 0);
  const consumed = run(high, probe);
  return readings.map(({ value, sd }, i) => {
    const here = base[i] ?? 0;
    const perLevel = ((raised[i] ?? 0) - here) / high;
    return { known: here - perLevel * high, perLevel, perConsumption: ((consumed[i] ?? 0) - here) / probe, value, sd };
  });
}

/** The fit through some readings; undefined where they cannot tell level from consumption, as across a change of all the water. */
function fit(response: readonly Response[], chosen: readonly number[]): Fit | undefined {
  const points = chosen.flatMap((i) => {
    const at = response[i];
    return at ? [{ u: at.perLevel, v: at.perConsumption, y: at.value - at.known, sd: at.sd }] : [];
  });
  return weightedFit(points);
}

/** With four or more readings: the one that stands furthest off the line through the others, when that is beyond belief. */
function furthestOff(response: readonly Response[], readings: readonly Point[]): number | undefined {
  if (readings.length < 4) return undefined;
  let worst: { index: number; sigmas: number } | undefined;
  for (let i = 0; i < readings.length; i++) {
    const others = readings.map((_, j) => j).filter((j) => j !== i);
    const spread =
      Math.max(...others.map((j) => readings[j]?.at ?? 0)) - Math.min(...others.map((j) => readings[j]?.at ?? 0));
    const here = response[i];
    if (!here || spread < SHORTEST_SPAN_DAYS * DAY_MS) continue;
    const without = fit(response, others);
    if (!without) continue;
    const scatter = Math.sqrt(Math.max(1, without.chiSquare / Math.max(1, others.length - 2)));
    const predicted = here.known + without.a * here.perLevel + without.b * here.perConsumption;
    const doubt = Math.hypot(
      here.sd,
      Math.sqrt(
        Math.max(
          0,
          (without.aSd * here.perLevel) ** 2 +
            (without.bSd * here.perConsumption) ** 2 +
            2 * without.covariance * here.perLevel * here.perConsumption,
        ),
      ),
    );
    const sigmas = Math.abs(here.value - predicted) / (doubt * scatter);
    if (!worst || sigmas > worst.sigmas) worst = { index: i, sigmas };
  }
  return worst && worst.sigmas > SET_ASIDE_AT ? worst.index : undefined;
}
