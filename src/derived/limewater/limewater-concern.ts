import { limewater } from '@/calculators/limewater/limewater';
import type { AskConcern } from '../concern';
import { limewaterQuestion } from './limewater-question';

/** Limewater is told of so many days before it is made anew. Chosen. */
const MADE_ANEW_SOON_DAYS = 4;

/** Limewater that is soon to be made anew, or its stirrer charged. */
export const limewaterConcern: AskConcern = (snapshot, tank, now) => {
  const question = tank.limewater && limewaterQuestion(snapshot, tank, now);
  // A vessel whose filling was never logged tells no day.
  if (!question?.runs || (question.vessel === 'plain' && question.leftL === undefined)) return undefined;
  const { answer, values } = limewater.run(question);
  const { days } = values.vessel;
  return days !== undefined && days < MADE_ANEW_SOON_DAYS ? { answer, facts: { daysLeft: days } } : undefined;
};
