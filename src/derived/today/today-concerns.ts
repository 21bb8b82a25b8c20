import { away } from '@/calculators/top-off/away';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { DANGER_PLACES } from '@/registry/concerns';
import type { AskConcern } from '../concern';
import { awayQuestion } from './away';
import { dangerOf } from './danger';

/** Leaving is told of for so many days before. Chosen: a week to fill, fetch and ask. */
const LEAVING_SOON_DAYS = 7;

/** A reading beyond what animals bear. */
export const dangerConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = dangerOf(snapshot, tank, now);
  const [worst] = values.dangers;
  return worst && { answer, facts: {}, bench: DANGER_PLACES[worst.parameter] };
};

/** In the days before the house is left: what would run out first. */
export const leavingConcern: AskConcern = (snapshot, tank, now) => {
  const absence = snapshot.settings.away;
  if (!absence || absence.leavesAt < now || absence.leavesAt - now > LEAVING_SOON_DAYS * DAY_MS) return undefined;
  return { answer: away.run(awayQuestion(snapshot, tank, now, absence)).answer, facts: {} };
};
