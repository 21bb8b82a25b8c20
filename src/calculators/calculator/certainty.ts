import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import * as z from 'zod';
import { movementOf, MOVEMENTS, type Moved, type Movement } from '@/chemistry/readings/movement';
import { figure } from './calculator-input';
import { CERTAINTIES, MOVES, type HowSure } from './calculator';

/** What a level was found to do, as `movementOf` tells it. Rates in the parameter's unit a day. */
export const movedInput = z.strictObject({
  /** Undefined where the readings cannot tell. */
  moves: z.enum(MOVEMENTS).optional(),
  perDay: figure('change a day', -1e6, 1e6),
  half: figure('half the range of the change', 0, 1e6),
  /** Left out of a rate as things stand now. */
  overDays: figure('days it is told over', 0, 40_000, 'days').optional(),
  sinceEvent: z.boolean(),
  /** All of its range is less than would matter. */
  small: z.boolean(),
  moreTests: figure('tests more', 0, 1000).optional(),
});

/** What an estimate of consumption says of itself. Rates in the parameter's unit a day. */
export const estimateFacts = z.strictObject({
  perDay: figure('consumption a day', -1e6, 1e6),
  perDaySd: figure('doubt of the consumption', 0, 1e6),
  /** Change of the level a day. */
  driftPerDay: figure('change a day', -1e6, 1e6),
  driftPerDaySd: figure('doubt of the change', 0, 1e6),
  /** The error of its last reading. */
  readingSd: figure('doubt of a reading', 0, 1e6),
  /** A change a day that would matter: a rate that may be as large is not called steady, and none is when it is left out. */
  mattersPerDay: figure('change a day that matters', 0, 1e6).optional(),
  /** What its readings over weeks say besides of how the level moves; by the change of now alone where it is left out. */
  moved: movedInput.optional(),
  /** The last reading is the one that was left out. */
  lastLeftOut: z.boolean().default(false),
});
export type EstimateFacts = z.output<typeof estimateFacts>;

/** How sure an estimate is, how its level moves, and whether to test again. */
export function howSureOf(facts: EstimateFacts | undefined): HowSure {
  if (!facts) return { certainty: 'not enough yet' };
  const certainty = !isToldFromZero(facts.perDay, facts.perDaySd) ? 'within test error' : 'estimated';
  const moves = movesOf(facts);
  return { certainty, ...(moves && { moves }), ...(facts.lastLeftOut && { retest: true }) };
}

/** How a level moves, by its readings over weeks where they are there, else by the balance of now alone. */
export function movedOf({ moved, driftPerDay, driftPerDaySd, mattersPerDay = 0 }: EstimateFacts): Moved | undefined {
  if (moved) return moved;
  return movementOf([], [], { perDay: mattersPerDay }, { perDay: driftPerDay, half: halfWidth95(driftPerDaySd) });
}

/** The word for it; nothing where it cannot be told. */
export function movesOf(facts: EstimateFacts): Movement | undefined {
  return movedOf(facts)?.moves;
}

/** The same as an input: what a question already knows of its estimate. */
export const howSureInput = {
  certainty: z.enum(CERTAINTIES).default('worked out'),
  moves: z.enum(MOVES).optional(),
  retest: z.boolean().optional(),
};
