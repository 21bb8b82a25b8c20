import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { REAGENT_IDS } from '@/chemistry/reagents/reagents';
import { ALKALINITY_FORMS, strengthOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import { attempt } from '@/calculators/calculator/attempt';
import { amount, id, moment, name, bounded } from './fields';

/** What a bottle holds: the salts weighed into a litre, or what its maker's label claims; never both. */
const makeup = {
  parts: z
    .array(
      z.strictObject({
        reagent: z.enum(REAGENT_IDS),
        gramsPerL: bounded(AMOUNTS.solutionPart),
        /** The share of what is weighed that is the salt; all of it when left out. */
        purity: z
          .number()
          .min(AMOUNTS.purity.low / 100)
          .max(AMOUNTS.purity.high / 100)
          .optional(),
      }),
    )
    .max(6),
  /** So many mL in so many litres raise this by that. */
  claim: z
    .strictObject({
      ml: bounded(AMOUNTS.dose),
      inLitres: bounded(AMOUNTS.netVolume),
      raises: z.strictObject({
        alkalinity: amount(AMOUNTS.claimAlkalinity.high).optional(),
        calcium: amount(AMOUNTS.claimCalcium.high).optional(),
        magnesium: amount(AMOUNTS.claimMagnesium.high).optional(),
        ammonia: amount(AMOUNTS.claimAmmonia.high).optional(),
      }),
      alkalinityAs: z.enum(ALKALINITY_FORMS),
    })
    .optional(),
};

const toldOneWay = ({ parts, claim }: Bottle) => (parts.length === 0) === (claim !== undefined);
const ONE_OF_TWO = { path: ['parts'], message: 'a solution is told by its salts or by its label, one of the two' };
/** A strength that cannot be is a fault of the row, told with the salt it lies in. */
function hasStrength(bottle: Bottle, context: z.RefinementCtx): void {
  const { refusal } = attempt(() => strengthOfBottle(bottle));
  if (refusal) context.addIssue({ code: 'custom', path: ['parts'], message: `${refusal.field}: ${refusal.allowed}` });
}

/** A solution as it is made now, and as it was made before: what was dosed then was of that strength. */
export const solutionSchema = z
  .strictObject({
    id,
    name,
    ...makeup,
    /** What its bottle holds when full, and what it costs to fill. */
    bottleMl: bounded(AMOUNTS.bottle).optional(),
    bottlePrice: bounded(AMOUNTS.price).optional(),
    /** In order of time; each held until the moment named. */
    earlier: z
      .array(
        z
          .strictObject({ until: moment, ...makeup })
          .refine(toldOneWay, ONE_OF_TWO)
          .superRefine(hasStrength),
      )
      .max(100)
      .refine((made) => made.every(({ until }, i) => until > (made[i - 1]?.until ?? -1)), 'in order of time')
      .optional(),
  })
  .refine(toldOneWay, ONE_OF_TWO)
  .superRefine(hasStrength);

export type Solution = z.infer<typeof solutionSchema>;
