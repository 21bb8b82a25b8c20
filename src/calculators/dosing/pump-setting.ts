import type { PlanSource } from './plan-source';

/** Below this a dose is not worth a pump, mL a day. */
export const LEAST_ML_PER_DAY = 0.05;

/** A pump is set in steps of 1, 2 or 5 tenfold, a quarter of the doubt at the most: no digit that means nothing, and no return rounded away. */
export function settingStep(doubt: number): number {
  if (!(doubt > 0)) return 0;
  const most = doubt / 4;
  const ten = 10 ** Math.floor(Math.log10(most));
  return ([5, 2, 1].find((each) => each * ten <= most) ?? 1) * ten;
}

/** What a source was solved for, and what its pump can be set to. */
export interface Setting {
  readonly source: PlanSource;
  readonly solved: number;
  readonly low: number;
  readonly high: number;
  /** What holds the levels, as it can be set; 0 where that is less than can. */
  readonly holds: number;
  /** What is shown is what is set: in the pump's steps, no digit beyond the doubt, within the limit. */
  readonly set: (ml: number) => number;
}

export function settingOf(source: PlanSource, solved: number, low = solved, high = solved): Setting {
  const { most, stepMl } = source;
  // The greatest setting of the pump that is within the limit: rounding never breaks it.
  const highest = most ? Math.floor(most.mlPerDay / stepMl + 1e-9) * stepMl : Infinity;
  const step = Math.max(stepMl, settingStep((high - low) / 2));
  const rounded = (ml: number) => Number(Math.min(highest, Math.round(ml / step) * step).toPrecision(12));
  const set = (ml: number) => (rounded(ml) < Math.max(LEAST_ML_PER_DAY, stepMl / 2) ? 0 : rounded(ml));
  return { source, solved, low, high, holds: set(solved), set };
}
