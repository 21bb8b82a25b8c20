import type { HowSure } from '../calculator/calculator';
import type { DosedParameter } from './dosed-parameters';
import type { Aims } from './plan-levels';
import type { PlanSource } from './plan-source';
import type { Foreseen } from './foreseen-levels';
import type { Balance, PlannedDose } from './planned-dose';
import type { Need } from './to-solve';

/** All the plan's figures, for its words. */
export interface PlanFacts {
  readonly doses: readonly PlannedDose[];
  readonly balance: readonly Balance[];
  readonly needs: readonly Need[];
  readonly sources: readonly PlanSource[];
  readonly untold: readonly DosedParameter[];
  readonly unclear: readonly DosedParameter[];
  readonly unsaid: readonly DosedParameter[];
  readonly howSure: HowSure;
  readonly netVolumeL: number;
  readonly aims: Aims;
  readonly testEveryDays: number;
  readonly now: number | undefined;
  /** Where the doses lead each level that is known, by the next test or the end of a return. */
  readonly foreseen: readonly Foreseen[];
  readonly testInDays: number;
}
