import { netRate, suppliedPerDay, type Bringing } from '@/chemistry/tank-model/net-rate';
import { roundedWithin } from '@/chemistry/units/quantity';
import type { DosedParameter } from './dosed-parameters';
import { DOSED_PARAMETERS } from './dosed-parameters';
import { carriedBy, type PlanSource } from './plan-source';
import { solvePlan, type PerParameter } from './solve-plan';

/** What one parameter needs a day in the whole tank, mmol or mg. */
export interface Need {
  readonly parameter: DosedParameter;
  readonly amountPerDay: number;
  /** One standard deviation. */
  readonly doubt: number;
  readonly others: readonly { readonly by: string; readonly amount: number }[];
  /** It rises beyond all that is known to go in. */
  readonly rises: boolean;
  readonly mismatch: boolean;
}

/** Less than a drop in a lifetime, mL a day: no dose at all. Chosen. */
const NONE_ML_PER_DAY = 1e-6;

export type Action = 'leave' | 'increase' | 'reduce' | 'begin' | 'stop';

/** What a source is to be dosed at. */
export interface PlannedDose {
  readonly id: string;
  readonly name: string;
  readonly use: 'fill' | 'base';
  readonly carries: readonly DosedParameter[];
  readonly action: Action;
  readonly runs: number;
  /** What holds the level, and its 95 % range. mL a day. */
  readonly solvedMlPerDay: number;
  readonly lowMlPerDay: number;
  readonly highMlPerDay: number;
  /** What it is to be set to now: as it runs while that lies within the range, in the pump's steps, and a large increase in two. */
  readonly mlPerDay: number;
  /** Where a large increase is to end, after a test; undefined where it is made at once. */
  readonly thenMlPerDay?: number;
  /** It is held at its limit. */
  readonly limitedBy?: string;
  /** What holds the level is less than the pump can be set to, mL a day. */
  readonly tooSmall?: number;
}

/** How supply and consumption of a parameter stand under the plan, amounts a day in the whole tank. */
export interface Balance {
  readonly parameter: DosedParameter;
  readonly suppliedPerDay: number;
  /** Above 0 where more is supplied than consumed. */
  readonly overPerDay: number;
  /** Half of the 95 % range of what is consumed. */
  readonly doubt: number;
}

/** A dose raised by more than this share is raised half the way first, and tested. Chosen. */
const LARGE_INCREASE = 0.5;
/** A dose that is left as a share of consumption within this is no oversupply. Chosen: less than any estimate is sure of. */
const OVER_SHARE = 0.005;
/** Below this a dose is not worth a pump, mL a day. */
export const LEAST_ML_PER_DAY = 0.05;

/** The plan: bases as they run, fills solved to make up what is left, and how both stand against what is consumed. */
export function plannedDoses(
  sources: readonly PlanSource[],
  needs: readonly Need[],
): { readonly doses: readonly PlannedDose[]; readonly balance: readonly Balance[] } {
  const needed = new Set(needs.map(({ parameter }) => parameter));
  // A fill all of whose parameters are unknown or too small to tell goes on as it runs.
  const filling = (source: PlanSource) =>
    source.use === 'fill' && carriedBy(source).some((parameter) => needed.has(parameter));
  const standing = sources.filter((source) => source.use !== 'off' && !filling(source));
  const tooMuch = basesOverConsumption(standing, needs);
  const fixed = standing.filter((source) => !tooMuch.includes(source));
  const solved = [...sources.filter(filling), ...tooMuch];
  const left = (bend: Partial<PerParameter> = {}) =>
    Object.fromEntries(
      needs.map(({ parameter, amountPerDay, others }) => [
        parameter,
        -netRate(
          [...othersOf(parameter, others), ...fixed.map((source) => bringing(source, fixedMl(source)))],
          parameter,
          amountPerDay + (bend[parameter] ?? 0),
          1,
        ),
      ]),
    );
  const asFill = solved.map((source) => {
    const { perMl, runs, most } = source;
    const gives = tooMuch.includes(source);
    // Where a base has to give way, parts that fill up go first, and the base is never raised.
    return {
      perMl,
      runs: tooMuch.length > 0 && !gives ? 0 : runs,
      most: Math.min(most?.mlPerDay ?? Infinity, gives ? runs : Infinity),
    };
  });
  const best = solvePlan(asFill, left());
  // How each dose answers to each parameter's doubt, one at a time, both ways: at a limit or at zero it answers to one alone.
  const bent = needs.flatMap(({ parameter, doubt }) =>
    [-1, 1].map((side) => solvePlan(asFill, left({ [parameter]: side * 1.96 * doubt }))),
  );
  const doses = [
    ...solved.map((source, i) => {
      const middle = best[i] ?? 0;
      const off = (side: 1 | -1) => Math.hypot(...bent.map((each) => Math.max(0, side * ((each[i] ?? 0) - middle))));
      return doseOf(source, middle, Math.max(0, middle - off(-1)), middle + off(1));
    }),
    ...fixed.filter(({ runs }) => runs > 0).map((source) => doseOf(source, fixedMl(source))),
    // What runs and is to be off has to be stopped, or the rest would come on top of it.
    ...sources.filter(({ use, runs }) => use === 'off' && runs > 0).map((source) => doseOf(source, 0)),
  ];
  return { doses, balance: balanceOf(sources, needs, doses) };
}

/** Bases that together supply surely more of something than is consumed: they go on no more as they run. */
function basesOverConsumption(standing: readonly PlanSource[], needs: readonly Need[]): readonly PlanSource[] {
  const over = needs.filter(({ parameter, amountPerDay, doubt, others, rises }) => {
    const sources = [...othersOf(parameter, others), ...standing.map((source) => bringing(source, fixedMl(source)))];
    return !rises && netRate(sources, parameter, amountPerDay, 1) > doubtOf({ doubt, amountPerDay });
  });
  return standing.filter(
    ({ use, perMl, runs }) => use === 'base' && runs > 0 && over.some(({ parameter }) => perMl[parameter] > 0),
  );
}

/** Half of the 95 % range of what is consumed; no estimate is surer than half a hundredth. */
function doubtOf({ doubt, amountPerDay }: Pick<Need, 'doubt' | 'amountPerDay'>): number {
  return Math.max(1.96 * doubt, OVER_SHARE * Math.abs(amountPerDay));
}

function fixedMl({ runs, most }: PlanSource): number {
  return Math.min(runs, most?.mlPerDay ?? Infinity);
}

function bringing({ perMl }: Pick<PlanSource, 'perMl'>, mlPerDay: number): Bringing {
  return {
    perDay: Object.fromEntries(DOSED_PARAMETERS.map((parameter) => [parameter, mlPerDay * perMl[parameter]])),
  };
}

function othersOf(parameter: DosedParameter, others: Need['others']): Bringing[] {
  return others.map(({ amount }) => ({ perDay: { [parameter]: amount } }));
}

function doseOf(source: PlanSource, solved: number, low = solved, high = solved): PlannedDose {
  const { id, name, runs, most, stepMl } = source;
  const common = {
    id,
    name,
    use: source.use === 'fill' ? ('fill' as const) : ('base' as const),
    carries: carriedBy(source),
    runs,
    solvedMlPerDay: solved,
    lowMlPerDay: low,
    highMlPerDay: high,
    ...(most && solved >= most.mlPerDay && { limitedBy: most.because }),
  };
  // The greatest setting of the pump that is within the limit: rounding never breaks it.
  const highest = most ? Math.floor(most.mlPerDay / stepMl + 1e-9) * stepMl : Infinity;
  const set = (ml: number) =>
    Number(Math.min(highest, roundedWithin(Math.round(ml / stepMl) * stepMl, (high - low) / 2)).toPrecision(12));
  // What is shown is what is set: no digit beyond the doubt.
  const target = set(solved) < Math.max(LEAST_ML_PER_DAY, stepMl / 2) ? 0 : set(solved);
  const tooSmall = target === 0 && low > 0 && solved > NONE_ML_PER_DAY ? { tooSmall: solved } : {};
  // What runs lies in the range: the difference is less than is known.
  const within = runs >= low && runs <= high && runs > 0 && runs <= (most?.mlPerDay ?? Infinity);
  if (within || Math.abs(runs - target) <= stepMl / 2)
    return { ...common, ...tooSmall, action: 'leave', mlPerDay: runs };
  if (runs < LEAST_ML_PER_DAY)
    return { ...common, ...tooSmall, action: target > 0 ? 'begin' : 'leave', mlPerDay: target };
  if (target === 0) return { ...common, ...tooSmall, action: 'stop', mlPerDay: 0 };
  if (target > runs * (1 + LARGE_INCREASE))
    return { ...common, action: 'increase', mlPerDay: set((runs + target) / 2), thenMlPerDay: target };
  return { ...common, action: target > runs ? 'increase' : 'reduce', mlPerDay: target };
}

/** As the doses will be set, once a large increase is complete: what rounding and limits leave over or short is told. */
function balanceOf(sources: readonly PlanSource[], needs: readonly Need[], doses: readonly PlannedDose[]): Balance[] {
  return needs
    .toSorted((a, b) => DOSED_PARAMETERS.indexOf(a.parameter) - DOSED_PARAMETERS.indexOf(b.parameter))
    .map((need): Balance => {
      const { parameter, amountPerDay, others } = need;
      const dosed = doses.flatMap(({ id, mlPerDay, thenMlPerDay = mlPerDay }) => {
        const source = sources.find((each) => each.id === id);
        return source ? [bringing(source, thenMlPerDay)] : [];
      });
      const supplied = [...othersOf(parameter, others), ...dosed];
      return {
        parameter,
        suppliedPerDay: suppliedPerDay(supplied, parameter, 1),
        overPerDay: netRate(supplied, parameter, amountPerDay, 1),
        doubt: doubtOf(need),
      };
    });
}
