'use client';

import { freeAmmonia } from '@/calculators/nitrogen/free-ammonia-calculator';
import { attempt } from '@/calculators/calculator/attempt';
import { Answer } from '@/interface/answer/answer';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { freeAmmoniaQuestion } from '@/derived/cycle/cycle';

/** How much of the ammonia last tested is the kind that harms, at the water's own pH, warmth and salinity. */
export function FreeAmmonia() {
  const { snapshot, tank } = useTank();
  const question = freeAmmoniaQuestion(snapshot, tank, useNow());
  const outcome = question && attempt(() => freeAmmonia.run(question)).outcome;
  if (!outcome) return null;
  return (
    <div className="mt-4">
      <Answer label="Un-ionised ammonia" lesser answer={outcome.answer} />
    </div>
  );
}
