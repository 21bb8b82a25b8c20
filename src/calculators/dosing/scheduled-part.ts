import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { planSource, type PlanSource } from './plan-source';
import { dosingWindow } from './dosing-window';

export const scheduledPart = z.strictObject({
  source: planSource,
  mlPerDay: amount(AMOUNTS.standingDose),
  /** Round the clock when left out. */
  windows: z.array(dosingWindow).min(1).max(4).optional(),
  /** Doses a day, spread evenly over the windows; 0: it drips evenly. */
  doses: figure('doses a day', 0, 288).default(0),
  /** What its pump gives, as measured. */
  mlPerMin: figure('delivery of the pump', 0.01, 100_000, 'mL/min').optional(),
  /** The least it can give at once. */
  leastMl: figure('least the pump gives', 0, 1000, 'mL').default(0),
  /** What stands in its bottle, or its size: what would go in if the pump stuck. */
  bottleMl: amount(AMOUNTS.bottle).optional(),
});
export type ScheduledPart = z.output<typeof scheduledPart>;

/** A part with the minutes of the day at which it is dosed, and how much each time. */
export interface TimedPart {
  readonly part: ScheduledPart;
  readonly source: PlanSource;
  readonly name: string;
  readonly windows: readonly { readonly fromMinute: number; readonly forMinutes: number }[];
  /** Empty where it drips. */
  readonly atMinutes: readonly number[];
  readonly mlEach: number;
  readonly mlPerHour: number;
  readonly runSeconds: number | undefined;
}
