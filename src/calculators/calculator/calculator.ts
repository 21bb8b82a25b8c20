import { MOVEMENTS, type Movement } from '@/chemistry/readings/movement';
import type * as z from 'zod';
import { refusalIn } from './calculator-input';
import { type RefusalDetail } from './attempt';
import { Refusal } from '@/chemistry/refusal';
import type { Quantity } from '@/quantities/quantity';

/** A moment, epoch ms. The core knows no zone: whoever shows it tells it in the keeper's own days and hours. */
export interface Moment {
  readonly moment: number;
  /** Given where the hour would claim more than is known: the day alone is told. */
  readonly day?: true;
  /** A deadline: its hour while that matters, then its day. */
  readonly by?: true;
  /** The same for the day: the month alone is told. */
  readonly month?: true;
}

/** How much of a moment is told. */
export type Fineness = 'day' | 'month' | 'deadline';

export function finenessOf({ day, month, by }: Moment): Fineness | undefined {
  return month ? 'month' : by ? 'deadline' : day ? 'day' : undefined;
}

/** A piece of an answer: words, a moment, or a figure the screen sets large and in the keeper's unit. */
export type Phrase = string | Quantity | Moment;

/** How sure an answer is; each word means one thing, given in CERTAINTY_MEANS. */
export const CERTAINTIES = [
  'worked out',
  'likely',
  'estimated',
  'within test error',
  'not enough yet',
  'rough',
] as const;
export type Certainty = (typeof CERTAINTIES)[number];

export const CERTAINTY_MEANS: Record<Certainty, string> = {
  'worked out': 'Arithmetic from the figures given: as good as they are.',
  likely: 'At least eight in ten of the tanks that would have tested like yours agree.',
  estimated: 'Estimated from your tests: the 95 % range says how sure.',
  'within test error': 'The figure found is smaller than what the test can tell from zero.',
  'not enough yet': 'Fewer than two usable readings, or less than a day between them.',
  rough: 'A first estimate, from general figures or too few entries; your own log will sharpen it.',
};

/** How a level moves, whatever is sure of it. */
export const MOVES = MOVEMENTS;
export type Moves = Movement;

export const MOVES_MEAN: Record<Moves, string> = {
  falling: 'The level falls: the 95 % range of its rate leaves zero out.',
  steady:
    'All of the 95 % range of its rate is too little to lead from the middle of its band out of it within the month.',
  rising: 'The level rises: the 95 % range of its rate leaves zero out.',
};

/** What is said of a reading that is to be taken again. */
export const RETEST_MEANS = 'One reading is so far from the others that it should be taken again before acting on it.';

/** How sure a figure is, how the level behind it moves, and whether to test again: three things, told apart. */
export interface HowSure {
  readonly certainty: Certainty;
  readonly moves?: Moves | undefined;
  readonly retest?: boolean | undefined;
}

/** What to do, how much, when and how sure: read aloud as one sentence. */
export interface Answer extends HowSure {
  readonly says: readonly Phrase[];
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
  readonly severity: 'danger' | 'caution' | 'note';
  readonly says: readonly Phrase[];
  /** A rule of the trade that holds on every such day, and not because of this tank's figures. */
  readonly usual?: true;
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
 * Benches, the command line, the route handler and tests use the same object.
 */
export interface Calculator<Schema extends z.ZodType, Values> {
  readonly name: string;
  readonly asks: string;
  readonly input: Schema;
  /** An input that is answered, to start from. */
  readonly example: z.input<Schema>;
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
      throw new Refusal(refusalOf(parsed.error, input, definition.name));
    },
  };
}

/** So many faults of one input are told; what is wrong throughout needs no longer list. */
const MOST_TOLD = 20;

/** Every fault of an input, the first as the refusal and the others with it. */
function refusalOf(error: z.ZodError, input: unknown, name: string): RefusalDetail {
  const [first, ...others] = error.issues
    .slice(0, MOST_TOLD)
    .flatMap((issue) => deepest(issue) ?? [])
    .map((issue) => refusalOfIssue(issue, input, name));
  if (!first) return { field: name, value: 'nothing', allowed: 'an input' };
  return others.length > 0 ? { ...first, also: others } : first;
}

/** One fault, with the place it stands. */
function refusalOfIssue(issue: z.core.$ZodIssue, input: unknown, name: string): RefusalDetail {
  const path = issue.path.map(String).join('.');
  const own = refusalIn(issue);
  if (own) return { ...own, path };
  if (issue.code === 'unrecognized_keys') {
    const key = issue.keys[0] ?? '';
    return {
      field: key.slice(0, 60),
      value: 'given',
      allowed: 'the names this calculator knows',
      hint: `There is no "${key.slice(0, 60)}" here; describe ${name} lists what there is.`,
      path,
    };
  }
  const value = issue.path.reduce<unknown>((whole, key) => (whole as Record<PropertyKey, unknown>)?.[key], input);
  return {
    field: issue.path.map(String).join(' ') || name,
    value: value === undefined ? 'nothing' : typeof value === 'object' ? 'an object' : String(value).slice(0, 60),
    allowed: allowedBy(issue, name),
    path,
  };
}

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  record: 'an object',
  tuple: 'a list',
};

/** What would have been taken there, in the words of a keeper and never in the validator's. */
function allowedBy(issue: z.core.$ZodIssue, name: string): string {
  switch (issue.code) {
    case 'invalid_type':
      return KINDS[issue.expected] ?? 'another kind of value';
    case 'invalid_value':
      return issue.values.length === 1 ? String(issue.values[0]) : `one of ${issue.values.map(String).join(', ')}`;
    case 'too_big':
      return issue.origin === 'array'
        ? `at most ${issue.maximum} of them`
        : issue.origin === 'string'
          ? `at most ${issue.maximum} characters`
          : `at most ${issue.maximum}`;
    case 'too_small':
      return issue.origin === 'array'
        ? `at least ${issue.minimum} of them`
        : issue.origin === 'string'
          ? `at least ${issue.minimum} character${issue.minimum === 1 ? '' : 's'}`
          : `at least ${issue.minimum}`;
    case 'custom':
      // A check of the calculator's own says what it wants.
      return issue.message;
    default:
      return `one of the forms that describe ${name} lists`;
  }
}

/** Of the faults of alternatives, the one furthest in: it tells of the alternative that was meant. */
function deepest(issue: z.core.$ZodIssue | undefined): z.core.$ZodIssue | undefined {
  if (issue?.code !== 'invalid_union') return issue;
  const inner = issue.errors
    .flatMap((faults) => faults.slice(0, 1))
    .map((fault) => deepest({ ...fault, path: [...issue.path, ...fault.path] }))
    .filter((fault) => fault !== undefined)
    .toSorted((a, b) => b.path.length - a.path.length)[0];
  return inner && inner.path.length > issue.path.length ? inner : issue;
}
