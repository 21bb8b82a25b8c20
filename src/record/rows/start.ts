import * as z from 'zod';
import { CYCLE_SCHOOL_IDS } from '@/calculators/cycle/cycle-schools';
import { FIRST_IN, MIXED, ROCKS } from '@/calculators/set-up/order-of-work';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { MEASURED, SET_UP_AMOUNTS } from '@/calculators/set-up/set-up';
import { moment, bounded } from './fields';

/** How a tank was begun, and when its cycle was called done. */
export const cycleSchema = z.strictObject({
  school: z.enum(CYCLE_SCHOOL_IDS),
  startedAt: moment,
  doneAt: moment.optional(),
});

/** The plan of a tank that is not set up yet: what was decided, from which masses, litres and days follow. */
export const setUpSchema = z.strictObject({
  startAt: moment,
  /** Where the measures were taken; inside when left out. */
  measured: z.enum(MEASURED).optional(),
  lengthCm: bounded(SET_UP_AMOUNTS.lengthCm),
  widthCm: bounded(SET_UP_AMOUNTS.widthCm),
  heightCm: bounded(SET_UP_AMOUNTS.heightCm),
  freeboardCm: bounded(SET_UP_AMOUNTS.freeboardCm),
  glassCm: bounded(SET_UP_AMOUNTS.glassCm),
  sumpL: bounded(AMOUNTS.sumpVolume),
  rockG: bounded(SET_UP_AMOUNTS.rockG).optional(),
  sandG: bounded(SET_UP_AMOUNTS.sandG).optional(),
  standG: bounded(SET_UP_AMOUNTS.standG).optional(),
  targetC: bounded(PARAMETERS.temperature),
  roomC: bounded(AMOUNTS.roomTemperature),
  first: z.enum(FIRST_IN),
  rock: z.enum(ROCKS),
  mixed: z.enum(MIXED),
});

/** The kits for ammonia and nitrite, asked about once. */
export const kitSchema = z.strictObject({
  /** All ammonia, as most read, or the un-ionised kind alone. */
  ammoniaReads: z.enum(['all', 'free']),
  /** First steps of their scales, mg/L as NH3 and NO2. */
  ammoniaStep: bounded(AMOUNTS.kitStepAmmonia),
  nitriteStep: bounded(AMOUNTS.kitStepNitrite),
});

export type CycleRow = z.infer<typeof cycleSchema>;
export type SetUpRow = z.infer<typeof setUpSchema>;
export type Kit = z.infer<typeof kitSchema>;
