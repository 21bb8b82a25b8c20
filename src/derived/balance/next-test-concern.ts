import { nextTestAnswer, worthTesting } from '@/calculators/consumption/consumption-answer';
import type { AskConcern } from '../concern';
import { consumptionTogether } from './consumption';
import { nextTestOf } from './consumption-report';
import { confidenceOf } from './record-confidence';

/** The test that would teach most, or one that the record has waited for too long. */
export const nextTestConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = confidenceOf(snapshot, tank, now);
  if (values.stale.some(({ days }) => days !== undefined)) return { answer, facts: { inDays: 0, stale: true } };
  const consumption = tank.supplies.length > 0 ? consumptionTogether(snapshot, tank, now) : undefined;
  const best = consumption && nextTestOf(consumption);
  return consumption && worthTesting(best)
    ? { answer: nextTestAnswer(consumption, best), facts: { inDays: best.inDays } }
    : undefined;
};
