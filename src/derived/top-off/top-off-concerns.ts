import { topOffUpkeep } from '@/calculators/top-off/upkeep';
import type { AskConcern } from '../concern';
import { topOffOutcome } from './top-off-question';
import { upkeepQuestion } from './top-off-upkeep';

/** How long the reservoir lasts. */
export const topOffConcern: AskConcern = (snapshot, tank, now) => {
  const outcome = tank.reservoirL === 0 ? undefined : topOffOutcome(snapshot, tank, now);
  if (!outcome) return undefined;
  const { daysLeft } = outcome.values;
  return { answer: outcome.answer, facts: daysLeft === undefined || daysLeft > 1e6 ? {} : { daysLeft } };
};

/** Upkeep of its parts that is late. */
export const topOffUpkeepConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = topOffUpkeep.run(upkeepQuestion(snapshot, tank, now));
  return values.due.some(({ dueAt, lastAt }) => dueAt <= now && lastAt !== undefined)
    ? { answer, facts: {} }
    : undefined;
};
