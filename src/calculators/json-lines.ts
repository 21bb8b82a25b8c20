import * as z from 'zod';
import { closest, distance } from 'fastest-levenshtein';
import type { Outcome } from './calculator/calculator';
import { CALCULATORS, calculatorNamed, type AnyCalculator } from './calculators';
import { attempt, type RefusalDetail } from './calculator/attempt';
import { Refusal } from '@/chemistry/refusal';
import { plainSentence } from './calculator/sentence';
import { DEFAULT_UNITS } from '@/quantities/quantity';

/**
 * The one protocol of the doors without a screen. A request is a line of JSON, an answer is a line of JSON, in the same
 * order:
 *
 *     {"id": 1, "calculator": "carbonate", "input": {"alkalinity": "8 dKH", "pco2Uatm": 420}}
 *     {"id": 1, "calculator": "carbonate", "ok": true, "sentence": "pH stands at 8.23, …", "answer": …, "values": …}
 *     {"id": 1, "calculator": "carbonate", "ok": false, "refused": {"field": …, "value": …, "allowed": …, "hint": …}}
 */
export type Reply = Answered | Refused;

interface Named {
  readonly id?: string | number | undefined;
  readonly calculator: string;
}
export interface Answered extends Named, Outcome<unknown> {
  readonly ok: true;
  /** The answer as it would be read aloud, and how sure it is. */
  readonly sentence: string;
  readonly because: string;
}
export interface Refused extends Named {
  readonly ok: false;
  readonly refused: RefusalDetail;
}

const requestSchema = z.strictObject({
  id: z.union([z.string().max(100), z.number()]).optional(),
  calculator: z.string().max(60),
  input: z.unknown(),
});

/** Runs one calculator on an input from outside. */
export function reply(calculator: AnyCalculator, input: unknown, id?: string | number): Reply {
  const named = { ...(id !== undefined && { id }), calculator: calculator.name };
  const { outcome, refusal } = attempt(() => calculator.run(input));
  if (refusal) return { ...named, ok: false, refused: refusal };
  return {
    ...named,
    ok: true,
    sentence: plainSentence(outcome.answer.says, DEFAULT_UNITS),
    because: plainSentence(outcome.answer.because, DEFAULT_UNITS),
    ...outcome,
  };
}

/**
 * Answers one line.
 * @param calculator where it is already chosen, the line is its input and nothing more
 */
export function replyToLine(line: string, calculator?: AnyCalculator): Reply {
  let given: unknown;
  try {
    given = JSON.parse(line);
  } catch {
    return refused(calculator?.name ?? '', {
      field: 'line',
      value: line.trim().slice(0, 60),
      allowed: 'one whole JSON value a line',
    });
  }
  if (calculator) return reply(calculator, given);
  const request = requestSchema.safeParse(given);
  if (!request.success)
    return refused('', {
      field: request.error.issues[0]?.path.map(String).join('.') || 'request',
      value: typeof given,
      allowed: 'an object with "calculator", "input" and, if wanted, "id"',
    });
  const { id, calculator: name, input } = request.data;
  const { outcome: chosen, refusal } = attempt(() => calculatorOrRefuse(name));
  return refusal ? { ...(id !== undefined && { id }), ...refused(name, refusal) } : reply(chosen, input, id);
}

/** @throws Refusal that names the nearest, for a name no calculator has */
export function calculatorOrRefuse(name: string): AnyCalculator {
  const calculator = calculatorNamed(name);
  if (calculator) return calculator;
  const names = CALCULATORS.map((each) => each.name);
  const near = closest(name, names);
  throw new Refusal({
    field: 'calculator',
    value: name.slice(0, 60),
    allowed: `one of ${names.join(', ')}`,
    ...(distance(name, near) <= 4 && { hint: `Perhaps ${near}?`, suggestion: near }),
  });
}

/** What a calculator takes and an input it answers, for who writes to it. */
export function describe({ name, asks, input, example }: AnyCalculator) {
  return { name, asks, input: z.toJSONSchema(input, { io: 'input' }), example };
}

function refused(calculator: string, detail: RefusalDetail): Refused {
  return { calculator, ok: false, refused: detail };
}
