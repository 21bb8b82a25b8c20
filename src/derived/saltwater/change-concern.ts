import { changeDue } from '@/calculators/water-change/change-due';
import type { AskConcern } from '../concern';
import { changeHabit } from './change-habit';

/** A water change that is soon due, or late. */
export const waterChangeConcern: AskConcern = (snapshot, tank, now) => {
  const { changeL, everyDays, nextAt, from } = changeHabit(snapshot, tank, now);
  if (nextAt === undefined) return undefined;
  const { answer, values } = changeDue.run({ now, changeL, everyDays, nextAt, from: from === 'set' ? 'set' : 'log' });
  return values.soon ? { answer, facts: { late: values.late } } : undefined;
};
