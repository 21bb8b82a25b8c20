import type * as z from 'zod';
import { fitNutrient, type Fed, type FittedNutrient, type NutrientToFit } from '@/chemistry/nutrients/fit-nutrient';
import { nutrientOfFood, type UpToFactor } from '@/chemistry/nutrients/foods';
import { splitNutrient, type NutrientSplit } from '@/chemistry/nutrients/nutrient-split';
import { usualErrorOf } from '../parameters/parameters';
import { settled } from '../calculator/calculator-input';
import { expectationOf, type balanceFields, type Meal } from './balance-input';

type Asked = z.output<z.ZodObject<typeof balanceFields>>;

/** Changes of water as they go on: a share a day, and what the new water holds. */
export interface Exchange {
  readonly sharePerDay: number;
  readonly level: number;
}

/** A balance fitted to its record, with what the words are made of. */
export interface AskedBalance {
  readonly question: NutrientToFit;
  readonly fit: FittedNutrient | undefined;
  readonly split: NutrientSplit | undefined;
  readonly exchange: Exchange;
  /** What is fed was changed at least once within what is fitted: how the level answers to food is told by that alone. */
  readonly answersToFood: boolean;
}

/** Puts a balance to the fit: levels settled in their unit, meals as what they would come to in this water. */
export function askedBalance(input: Asked): AskedBalance {
  const { nutrient, now, netVolumeL, routine } = input;
  const expected = expectationOf(nutrient);
  const fed = input.fed
    .toSorted((a, b) => a.from - b.from)
    .map(({ from, meals }): Fed => ({
      from,
      perDay: fedPerDay(meals, nutrient, netVolumeL),
      timesPerDay: meals.reduce((sum, { timesPerDay }) => sum + timesPerDay, 0),
    }));
  const question: NutrientToFit = {
    nutrient,
    now,
    readings: input.readings
      .map(({ at, value, sd = usualErrorOf(nutrient), bound }) => ({ at, value: settled(value, expected), sd, bound }))
      .toSorted((a, b) => a.at - b.at),
    fed,
    turns: input.turns.map(({ at }) => at),
    changes: input.changes
      .map(({ at, share, level }) => ({ at, share, level: settled(level, expected) }))
      .toSorted((a, b) => a.at - b.at),
    additions: input.additions.toSorted((a, b) => a.at - b.at),
  };
  const fit = fitNutrient(question);
  return {
    question,
    fit,
    split: fit && splitNutrient(question, fit),
    exchange: {
      sharePerDay: routine ? -Math.log1p(-routine.share) / routine.everyDays : 0,
      level: routine ? settled(routine.level, expected) : 0,
    },
    answersToFood: fit !== undefined && fed.filter(({ from }) => from > fit.from && from <= now).length > 0,
  };
}

/** All meals of a day as what they would come to, mg/L; undefined where the amount of one was never told. */
export function fedPerDay(
  meals: readonly Meal[],
  nutrient: NutrientToFit['nutrient'],
  netVolumeL: number,
): UpToFactor | undefined {
  let [sum, square] = [0, 0];
  for (const { timesPerDay, portions, measure, food } of meals) {
    if (portions === undefined || measure === undefined) return undefined;
    const { median, sdLog } = nutrientOfFood(nutrient, measure, food);
    const brought = (timesPerDay * portions * median) / netVolumeL;
    sum += brought;
    square += (brought * sdLog) ** 2;
  }
  return { median: sum, sdLog: sum > 0 ? Math.sqrt(square) / sum : 0 };
}
