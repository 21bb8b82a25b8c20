import { nanoid } from 'nanoid';
import type { DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Book, Entry, EntryOf, Tank } from '@/record/schema';
import { dosesSet } from './doses-set';

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

/** A dose that is lowered until its level is down, and what it goes back to. */
export function easingBegun(
  book: Book,
  tank: Tank,
  now: number,
  course: CorrectionCourse,
  backToMlPerDay: number,
): Entry[] {
  const { solutionId, mlPerDay, days } = course;
  return [
    ...dosesSet(book, tank, now, [{ id: solutionId, mlPerDay }]),
    {
      ...course,
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'correction',
      days: Math.min(LONGEST_DAYS, Math.max(1, Math.round(days))),
      mlPerDay: Math.max(LEAST_ML_PER_DAY, mlPerDay),
      backToMlPerDay,
    },
  ];
}

/** The dose set back, and its easing ended. */
export function easingEnded(book: Book, tank: Tank, now: number, easing: EntryOf<'correction'>): Entry[] {
  const { solutionId, backToMlPerDay = 0 } = easing;
  return [...dosesSet(book, tank, now, [{ id: solutionId, mlPerDay: backToMlPerDay }]), { ...easing, endedAt: now }];
}
