import { learnSalt, type LearntSalt } from '@/chemistry/mixing/learn-salt';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import type { Book, Salt } from '@/record/schema';

export interface SaltStrength {
  readonly gramsPerLAt35: number;
  readonly from: 'label' | 'learnt' | 'assumed';
  readonly learnt: LearntSalt | undefined;
}

/** Grams a litre of a salt: as measured batches taught, else as labelled, else a general figure. */
export function saltStrength(book: Book, salt: Salt | undefined): SaltStrength {
  const batches = book.entries.flatMap((entry) =>
    entry.kind === 'batch' && salt && entry.saltId === salt.id && entry.measuredSalinity !== undefined
      ? [{ volumeL: entry.volumeL, saltG: entry.saltG, salinity: entry.measuredSalinity }]
      : [],
  );
  const learnt = learnSalt(batches)?.salt;
  if (learnt) return { gramsPerLAt35: learnt.gramsPerLAt35, from: 'learnt', learnt };
  if (salt?.gramsPerLAt35) return { gramsPerLAt35: salt.gramsPerLAt35, from: 'label', learnt };
  return { gramsPerLAt35: TYPICAL_GRAMS_PER_L_AT_35, from: 'assumed', learnt };
}
