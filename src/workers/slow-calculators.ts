import type * as z from 'zod';
import type { Outcome } from '@/calculators/calculator/calculator';
import { attempt, type Attempt } from '@/calculators/calculator/attempt';

/** Calculators that take longer than a frame: they are fetched and run beside the page. */
const SLOW = {
  'cycle-plan': () => import('@/calculators/cycle/cycle-plan').then((of) => of.cyclePlan),
  'nutrient-balance': () => import('@/calculators/nutrients/nutrient-balance').then((of) => of.nutrientBalance),
  'nutrient-levers': () => import('@/calculators/nutrients/nutrient-levers').then((of) => of.nutrientLevers),
  'ph-day': () => import('@/calculators/ph/ph-day').then((of) => of.phDay),
  'cycle-reading': () => import('@/calculators/cycle/cycle-reading').then((of) => of.cycleReading),
} as const;

export type SlowName = keyof typeof SLOW;
type Slow<Name extends SlowName> = Awaited<ReturnType<(typeof SLOW)[Name]>>;
export type InputOf<Name extends SlowName> = z.input<Slow<Name>['input']>;
export type AnswerOf<Name extends SlowName> = Attempt<ReturnType<Slow<Name>['run']>>;

/** Runs one of them where this is called: an input goes in as data, an outcome or a refusal comes back as data. */
export async function runSlow(name: SlowName, input: unknown): Promise<Attempt<Outcome<unknown>>> {
  const { run } = (await SLOW[name]()) as { readonly run: (asked: unknown) => Outcome<unknown> };
  return attempt(() => run(input));
}
