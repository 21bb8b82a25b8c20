import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL } from '@/record/schema';
import type { AskConcern } from '../concern';
import { changeWith, trialsOf } from './before-after';
import { levelsOutcome } from './levels-question';

/** A trial that ended is told until its keeper has had so long to see to it. Chosen. */
const TRIAL_TOLD_DAYS = 7;

/** How the levels stand and move. */
export const levelsConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = levelsOutcome(snapshot, tank, now);
  const { certainty, moves } = answer;
  return {
    answer,
    facts: { certainty, moves, outside: values.outside.length > 0 },
    ...(certainty === 'not enough yet' && { bench: 'log' as const }),
  };
};

/** A trial that is over. */
export const trialConcern: AskConcern = (snapshot, tank, now) => {
  const ended = trialsOf(snapshot, tank).find(({ endsAt }) => endsAt <= now && now - endsAt < TRIAL_TOLD_DAYS * DAY_MS);
  return (
    ended && {
      answer: changeWith(snapshot, tank, ended, now, netVolumeL(tank), { parameter: ended.parameter }).answer,
      facts: {},
    }
  );
};
