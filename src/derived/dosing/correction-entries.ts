import { nanoid } from 'nanoid';
import type { PlannedDose } from '@/calculators/dosing/planned-dose';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Snapshot, Entry, EntryOf, Tank } from '@/record/schema';
import type { PlanLevels } from '@/calculators/dosing/plan-levels';
import { easingsUnderWay } from '../balance/corrections-under-way';
import { dosesSet } from '../supplies/doses-set';

/** A level brought from one figure to another with one solution; levels in the parameter's canonical unit. */
export interface CorrectionCourse {
  readonly parameter: DosedParameter;
  readonly solutionId: string;
  readonly from: number;
  readonly to: number;
  readonly days: number;
  readonly mlPerDay: number;
}

/** Longer than this no correction is written down as, days: what the record takes. */
const LONGEST_DAYS = 365;
/** A dose that is paused is still a dose to go back from, mL a day: what the record takes at the least. */
const LEAST_ML_PER_DAY = 0.01;

/** A correction that adds, and the first day's share of it. */
export function correctionBegun(tank: Tank, now: number, course: CorrectionCourse): Entry[] {
  const begun: EntryOf<'correction'> = { id: nanoid(), tankId: tank.id, at: now, kind: 'correction', ...course };
  return [begun, shareOfCorrection(tank, now, begun, course.mlPerDay)];
}

/** One day's share of a correction that was begun: a dose that names it. */
export function shareOfCorrection(
  tank: Tank,
  now: number,
  { id, parameter, solutionId }: Pick<EntryOf<'correction'>, 'id' | 'parameter' | 'solutionId'>,
  volumeMl: number,
): EntryOf<'dose'> {
  return {
    id: nanoid(),
    tankId: tank.id,
    at: now,
    kind: 'dose',
    solutionId,
    volumeMl,
    correction: id,
    note: `Correction of ${parameter}`,
  };
}

/** A dose set otherwise until its level is where it should be, and what it goes back to. */
export function easingBegun(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  course: CorrectionCourse,
  backToMlPerDay: number,
): Entry[] {
  const { solutionId, mlPerDay } = course;
  return [...dosesSet(snapshot, tank, now, [{ id: solutionId, mlPerDay }]), easing(tank, now, backToMlPerDay, course)];
}

function easing(tank: Tank, now: number, backToMlPerDay: number, course: CorrectionCourse): EntryOf<'correction'> {
  return {
    ...course,
    id: nanoid(),
    tankId: tank.id,
    at: now,
    kind: 'correction',
    days: Math.min(LONGEST_DAYS, Math.max(1, Math.round(course.days))),
    mlPerDay: Math.max(LEAST_ML_PER_DAY, course.mlPerDay),
    backToMlPerDay,
  };
}

/**
 * The dose set back, and its time ended.
 * @param mlPerDay what holds the level by now; what it was to go back to when left out
 */
export function easingEnded(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  easing: EntryOf<'correction'>,
  mlPerDay = easing.backToMlPerDay ?? 0,
): Entry[] {
  return [...dosesSet(snapshot, tank, now, [{ id: easing.solutionId, mlPerDay }]), { ...easing, endedAt: now }];
}

/**
 * The doses of a plan, set: those for a time with the course they are on; what ran for a time until now is ended with it.
 * @param levels each level as it stands and where it should be, as the plan was asked
 */
export function planSet(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  doses: readonly PlannedDose[],
  levels: PlanLevels,
): Entry[] {
  const over = easingsUnderWay(snapshot, tank, now).filter(({ entry }) =>
    doses.some(({ id }) => id === entry.solutionId),
  );
  return [
    ...dosesSet(snapshot, tank, now, doses),
    ...doses.flatMap(({ id, mlPerDay, returns, carries }): Entry[] => {
      const parameter = carries.find((each) => levels[each] && levels[each].level !== levels[each].target);
      const level = parameter && levels[parameter];
      return returns && level
        ? [
            easing(tank, now, returns.thenMlPerDay, {
              parameter,
              solutionId: id,
              from: level.level,
              to: level.target,
              days: returns.days,
              mlPerDay,
            }),
          ]
        : [];
    }),
    ...over.map(({ entry }) => ({ ...entry, endedAt: now })),
  ];
}
