import { Refusal, type RefusalCause } from '@/chemistry/refusal';

/** What a calculation of the core gives, or why it refuses, by its codes: the words are the calculators'. */
export function rawAttempt<Outcome>(calculation: () => Outcome): {
  readonly outcome?: Outcome;
  readonly refusal?: RefusalCause;
} {
  try {
    return { outcome: calculation() };
  } catch (error) {
    if (error instanceof Refusal) return { refusal: error.refused };
    throw error;
  }
}
