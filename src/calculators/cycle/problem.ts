import type { Phrase } from '../calculator/calculator';
import type { AddedKind, Deed, FullReading } from './cycle-input';
import type { CycleReadOut } from '@/chemistry/cycle/read-cycle';
import type { CycleSchoolId } from './cycle-schools';
import type { CyclingTank } from '@/chemistry/cycle/cycle-course';
import type { FirstSteps } from '@/chemistry/cycle/stage';

/** What may be wrong with a cycle, each recognised from the record alone. */
export type CycleProblemId =
  | 'stalled'
  | 'no source'
  | 'too much ammonia'
  | 'uncontrolled source'
  | 'pH sag'
  | 'nitrate over-read'
  | 'kit reads free'
  | 'mini-cycle'
  | 'nitrite first'
  | 'nitrate vanished'
  | 'not tested'
  | 'stocked early';

export interface CycleProblem {
  readonly id: CycleProblemId;
  readonly severity: 'danger' | 'caution' | 'note';
  readonly says: readonly Phrase[];
}

/** All that is looked at. Readings and deeds in order of time, none later than now. */
export interface CycleRecord {
  readonly tank: CyclingTank;
  readonly school: CycleSchoolId;
  readonly doseLogged: boolean;
  readonly readings: readonly FullReading[];
  readonly deeds: readonly Deed[];
  readonly steps: FirstSteps;
  readonly now: number;
  readonly found: CycleReadOut;
  /** When the cycle was called done before, if it was. */
  readonly doneAt: number | undefined;
  /** Whether the supply carries chloramine that the RO/DI unit lets by. */
  readonly chloramine: boolean;
  /** Whether the ammonia kit reads the un-ionised kind alone. */
  readonly readsFree: boolean;
  /** What the new water for a change holds, mmol/L. */
  readonly newWaterAlkalinity: number;
}

/** A rule recognises one problem, or nothing. */
export type Rule = (record: CycleRecord) => CycleProblem | undefined;

export const lastOf = <Id extends keyof FullReading>(readings: readonly FullReading[], id: Id, since = 0) =>
  readings.findLast((reading) => reading[id] !== undefined && reading.at >= since);

export const put = (deeds: readonly Deed[], whats: readonly AddedKind[], from = -Infinity, until = Infinity) =>
  deeds.filter((deed) => deed.did === 'put in' && whats.includes(deed.what) && deed.at >= from && deed.at <= until);

/** A pH further back speaks of another day. */
export const LATELY_DAYS = 3;
