import { z } from 'zod';
import { figure } from '../calculator/calculator-input';
import type { Certainty } from '../calculator/calculator';

/** What an estimate of consumption says of itself. Rates in the parameter's unit a day. */
export const estimateFacts = z.strictObject({
  perDay: figure('consumption a day', -1e6, 1e6),
  perDaySd: figure('doubt of the consumption', 0, 1e6),
  /** Change of the level a day. */
  driftPerDay: figure('change a day', -1e6, 1e6),
  driftPerDaySd: figure('doubt of the change', 0, 1e6),
  /** The error of its last reading. */
  readingSd: figure('doubt of a reading', 0, 1e6),
  /** The last reading is the one that was left out. */
  lastLeftOut: z.boolean().default(false),
});
export type EstimateFacts = z.output<typeof estimateFacts>;

/** The word for an estimate. Each means one thing; see CERTAINTY_MEANS. */
export function certaintyOfEstimate(facts: EstimateFacts | undefined): Certainty {
  if (!facts) return 'not enough yet';
  if (facts.lastLeftOut) return 'retest';
  if (Math.abs(facts.perDay) < 1.96 * facts.perDaySd) return 'within test error';
  return isDrifting(facts) ? 'drifting' : 'steady';
}

/** Whether a level moves by more than its test could miss in a week, and surely. */
function isDrifting({ driftPerDay, driftPerDaySd, readingSd }: EstimateFacts): boolean {
  return Math.abs(driftPerDay) * 7 > 2 * readingSd && Math.abs(driftPerDay) > 1.96 * driftPerDaySd;
}
