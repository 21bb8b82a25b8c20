import type { DayChange } from '@/chemistry/day/day-change';
import type { FittedDay } from '@/chemistry/day/fit-day';
import type { Spread } from '@/numerics/most-likely';
import type { MeasuredDay, PhMeasure } from '@/chemistry/day/ph-measures';

/** A measure for this tank: what it would do, and what it takes. */
export interface MeasureOfTank extends MeasuredDay {
  readonly measure: PhMeasure;
  /** Of the scrubber: hours until its media are spent. */
  readonly mediaHours?: number;
  /** In the keeper's money, where a price is known. */
  readonly costAMonth?: number;
  /** Of the refugium's lamp. */
  readonly kWhAMonth?: number;
}

export interface PhDayValues {
  readonly fitted: FittedDay;
  readonly mean: Spread;
  readonly lowest: Spread;
  readonly highest: Spread;
  readonly swing: Spread;
  /** CO2 the water is at rest with, over the day, µatm. */
  readonly waterUatm: Spread;
  /** Of that, what the animals breathe above the room's air. */
  readonly breathUatm: Spread;
  readonly phOutdoors: number;
  readonly phInRoom: Spread;
  readonly measures: readonly MeasureOfTank[];
  readonly together: MeasuredDay | undefined;
  /** What the last change did; undefined where none was, or no hour was read on both sides. */
  readonly since: DayChange | undefined;
  /** The hours of the day at which pH was read at all. */
  readonly hoursRead: number;
}
