import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import type { bottles } from '@/calculators/dosing/bottles';
import type { Snapshot, Tank } from '@/record/schema';
import { bottlesOf } from './bottles';

/** A tank's bottles as they are drawn on, ready for the dosing-bottles calculator. */
export function bottlesQuestion(snapshot: Snapshot, tank: Tank, now: number): z.output<typeof bottles.input> {
  return {
    now,
    bottles: bottlesOf(snapshot, tank, now).flatMap(({ solutionId, name, mlPerDay, leftMl }) => {
      const solution = snapshot.solutions.find(({ id }) => id === solutionId);
      if (!solution) return [];
      const { claim, parts, bottleMl, bottlePrice } = solution;
      return [
        {
          name,
          mlPerDay,
          ...given({ leftMl, bottleMl, price: bottlePrice }),
          holds: claim ? { claim } : { parts },
        },
      ];
    }),
  };
}
