import { reactorOutput } from '@/calculators/reactor/reactor-output';
import type { Snapshot, Tank } from '@/record/schema';
import type { AskConcern } from '../concern';
import { doseQuestionOnce } from '../dosing/dose-question';
import { suppliesAt } from '../supplies/supply-timeline';
import { reactorQuestion } from './reactor-question';
import { reactorUseNow } from './reactor-use-question';

/** Media and gas have to be bought: they are told of so many days before they run out. Chosen. */
const STORES_SOON_DAYS = 14;

/** What the reactor is to run at. */
export const reactorConcern: AskConcern = (snapshot, tank, now) => {
  if (!hasReactor(snapshot, tank, now)) return undefined;
  const input = reactorQuestion(snapshot, tank, now, doseQuestionOnce(snapshot, tank, now));
  return input && { answer: reactorOutput.run(input).answer, facts: {} };
};

/** Media or gas that soon run out. */
export const reactorStoresConcern: AskConcern = (snapshot, tank, now) => {
  if (!hasReactor(snapshot, tank, now)) return undefined;
  const { answer, values } = reactorUseNow(snapshot, tank, now, doseQuestionOnce(snapshot, tank, now)) ?? {};
  const left = [values?.media?.days, values?.cylinder?.days].filter((days) => days !== undefined);
  const daysLeft = left.length > 0 ? Math.min(...left) : undefined;
  return answer && daysLeft !== undefined && daysLeft < STORES_SOON_DAYS ? { answer, facts: { daysLeft } } : undefined;
};

/** It is said to be there, or it runs. */
function hasReactor(snapshot: Snapshot, tank: Tank, now: number): boolean {
  return tank.supplies.includes('reactor') || suppliesAt(snapshot, tank, now).reactor !== undefined;
}
