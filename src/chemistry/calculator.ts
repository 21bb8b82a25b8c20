import type { z } from 'zod';
import { Refusal } from './refusal';
import type { Quantity } from './units/quantity';

/** A piece of an answer: words, or a figure the screen sets large and in the keeper's unit. */
export type Phrase = string | Quantity;

/** Words of certainty; each means one thing, given in CERTAINTY_MEANS. */
export type Certainty =
  'worked out' | 'steady' | 'drifting' | 'within test error' | 'retest' | 'not enough yet' | 'rough';

export const CERTAINTY_MEANS: Record<Certainty, string> = {
  'worked out': 'Arithmetic from the figures given: as good as they are.',
  steady: 'The level is moving by less than the test could show in a week.',
  drifting: 'The level is moving by more than test error explains.',
  'within test error': 'The figure found is smaller than what the test can tell from nothing.',
  retest: 'One reading stands so far from the others that it should be taken again before acting on it.',
  'not enough yet': 'Fewer than two usable readings, or less than a day between them.',
  rough: 'A first estimate, from general figures or too few entries; your own log will sharpen it.',
};

/** What to do, how much, when and how sure: read aloud as one sentence. */
export interface Answer {
  readonly says: readonly Phrase[];
  readonly certainty: Certainty;
  /** How sure, in figures: "between 36 and 46 mL/day". */
  readonly because: readonly Phrase[];
}

/** Where a figure in the working came from. */
export type Origin = 'log' | 'setting' | 'yours' | 'equation' | 'common practice' | 'assumed';

/** One line of the working: a quantity and where it came from. */
export interface Step {
  readonly label: string;
  readonly value: Quantity;
  readonly origin: Origin;
  /** The equation, its source, or the entries it was read from. */
  readonly from: string;
}

/** What could hurt the animals, the keeper or the floor, or would change the answer. */
export interface Caution {
  readonly severity: 'harm' | 'care' | 'note';
  readonly says: readonly Phrase[];
}

export interface Outcome<Values> {
  readonly answer: Answer;
  readonly working: readonly Step[];
  readonly cautions: readonly Caution[];
  /** The figures themselves, in canonical units, for whoever computes on. */
  readonly values: Values;
}

/**
 * One thing the product can work out: a schema for its input, and a pure run.
 * Benches, tests and any other door to the core use the same object.
 */
export interface Calculator<Schema extends z.ZodType, Values> {
  readonly name: string;
  readonly asks: string;
  readonly input: Schema;
  /** @throws Refusal for an input outside the schema or outside what the equations allow */
  readonly run: (input: z.input<Schema>) => Outcome<Values>;
}

interface Definition<Schema extends z.ZodType, Values> extends Omit<Calculator<Schema, Values>, 'run'> {
  readonly run: (input: z.output<Schema>) => Outcome<Values>;
}

/** Makes a calculator whose every run, from whichever door, first passes its own schema. */
export function defineCalculator<Schema extends z.ZodType, Values>(
  definition: Definition<Schema, Values>,
): Calculator<Schema, Values> {
  return {
    ...definition,
    run: (input) => {
      const parsed = definition.input.safeParse(input);
      if (parsed.success) return definition.run(parsed.data);
      const issue = parsed.error.issues[0];
      const path = issue?.path ?? [];
      throw new Refusal({
        field: path.map(String).join(' ') || definition.name,
        value: String(path.reduce<unknown>((whole, key) => (whole as Record<PropertyKey, unknown>)[key], input)),
        allowed: issue?.message ?? 'another kind of value',
      });
    },
  };
}
