import * as z from 'zod';
import { figure, moment } from '../calculator/calculator-input';
import { PARAMETER_IDS } from '../parameters/parameters';
import { readingsInput } from './readings-input';

/** So many days on either side are looked at, unless told. Chosen: four weekly tests. */
export const SPAN_DAYS = 28;

export type TrialOutcome = 'came about' | 'did not' | 'cannot tell' | 'still running';

export const beforeAfterInput = z.strictObject({
  parameter: z.enum(PARAMETER_IDS),
  now: moment('now'),
  /** What happened, and when. */
  what: z.string().trim().min(1).max(200).default('this'),
  at: moment('when it happened'),
  readings: readingsInput,
  /** Days before and after that are compared. */
  beforeDays: figure('days before', 1, 400, 'days').default(SPAN_DAYS),
  afterDays: figure('days after', 1, 400, 'days').default(SPAN_DAYS),
  /** The smallest difference worth knowing of, in the parameter's canonical unit; twice a careful test's error when left out. */
  matters: figure('difference that matters', 1e-9, 1e6).optional(),
  /** Whether it was done, or is a sign that was seen: a sign is no cause, and is not asked what it did. */
  is: z.enum(['done', 'sign']).default('done'),
  /** What else changed in the same days. */
  also: z.array(z.string().max(200)).max(50).default([]),
  /** What doses set otherwise, corrections and large changes of water did to the level until its last test: taken out of the readings beforehand. */
  takenOut: figure('moved by what was dosed', -1e6, 1e6).optional(),
  /** Of a trial: what would count, and when it ends. */
  trial: z.strictObject({ way: z.enum(['higher', 'lower', 'same']), endsAt: moment('end of the trial') }).optional(),
});
export type BeforeAfterInput = z.output<typeof beforeAfterInput>;
