import { isToldFromZero } from '@/numerics/normal-interval';
import { mean } from 'simple-statistics';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { learnSalt, type LearntSalt, type LearntVessel } from '@/chemistry/mixing/learn-salt';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { usualErrorOf } from '@/calculators/parameters/parameters';
import { atSalinity } from '@/chemistry/seawater/composition';
import { entriesOfKind } from '@/record/entries-of';
import type { Snapshot, EntryOf, Salt } from '@/record/schema';
import { batchState } from './batches';

export interface SaltStrength {
  readonly gramsPerLAt35: number;
  readonly from: 'label' | 'learnt' | 'assumed';
  readonly learnt: LearntSalt | undefined;
}

function batchesOf(snapshot: Snapshot, salt: Salt | undefined): EntryOf<'batch'>[] {
  return entriesOfKind(snapshot, 'batch').filter(({ saltId }) => salt !== undefined && saltId === salt.id);
}

/** What measured batches teach of a salt and of the vessels it was mixed in. */
function learnt(snapshot: Snapshot, salt: Salt | undefined): ReturnType<typeof learnSalt> {
  return learnSalt(
    batchesOf(snapshot, salt).flatMap((batch) => {
      const { measured } = batchState(snapshot, batch);
      return measured ? [{ ...measured, vessel: batch.vesselId }] : [];
    }),
  );
}

/** Grams a litre of a salt: as measured batches taught, else as labelled, else a general figure. */
export function saltStrength(snapshot: Snapshot, salt: Salt | undefined): SaltStrength {
  const taught = learnt(snapshot, salt)?.salt;
  if (taught) return { gramsPerLAt35: taught.gramsPerLAt35, from: 'learnt', learnt: taught };
  if (salt?.gramsPerLAt35) return { gramsPerLAt35: salt.gramsPerLAt35, from: 'label', learnt: undefined };
  return { gramsPerLAt35: TYPICAL_GRAMS_PER_L_AT_35, from: 'assumed', learnt: undefined };
}

/** How true a vessel's mark is, by the salt that says the most of it. */
export function vesselLearnt(snapshot: Snapshot, vesselId: string): LearntVessel | undefined {
  return snapshot.salts
    .flatMap((salt) => {
      const found = learnt(snapshot, salt)?.vessels.get(vesselId);
      return found ? [found] : [];
    })
    .toSorted((a, b) => b.batches - a.batches)[0];
}

/** What tests of batches say against a salt's label. */
export interface LabelTested {
  readonly parameter: DosedParameter;
  /** At the label's own salinity. */
  readonly label: number;
  readonly tested: number;
  /** One standard deviation of the mean of the tests. */
  readonly sd: number;
  readonly tests: number;
  /** Further apart than the tests explain. */
  readonly differs: boolean;
}

export function labelTested(snapshot: Snapshot, salt: Salt): LabelTested[] {
  const { profile } = salt;
  if (!profile) return [];
  const ids = new Set(batchesOf(snapshot, salt).map(({ id }) => id));
  const checks = entriesOfKind(snapshot, 'batch-check').filter(({ batchId }) => ids.has(batchId));
  return DOSED_PARAMETERS.flatMap((parameter): LabelTested[] => {
    const values = checks.flatMap((check) => {
      const value = check[parameter];
      return value === undefined ? [] : [atSalinity(value, check.salinity, profile.salinity)];
    });
    if (values.length === 0) return [];
    const tested = mean(values);
    const sd = usualErrorOf(parameter) / Math.sqrt(values.length);
    return [
      {
        parameter,
        label: profile[parameter],
        tested,
        sd,
        tests: values.length,
        differs: isToldFromZero(tested - profile[parameter], sd),
      },
    ];
  });
}
