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
}

/** How supply and consumption of a parameter stand under the plan, amounts a day in the whole tank. */
export interface Balance {
  readonly parameter: DosedParameter;
  /** Above 0 where more is supplied than consumed. */
  readonly overPerDay: number;
  /** Half of the 95 % range of what is consumed. */
  readonly doubt: number;
}

/** A dose raised by more than this share is raised half the way first, and tested. Chosen. */
const LARGE_INCREASE = 0.5;
/** Below this a dose is not worth a pump, mL a day. */
export const LEAST_ML_PER_DAY = 0.05;

/** The plan: bases as they run, fills solved to make up what is left, and how both stand against what is consumed. */
export function plannedDoses(
  sources: readonly PlanSource[],
  needs: readonly Need[],
): { readonly doses: readonly PlannedDose[]; readonly balance: readonly Balance[] } {
  const needed = new Set(needs.map(({ parameter }) => parameter));
  // A fill all of whose parameters are unknown or too small to tell goes on as it runs.
  const solved = (source: PlanSource) =>
    source.use === 'fill' && carriedBy(source).some((parameter) => needed.has(parameter));
  const fixed = sources.filter((source) => source.use !== 'off' && !solved(source));
  const fills = sources.filter(solved);
  const fixedMl = (source: PlanSource) => Math.min(source.runs, source.most?.mlPerDay ?? Infinity);
  const left = (bend: Partial<PerParameter> = {}) =>
    Object.fromEntries(
      needs.map(({ parameter, amountPerDay, others }) => [
        parameter,
        amountPerDay +
          (bend[parameter] ?? 0) -
          others.reduce((sum, { amount }) => sum + amount, 0) -
          fixed.reduce((sum, source) => sum + fixedMl(source) * source.perMl[parameter], 0),
      ]),
    );
  const asFill = fills.map(({ perMl, runs, most }) => ({ perMl, runs, most: most?.mlPerDay ?? Infinity }));
  const best = solvePlan(asFill, left());
  // How each dose answers to each parameter's doubt, one at a time, both ways: at a limit or at zero it answers to one alone.
  const bent = needs.flatMap(({ parameter, doubt }) =>
    [-1, 1].map((side) => solvePlan(asFill, left({ [parameter]: side * 1.96 * doubt }))),
  );
  const doses = [
    ...fills.map((source, i) => {
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
  const inSteps = Math.round(solved / stepMl) * stepMl;
  // What is shown is what is set: no digit beyond the doubt.
  const shown = roundedWithin(inSteps, (high - low) / 2);
  const target = shown < LEAST_ML_PER_DAY ? 0 : Number(shown.toPrecision(12));
  // What runs lies in the range: the difference is less than is known.
  if ((runs >= low && runs <= high && runs > 0) || Math.abs(runs - target) <= stepMl / 2)
    return { ...common, action: 'leave', mlPerDay: runs };
  if (runs < LEAST_ML_PER_DAY) return { ...common, action: target > 0 ? 'begin' : 'leave', mlPerDay: target };
  if (target === 0) return { ...common, action: 'stop', mlPerDay: 0 };
  if (target > runs * (1 + LARGE_INCREASE)) {
    const half = roundedWithin(Math.round((runs + target) / 2 / stepMl) * stepMl, (high - low) / 2);
    return { ...common, action: 'increase', mlPerDay: Number(half.toPrecision(12)), thenMlPerDay: target };
  }
  return { ...common, action: target > runs ? 'increase' : 'reduce', mlPerDay: target };
}

function balanceOf(sources: readonly PlanSource[], needs: readonly Need[], doses: readonly PlannedDose[]): Balance[] {
  return DOSED_PARAMETERS.flatMap((parameter): Balance[] => {
    const need = needs.find((each) => each.parameter === parameter);
    if (!need) return [];
    const supplied = doses.reduce(
      (sum, dose) => {
        const source = sources.find(({ id }) => id === dose.id);
        // By what holds, not by the first step of a large increase, nor by what is left within its range.
        return sum + (source?.perMl[parameter] ?? 0) * dose.solvedMlPerDay;
      },
      need.others.reduce((sum, { amount }) => sum + amount, 0),
    );
    return [
      {
        parameter,
        overPerDay: supplied - need.amountPerDay,
        doubt: Math.max(1.96 * need.doubt, 0.005 * Math.abs(need.amountPerDay)),
      },
    ];
  });
}
