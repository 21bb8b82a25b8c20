import { COST_OF_SETTING, type Keeps } from './dose-cost';
import { DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';
import type { PerParameter } from './solve-plan';

/** A level as the decision takes it. Amounts in mmol or mg. */
export interface DecidedLevel {
  readonly parameter: DosedParameter;
  /** The level less its target, in its unit; 0 where it is not known. */
  readonly offset: number;
  /** Distance from the target that costs 1 a day, in its unit. */
  readonly near: number;
  /** What the sources that are decided have to bring a day so that it holds, in the whole tank. */
  readonly leftPerDay: number;
}

/** A source as the decision takes it, mL a day. */
export interface DecidedSource {
  readonly perMl: PerParameter;
  readonly runs: number;
  /** One that runs for a time, and what it goes back to. */
  readonly goesBack?: { readonly inDays: number; readonly mlPerDay: number } | undefined;
  /** What holds the levels, as the pump can be set. */
  readonly holds: number;
  /** What brings them towards their targets: for so many days, or with no end where it differs from what holds by less than that is known. */
  readonly towards?: { readonly mlPerDay: number; readonly days: number | undefined } | undefined;
  /** It may go on as it runs. */
  readonly mayStay: boolean;
}

/** Go on as it runs; hold; hold and lean towards the target; or hold after so many days at another dose. */
export type Decision =
  | { readonly kind: 'stay' }
  | { readonly kind: 'hold' }
  | { readonly kind: 'lean'; readonly mlPerDay: number }
  | { readonly kind: 'return'; readonly days: number; readonly mlPerDay: number };

/** How the decision looks ahead. */
export interface Ahead {
  readonly netVolumeL: number;
  readonly days: number;
  readonly keeps: Keeps;
  /** How many times what setting a pump costs setting these costs; once when left out. */
  readonly settingCosts?: number;
}

/** Settings of a pump less apart than this are one, mL a day. */
const SAME_ML = 0.05;
/** Sources that share a level are decided in turn; so many times round. */
const ROUNDS = 2;

/**
 * What each source is to do, so that the levels foreseen stay near their targets and the pumps are seldom set: of staying, holding, and
 * holding with a return, the course that costs least over the days looked ahead. A day costs the square of the distance from the target,
 * setting a pump what `dose-cost.ts` says. That a return ends costs nothing more: a test stands there, and the dose is decided anew.
 *
 * The cost is quadratic and the model linear, so that what is not known of level and rate adds the same to every course: the expected level
 * decides (certainty equivalence). Sources are decided in turn, each with the others as they are decided so far.
 * Source: linear-quadratic control with a fixed cost of acting, looked ahead over a receding horizon: Åström 1970, *Introduction to Stochastic
 * Control Theory*, ch. 8; Bertsekas 2017, *Dynamic Programming and Optimal Control*, vol. I, ch. 6 (rollout).
 */
export function decideDoses(
  sources: readonly DecidedSource[],
  levels: readonly DecidedLevel[],
  { netVolumeL, days, keeps, settingCosts = 1 }: Ahead,
): Decision[] {
  const decided: Decision[] = sources.map(() => ({ kind: 'hold' }));
  const costOf = (of: readonly Decision[]) =>
    levels.reduce(
      (sum, level) =>
        sum + levelsOn(sources, of, level, netVolumeL, days).reduce((day, off) => day + (off / level.near) ** 2, 0),
      of.reduce((sum, decision, i) => {
        const source = sources[i];
        return source ? sum + settingCosts * COST_OF_SETTING[keeps] * settingsOf(source, decision) : sum;
      }, 0),
    );
  for (let round = 0; round < ROUNDS; round++)
    sources.forEach((source, i) => {
      const best = coursesOf(source)
        .map((decision) => ({ decision, cost: costOf(decided.with(i, decision)) }))
        .reduce((a, b) => (b.cost < a.cost ? b : a));
      decided[i] = best.decision;
    });
  return decided;
}

/** How far off its target a level is foreseen by the end of each day. */
export function levelsOn(
  sources: readonly Pick<DecidedSource, 'perMl' | 'runs' | 'goesBack' | 'holds'>[],
  decided: readonly Decision[],
  { parameter, offset, leftPerDay }: Pick<DecidedLevel, 'parameter' | 'offset' | 'leftPerDay'>,
  netVolumeL: number,
  days: number,
): number[] {
  let level = offset;
  return Array.from({ length: days }, (_, day) => {
    const brought = sources.reduce(
      (sum, source, i) => sum + doseOn(source, decided[i], day) * source.perMl[parameter],
      0,
    );
    level += (brought - leftPerDay) / netVolumeL;
    return level;
  });
}

function doseOn(
  { runs, goesBack, holds }: Pick<DecidedSource, 'runs' | 'goesBack' | 'holds'>,
  decision: Decision | undefined,
  day: number,
): number {
  if (decision?.kind === 'return') return day < decision.days ? decision.mlPerDay : holds;
  if (decision?.kind === 'lean') return decision.mlPerDay;
  if (decision?.kind === 'hold') return holds;
  return goesBack && day >= goesBack.inDays ? goesBack.mlPerDay : runs;
}

/** Staying first: of courses that cost the same it is taken. */
function coursesOf({ mayStay, towards }: DecidedSource): Decision[] {
  const back: Decision[] = !towards
    ? []
    : towards.days === undefined
      ? [{ kind: 'lean', mlPerDay: towards.mlPerDay }]
      : [{ kind: 'return', mlPerDay: towards.mlPerDay, days: towards.days }];
  return [...(mayStay ? [{ kind: 'stay' } as const] : []), { kind: 'hold' }, ...back];
}

/** How often the pump is set by it today. */
function settingsOf({ runs, holds }: DecidedSource, decision: Decision): number {
  const to = decision.kind === 'stay' ? runs : decision.kind === 'hold' ? holds : decision.mlPerDay;
  return Math.abs(runs - to) > SAME_ML ? 1 : 0;
}

/** What the levels have to be brought besides, a day in the whole tank, so that they are on target after so many days. */
export function returning(
  levels: readonly Pick<DecidedLevel, 'parameter' | 'offset'>[],
  netVolumeL: number,
  days: number,
): Partial<PerParameter> {
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const level = levels.find((each) => each.parameter === parameter);
      return level ? [[parameter, (-level.offset * netVolumeL) / days]] : [];
    }),
  );
}
