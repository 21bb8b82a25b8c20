import type { DosedParameter } from './dosed-parameters';

export type Action = 'leave' | 'increase' | 'reduce' | 'begin' | 'stop';

/** What a source is to be dosed at. */
export interface PlannedDose {
  readonly id: string;
  readonly name: string;
  readonly use: 'solved' | 'fixed';
  readonly carries: readonly DosedParameter[];
  readonly action: Action;
  readonly runs: number;
  /** What holds the level, and its 95 % range. mL a day. */
  readonly solvedMlPerDay: number;
  readonly lowMlPerDay: number;
  readonly highMlPerDay: number;
  /** What holds the level as its pump can be set, mL a day. */
  readonly holdsMlPerDay: number;
  /** What it is to be set to now, in the pump's steps: what the look ahead decides; a large increase in two. */
  readonly mlPerDay: number;
  /** Where a large increase is to end, after a test; undefined where it is made at once. */
  readonly thenMlPerDay?: number;
  /** It is set so for a time only, until the levels are on target: how long, and what holds them then. */
  readonly returns?: { readonly days: number; readonly thenMlPerDay: number };
  /** It leans towards the targets, by less than is known of what holds: it has no end. */
  readonly leans?: true;
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
