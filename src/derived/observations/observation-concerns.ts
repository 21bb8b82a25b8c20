import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import type { AskConcern } from '../concern';
import { offInstrument } from './instrument-check';

/** An instrument that reads off, of those that doses rest on. */
export const instrumentConcern: AskConcern = (snapshot, tank, now) => {
  const off = DOSED_PARAMETERS.map((parameter) => offInstrument(snapshot, tank, parameter, now)).find(Boolean);
  return off && { answer: off.outcome.answer, facts: {} };
};
