import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import type { AskConcern } from '../concern';
import { offInstrument } from './instrument-check';
import { nutrientsAtZero } from './water-status';

/** Nitrate and phosphate at zero for weeks. */
export const nutrientsConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = nutrientsAtZero(snapshot, tank, now);
  return values.warns ? { answer, facts: {} } : undefined;
};

/** An instrument that reads off, of those that doses rest on. */
export const instrumentConcern: AskConcern = (snapshot, tank, now) => {
  const off = DOSED_PARAMETERS.map((parameter) => offInstrument(snapshot, tank, parameter, now)).find(Boolean);
  return off && { answer: off.outcome.answer, facts: {} };
};
