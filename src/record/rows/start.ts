import { z } from 'zod';
import { CYCLE_SCHOOL_IDS } from '@/calculators/cycle/cycle-schools';
import { FIRST_IN, MIXED, ROCKS } from '@/calculators/set-up/order-of-work';
import { amount, moment } from './fields';

/** How a tank was begun, and when its cycle was called done. */
export const cycleSchema = z.strictObject({
  school: z.enum(CYCLE_SCHOOL_IDS),
  startedAt: moment,
  doneAt: moment.optional(),
});

/** The plan of a tank that is not set up yet: what was decided, from which masses, litres and days follow. */
export const setUpSchema = z.strictObject({
  startAt: moment,
  lengthCm: z.number().min(10).max(1000),
  widthCm: z.number().min(10).max(400),
  heightCm: z.number().min(10).max(250),
  freeboardCm: amount(40),
  glassCm: z.number().min(0.3).max(6),
  sumpL: amount(100_000),
  rockG: amount(1e7).optional(),
  sandG: amount(1e7).optional(),
  standG: amount(1e7).optional(),
  targetC: z.number().min(5).max(40),
  roomC: z.number().min(-10).max(45),
  first: z.enum(FIRST_IN),
  rock: z.enum(ROCKS),
  mixed: z.enum(MIXED),
});

/** The kits for ammonia and nitrite, asked about once. */
export const kitSchema = z.strictObject({
  /** All ammonia, as most read, or the un-ionised kind alone. */
  ammoniaReads: z.enum(['all', 'free']),
  /** First steps of their scales, mg/L as NH3 and NO2. */
  ammoniaStep: z.number().min(0.02).max(1),
  nitriteStep: z.number().min(0.02).max(1),
});

export type CycleRow = z.infer<typeof cycleSchema>;
export type SetUpRow = z.infer<typeof setUpSchema>;
export type Kit = z.infer<typeof kitSchema>;
