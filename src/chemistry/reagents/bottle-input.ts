import { z } from 'zod';
import { amount, share } from '../calculator-input';
import { AMOUNTS } from '../amounts';
import { ALKALINITY_FORMS } from './claim';
import { REAGENT_IDS } from './reagents';

export const reagentId = z.enum(REAGENT_IDS);
export const purity = share('purity', 0.2, 1).optional();

/** A maker's claim: so many mL in so many litres raise this by that. */
export const claimInput = z.strictObject({
  ml: amount(AMOUNTS.claimMl),
  inLitres: amount(AMOUNTS.claimLitres),
  raises: z.strictObject({
    alkalinity: amount(AMOUNTS.claimAlkalinity).optional(),
    calcium: amount(AMOUNTS.claimCalcium).optional(),
    magnesium: amount(AMOUNTS.claimMagnesium).optional(),
  }),
  /** What the alkalinity is made of, where the label does not say. It decides what pH does. */
  alkalinityAs: z.enum(ALKALINITY_FORMS).default('carbonate'),
});

/** A stock solution: by the grams of each salt in a litre, or by its maker's claim. */
export const bottleInput = z.union([
  z.strictObject({
    parts: z
      .array(z.strictObject({ reagent: reagentId, gramsPerL: amount(AMOUNTS.solutionPart), purity }))
      .min(1)
      .max(6),
  }),
  z.strictObject({ claim: claimInput }),
]);

/** What a bottle is to the core, from either way of telling it. */
export function bottleOf(given: z.output<typeof bottleInput>) {
  return 'claim' in given ? { parts: [], claim: given.claim } : { parts: given.parts };
}

export const weighedSalt = z.strictObject({
  reagent: reagentId,
  grams: amount({ field: 'grams', kind: 'mass', low: 0.0001, high: 1e6, usual: [0.1, 5000] }),
  purity,
});
