import { expose } from 'comlink';
import { calculatorNamed } from '@/calculators/calculators';
import type { Outcome } from '@/calculators/calculator/calculator';
import { attempt, type Attempt } from '@/chemistry/refusal';

/** The calculators behind a worker's door: an input goes in as data, an outcome or a refusal comes back as data. */
const calculators = {
  run(name: string, input: unknown): Attempt<Outcome<unknown>> {
    const calculator = calculatorNamed(name);
    if (!calculator) throw new Error(`no calculator ${name}`);
    return attempt(() => calculator.run(input));
  },
};
export type Calculators = typeof calculators;

expose(calculators);
