import * as z from 'zod';
import { figure } from '../calculator/calculator-input';
import { demandBasis } from './demand-basis';
import { DOSED_PARAMETERS } from './dosed-parameters';

const demandSchema = z.strictObject({
  /** In the parameter's unit a day: mmol/L for alkalinity, mg/L for calcium and magnesium. */
  perDay: figure('consumption a day', -1000, 1000, 'of the parameter’s unit'),
  sd: figure('doubt of the consumption', 0, 1000, 'of the parameter’s unit').default(0),
  basis: demandBasis,
  /** Calcium and alkalinity are not consumed in their proportion. */
  mismatch: z.boolean().default(false),
  /** Too small for the test to tell from zero: no dose is built on it. */
  withinTestError: z.boolean().default(false),
});

/** What is consumed of each, and how sure that is. */
export const planDemand = z.partialRecord(z.enum(DOSED_PARAMETERS), demandSchema);
export type PlanDemand = z.output<typeof planDemand>;
