import * as z from 'zod';
import { amount, share } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { ALKALINITY_FORMS, type Bottle, type Claim } from '@/chemistry/reagents/label-claim';
import { REAGENT_IDS } from '@/chemistry/reagents/reagents';

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
    ammonia: amount(AMOUNTS.claimAmmonia).optional(),
  }),
  /** What the alkalinity is made of, where the label does not say. It decides what pH does. */
  alkalinityAs: z.enum(ALKALINITY_FORMS).default('carbonate'),
});

/** A solution whose strength is known and its making is not. */
export const strengthInput = z.strictObject({
  alkalinity: amount({
    field: 'alkalinity of the solution',
    kind: 'equivalents',
    low: 0,
    high: 30,
    usual: [0.02, 5],
  }).optional(),
  calcium: amount({
    field: 'calcium of the solution',
    kind: 'strength',
    low: 0,
    high: 500,
    usual: [0.5, 200],
  }).optional(),
  magnesium: amount({
    field: 'magnesium of the solution',
    kind: 'strength',
    low: 0,
    high: 500,
    usual: [0.5, 200],
  }).optional(),
  alkalinityAs: z.enum(ALKALINITY_FORMS).default('carbonate'),
});

/** What is known by its strength, in the words of a claim: what one millilitre does in one litre. */
export function claimOfStrength({ alkalinityAs, ...raises }: z.output<typeof strengthInput>): Claim {
  // eq/L are mmol in a millilitre, g/L are mg in one.
  return { ml: 1, inLitres: 1, raises, alkalinityAs };
}

/** A stock solution: by the grams of each salt in a litre, by its maker's claim, or by its strength. */
export const bottleInput = z.union([
  z.strictObject({
    parts: z
      .array(z.strictObject({ reagent: reagentId, gramsPerL: amount(AMOUNTS.solutionPart), purity }))
      .min(1)
      .max(6),
  }),
  z.strictObject({ claim: claimInput }),
  z.strictObject({ strength: strengthInput }),
]);

/** What a bottle is to the core, from either way of telling it. */
export function bottleOf(given: z.output<typeof bottleInput>): Bottle {
  if ('parts' in given) return { parts: given.parts };
  return { parts: [], claim: 'claim' in given ? given.claim : claimOfStrength(given.strength) };
}

export const weighedSalt = z.strictObject({
  reagent: reagentId,
  grams: amount({ field: 'grams', kind: 'mass', low: 0.0001, high: 1e6, usual: [0.1, 5000] }),
  purity,
});
