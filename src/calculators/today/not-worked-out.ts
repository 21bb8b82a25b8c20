import type { RefusalDetail } from '../calculator/attempt';
import type { Answer } from '../calculator/calculator';
import { refusedText } from '../calculator/refusal-text';

/** Why there is no answer: one bench that the record refuses does not take the others with it. */
export function notWorkedOut(refusal: RefusalDetail): Answer {
  return {
    says: [`Not worked out: ${refusedText(refusal, 'the record makes it')}`],
    certainty: 'not enough yet',
    because: refusal.hint === undefined ? [] : [refusal.hint],
  };
}

/** What is said of a cycle while it is worked out beside the page. */
export const CYCLE_BEING_READ: Answer = {
  says: ['The cycle is being read from its tests.'],
  certainty: 'not enough yet',
  because: [],
};
