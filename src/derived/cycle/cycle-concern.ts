import { CYCLE_BEING_READ } from '@/calculators/today/not-worked-out';
import type { Tank } from '@/record/schema';
import type { ConcernOfToday } from '../concern';
import type { CycleOutcome } from './cycle';

/**
 * The daily reading of a new tank. Once done, a cycle steps back.
 * @param outcome the reading, or that it is being worked out beside the page
 */
export function cycleConcern(tank: Tank, outcome: CycleOutcome | 'asked' | undefined): ConcernOfToday | undefined {
  if (!outcome) return undefined;
  const done = tank.cycle?.doneAt !== undefined;
  if (outcome === 'asked') return done ? undefined : { answer: CYCLE_BEING_READ, facts: {} };
  return done && !outcome.values.problems.includes('mini-cycle') ? undefined : { answer: outcome.answer, facts: {} };
}
