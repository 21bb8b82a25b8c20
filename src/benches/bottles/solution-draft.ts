import type { AlkalinityForm } from '@/chemistry/reagents/label-claim';
import type { ReagentId } from '@/chemistry/reagents/reagents';
import type { Solution } from '@/record/schema';

/** A solution while it is described: whatever is not told yet is null. */
export interface DraftClaim {
  readonly ml: number | null;
  readonly inLitres: number | null;
  readonly alkalinity: number | null;
  readonly calcium: number | null;
  readonly magnesium: number | null;
  readonly ammonia: number | null;
  readonly alkalinityAs: AlkalinityForm;
}

export function draftOf(claim: Solution['claim']): DraftClaim {
  return {
    ml: claim?.ml ?? null,
    inLitres: claim?.inLitres ?? null,
    alkalinity: claim?.raises.alkalinity ?? null,
    calcium: claim?.raises.calcium ?? null,
    magnesium: claim?.raises.magnesium ?? null,
    ammonia: claim?.raises.ammonia ?? null,
    alkalinityAs: claim?.alkalinityAs ?? 'carbonate',
  };
}

/** The claim as far as it is told, or nothing while volumes or every rise are missing. */
export function wholeClaim(draft: DraftClaim): Solution['claim'] {
  const { ml, inLitres, alkalinity, calcium, magnesium, ammonia, alkalinityAs } = draft;
  if (ml === null || inLitres === null || !(alkalinity || calcium || magnesium || ammonia)) return undefined;
  return {
    ml,
    inLitres,
    raises: {
      ...(alkalinity ? { alkalinity } : {}),
      ...(calcium ? { calcium } : {}),
      ...(magnesium ? { magnesium } : {}),
      ...(ammonia ? { ammonia } : {}),
    },
    alkalinityAs,
  };
}

export interface DraftPart {
  readonly reagent: ReagentId;
  readonly gramsPerL: number | null;
  readonly purity: number | null;
}

/** The salts of a solution as far as they are told, or nothing while one has no weight. */
export function wholeParts(parts: readonly DraftPart[]): Solution['parts'] | undefined {
  const whole = parts.flatMap(({ reagent, gramsPerL, purity }) =>
    gramsPerL === null ? [] : [{ reagent, gramsPerL, ...(purity !== null && purity < 1 && { purity }) }],
  );
  return whole.length === parts.length ? whole : undefined;
}
