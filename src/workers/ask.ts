import { wrap, type Remote } from 'comlink';
import type { z } from 'zod';
import type { Calculator, Outcome } from '@/calculators/calculator/calculator';
import type { Attempt } from '@/chemistry/refusal';
import type { Calculators } from './calculator-worker';

let remote: Remote<Calculators> | undefined;

/** One worker a tab, begun when it is first asked. */
function worker(): Remote<Calculators> {
  remote ??= wrap<Calculators>(new Worker(new URL('./calculator-worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}

/**
 * Runs a calculator beside the page: for those that take longer than a frame.
 * @param input as data, since it is copied over
 */
export async function ask<Schema extends z.ZodType, Values>(
  calculator: Calculator<Schema, Values>,
  input: z.input<Schema>,
): Promise<Attempt<Outcome<Values>>> {
  return (await worker().run(calculator.name, input)) as Attempt<Outcome<Values>>;
}
