import type { UnitPreferences } from '@/quantities/quantity';
import type { Instrument } from '@/record/rows/instrument';
import type { Solution } from '@/record/rows/solution';

/** What the reader of a line knows of the record and its keeper. */
export interface JotContext {
  /** Epoch ms. */
  readonly now: number;
  readonly zone: string;
  readonly units: UnitPreferences;
  readonly solutions: readonly Solution[];
  readonly instruments?: readonly Instrument[] | undefined;
  /** Net volume of the tank that is jotted for, so that a change can be told as a share of it. */
  readonly netVolumeL?: number | undefined;
  /** Dates with a slash are month first; day first where false; asked about where it is not known. */
  readonly monthFirst?: boolean | undefined;
}

/** A stretch of the line that was not understood or is refused. */
export interface JotProblem {
  readonly from: number;
  readonly to: number;
  readonly message: string;
  /** What the stretch could be replaced with. */
  readonly suggestion?: string | undefined;
}
