import { z } from 'zod';
import { saltsOfBottle, strengthOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import { reagent } from '@/chemistry/reagents/reagents';
import { figure } from '../calculator/calculator-input';
import { listed } from '../calculator/words';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { handlingOf, partWords } from '../reagents/strength-steps';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';

/** A part that is dosed: told by what it holds, or by what a millilitre of it adds. */
export const partInput = z
  .strictObject({
    name: z.string().max(200),
    /** Which bottle it is: parts of one bottle are dosed together. Its name when left out. */
    bottle: z.string().max(200).optional(),
    holds: bottleInput.optional(),
    /** Amount a millilitre adds: mmol for alkalinity, mg for calcium and magnesium. */
    perMl: figure('amount a millilitre adds', 1e-9, 1e6, 'mmol or mg').optional(),
  })
  .refine(({ holds, perMl }) => (holds === undefined) !== (perMl === undefined), {
    path: ['perMl'],
    message: 'either what it holds or what a millilitre adds, one of the two',
  });

/** A part as a calculator reckons with it. */
export interface Part {
  readonly name: string;
  readonly bottle: string;
  readonly perMl: number;
  readonly describedAs: string;
  /** Cautions for who handles it in solution. */
  readonly handling: readonly string[];
}

/** @throws Refusal for a strength that cannot be, or a solution that holds none of the parameter */
export function partOf(given: z.output<typeof partInput>, parameter: DosedParameter): Part {
  const { name, bottle = name, holds, perMl = 0 } = given;
  if (!holds) return { name, bottle, perMl, describedAs: 'your figure', handling: [] };
  const made = bottleOf(holds);
  return {
    name,
    bottle,
    perMl: DOSED_FACTS[parameter].perMl(strengthOfBottle(made)),
    describedAs: describedAs(made),
    handling: handlingOf(
      saltsOfBottle(made).map((part) => reagent(part.reagent)),
      true,
    ).map(({ says }) => says.join(' ')),
  };
}

function describedAs({ parts, claim }: Bottle): string {
  return claim ? 'by its maker’s label' : listed(parts.map((part) => partWords(part)));
}
