import { z } from 'zod';
import { amount, figure, share } from '../amount';
import { AMOUNTS } from '../amounts';
import { ALKALINITY_FORMS } from './claim';
import { REAGENT_IDS } from './reagents';

export const reagentId = z.enum(REAGENT_IDS);
export const purity = share('purity', 0.2, 1).optional();

/** A maker's claim: so many mL in so many litres raise this by that. */
export const claimInput = z.strictObject({
  ml: amount({ field: 'millilitres', kind: 'dose', low: 0.001, high: 100_000, usual: [0.1, 1000] }),
  inLitres: amount({ field: 'litres of tank', kind: 'volume', low: 0.1, high: 100_000, usual: [1, 5000] }),
  raises: z.strictObject({
    alkalinity: amount({
      field: 'rise of alkalinity',
      kind: 'alkalinity',
      low: 0,
      high: 50,
      usual: [0.001, 5],
    }).optional(),
    calcium: amount({ field: 'rise of calcium', kind: 'calcium', low: 0, high: 5000, usual: [0.1, 200] }).optional(),
    magnesium: amount({
      field: 'rise of magnesium',
      kind: 'magnesium',
      low: 0,
      high: 5000,
      usual: [0.1, 500],
    }).optional(),
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
  grams: figure('grams', 0.0001, 1e6, 'g'),
  purity,
});
