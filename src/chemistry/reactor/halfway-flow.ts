import { mean, sampleStandardDeviation } from 'simple-statistics';

/** The effluent of a chamber as measured at a flow, with the ceiling at its pH. All mmol/L. */
export interface MeasuredEffluent {
  readonly at: number;
  readonly mlPerMin: number;
  readonly effluentAlkalinity: number;
  readonly feedAlkalinity: number;
  readonly ceiling: number;
}

/** How fast a chamber dissolves its media, by its own measured effluents. */
export interface HalfwayFlow {
  /** The flow at which the effluent comes halfway from the feed to the ceiling. */
  readonly mlPerMin: number;
  /** One standard deviation of its logarithm. */
  readonly logSd: number;
  readonly used: number;
  /** What the newest measurement says against those before it, as a share; undefined with fewer than three. */
  readonly newestOver: number | undefined;
}

/** An effluent within this share of its ceiling, or of the feed, says nothing of how fast: it is held off both. Chosen. */
const EDGE = 0.02;
/** A single measurement of effluent, pH and flow leaves the rate open by about a third. Chosen. */
const ONE_LOG_SD = 0.3;

/**
 * The share of the way from the feed's alkalinity to the ceiling.
 * @param mlPerMin flow through the chamber
 *
 * A chamber that is well stirred by its pump and dissolves in proportion to how far it is from saturation gives
 * share = k ÷ (k + flow): twice the flow, a weaker effluent, a greater output. Source: a first-order stirred reactor at rest,
 * any text on chemical reactors.
 */
export function shareOfCeiling(halfwayMlPerMin: number, mlPerMin: number): number {
  return halfwayMlPerMin / (halfwayMlPerMin + mlPerMin);
}

/**
 * The halfway flow that one measured effluent means.
 * @returns mL/min
 * Source: a well-stirred chamber whose media dissolve in proportion to what is missing at the ceiling: (A − A_feed)/(A_ceiling − A_feed) =
 * F½/(F½ + F).
 */
export function halfwayFlowOf({
  mlPerMin,
  effluentAlkalinity,
  feedAlkalinity,
  ceiling,
}: Omit<MeasuredEffluent, 'at'>): number {
  const share = Math.min(
    1 - EDGE,
    Math.max(EDGE, (effluentAlkalinity - feedAlkalinity) / Math.max(1e-9, ceiling - feedAlkalinity)),
  );
  return (mlPerMin * share) / (1 - share);
}

/**
 * A chamber's halfway flow by all its effluents measured since its media were filled; undefined without one.
 * Source: the mean of the logarithms of `halfwayFlowOf`, and their scatter; how open a single one leaves it is chosen.
 */
export function fitHalfwayFlow(measured: readonly MeasuredEffluent[]): HalfwayFlow | undefined {
  const logs = measured
    .filter(({ mlPerMin, ceiling, feedAlkalinity }) => mlPerMin > 0 && ceiling > feedAlkalinity)
    .toSorted((a, b) => a.at - b.at)
    .map((each) => Math.log(halfwayFlowOf(each)));
  const newest = logs.at(-1);
  if (newest === undefined) return undefined;
  const earlier = logs.slice(0, -1);
  const scatter = logs.length < 2 ? ONE_LOG_SD : sampleStandardDeviation(logs);
  return {
    mlPerMin: Math.exp(mean(logs)),
    // Few that happen to agree are trusted no more than their number allows.
    logSd: Math.max(scatter, ONE_LOG_SD / Math.sqrt(logs.length)) / Math.sqrt(Math.max(1, logs.length - 1)),
    used: logs.length,
    newestOver: earlier.length < 2 ? undefined : Math.exp(newest - mean(earlier)),
  };
}

/**
 * The flow at which a chamber supplies so much, mmol a day; undefined where no flow does.
 * @returns mL/min
 * Source: as `halfwayFlowOf`, solved for the flow.
 */
export function flowFor(
  mmolPerDay: number,
  halfwayMlPerMin: number,
  feedAlkalinity: number,
  ceiling: number,
): number | undefined {
  // output = q·(c − f)·k ÷ (k + q), q in L/day: solved for q.
  const most = halfwayMlPerMin * 1.44 * (ceiling - feedAlkalinity);
  if (mmolPerDay >= most) return undefined;
  return (mmolPerDay * halfwayMlPerMin) / (most - mmolPerDay);
}
