import * as z from 'zod';
import { figure } from './calculator-input';
import { CERTAINTIES, MOVES, type HowSure, type Moves } from './calculator';

/** What an estimate of consumption says of itself. Rates in the parameter's unit a day. */
export const estimateFacts = z.strictObject({
  perDay: figure('consumption a day', -1e6, 1e6),
  perDaySd: figure('doubt of the consumption', 0, 1e6),
  /** Change of the level a day. */
  driftPerDay: figure('change a day', -1e6, 1e6),
  driftPerDaySd: figure('doubt of the change', 0, 1e6),
  /** The error of its last reading. */
  readingSd: figure('doubt of a reading', 0, 1e6),
  /** A change a day that would matter: a rate that may be as large is not called steady. What keepers hold to, halved; no bound when left out. */
  mattersPerDay: figure('change a day that matters', 0, 1e6).optional(),
  /** The last reading is the one that was left out. */
  lastLeftOut: z.boolean().default(false),
});
export type EstimateFacts = z.output<typeof estimateFacts>;

/** How sure an estimate is, how its level moves, and whether to test again. */
export function howSureOf(facts: EstimateFacts | undefined): HowSure {
  if (!facts) return { certainty: 'not enough yet' };
  const certainty = Math.abs(facts.perDay) < 1.96 * facts.perDaySd ? 'within test error' : 'estimated';
  const moves = movesOf(facts);
  return { certainty, ...(moves && { moves }), ...(facts.lastLeftOut && { retest: true }) };
}

/**
 * A level moves when it does so by more than its test could miss in a week, and surely. It is steady where it does not, and can not do so by
 * what would matter; where it may, nothing is said of it.
 */
export function movesOf({
  driftPerDay,
  driftPerDaySd,
  readingSd,
  mattersPerDay = Infinity,
}: EstimateFacts): Moves | undefined {
  const shows = Math.abs(driftPerDay) * 7 > 2 * readingSd && Math.abs(driftPerDay) > 1.96 * driftPerDaySd;
  if (shows) return driftPerDay < 0 ? 'falling' : 'rising';
  return Math.abs(driftPerDay) + 1.96 * driftPerDaySd <= mattersPerDay ? 'steady' : undefined;
}

/** The same as an input: what a question already knows of its estimate. */
export const howSureInput = {
  certainty: z.enum(CERTAINTIES).default('worked out'),
  moves: z.enum(MOVES).optional(),
  retest: z.boolean().optional(),
};
