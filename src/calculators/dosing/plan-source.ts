import * as z from 'zod';
import { strengthOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import { figure } from '../calculator/calculator-input';
import { listed } from '../calculator/words';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { handlingOfBottle } from '../reagents/handling';
import { partWords } from '../reagents/strength-steps';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';
import type { PerParameter } from './solve-plan';

/**
 * What a source is to the plan: a *base* goes on as it runs, as limewater overnight; a *fill* makes up what is left and is solved
 * for; one that is *off* is not dosed.
 */
export const USES = ['solved', 'fixed', 'off'] as const;
export type Use = (typeof USES)[number];

/** Something dosed by the millilitre, told by what it holds or by what a millilitre of it adds. */
export const planSource = z
  .strictObject({
    /** Which bottle it is. Its name when left out. */
    id: z.string().max(200).optional(),
    name: z.string().max(200),
    holds: bottleInput.optional(),
    /** mmol of alkalinity, mg of calcium and magnesium in a millilitre. */
    perMl: z
      .partialRecord(z.enum(DOSED_PARAMETERS), figure('amount a millilitre adds', 0, 1e6, 'mmol or mg'))
      .optional(),
    use: z.enum(USES).default('solved'),
    /** As it is dosed now, mL a day. */
    runs: figure('dose a day', 0, 1e6, 'mL/day').default(0),
    /** What it was dosed at before, where it was set anew since the last test, mL a day: half of a large increase waits for a test. */
    setFrom: figure('dose before', 0, 1e6, 'mL/day').optional(),
    /** It is dosed so for a time only: in how many days it is set back, and to what, mL a day. */
    goesBack: z
      .strictObject({
        inDays: figure('days until it is set back', 0, 365, 'days'),
        mlPerDay: figure('dose after', 0, 1e6, 'mL/day'),
      })
      .optional(),
    /** No more than this, mL a day, and why: "what evaporates". */
    most: z.strictObject({ mlPerDay: figure('most a day', 0, 1e6, 'mL/day'), because: z.string().max(200) }).optional(),
    /** What its bottle still holds, mL; left out where it was never looked at. */
    leftMl: figure('left in the bottle', 0, 1e9, 'mL').optional(),
    /** The finest step its pump can be set to, mL. */
    stepMl: figure('step of the pump', 0.001, 1000, 'mL').default(0.1),
    /** Days since its pump's delivery was measured, and what it gave of what it was set to; null: never. Left out: not asked. */
    measured: z
      .strictObject({ daysAgo: figure('days since', 0, 40_000, 'days'), share: figure('share delivered', 0.01, 100) })
      .nullable()
      .optional(),
  })
  .refine(({ holds, perMl }) => (holds === undefined) !== (perMl === undefined), {
    path: ['perMl'],
    message: 'either what it holds or what a millilitre adds, one of the two',
  });
export type PlanSourceInput = z.output<typeof planSource>;

/** A source as the plan reckons with it. */
export interface PlanSource extends Omit<PlanSourceInput, 'holds' | 'perMl' | 'id'> {
  readonly id: string;
  readonly perMl: PerParameter;
  readonly describedAs: string;
  /** Cautions for who handles it in solution. */
  readonly handling: readonly string[];
}

/** @throws Refusal for a strength that cannot be */
export function sourceOf({ holds, perMl, id, ...rest }: PlanSourceInput): PlanSource {
  const common = { ...rest, id: id ?? rest.name };
  if (!holds)
    return { ...common, perMl: each((parameter) => perMl?.[parameter] ?? 0), describedAs: 'your figure', handling: [] };
  const made = bottleOf(holds);
  const strength = strengthOfBottle(made);
  return {
    ...common,
    perMl: each((parameter) => DOSED_FACTS[parameter].perMl(strength)),
    describedAs: describedAs(made),
    handling: handlingOfBottle(made),
  };
}

function each(value: (parameter: DosedParameter) => number): PerParameter {
  return { alkalinity: value('alkalinity'), calcium: value('calcium'), magnesium: value('magnesium') };
}

/** What of the three it carries, in the order they are tested the finest. */
export function carriedBy({ perMl }: Pick<PlanSource, 'perMl'>): DosedParameter[] {
  return DOSED_PARAMETERS.filter((parameter) => perMl[parameter] > 0);
}

function describedAs({ parts, claim }: Bottle): string {
  return claim ? 'by its maker’s label' : listed(parts.map((part) => partWords(part)));
}
