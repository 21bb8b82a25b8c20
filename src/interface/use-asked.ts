import { useEffect, useState, useSyncExternalStore } from 'react';
import type { z } from 'zod';
import type { Calculator, Outcome } from '@/calculators/calculator/calculator';
import { attempt, type Attempt } from '@/chemistry/refusal';
import { ask } from '@/workers/ask';
import { NewestOnly } from '@/workers/newest-only';

/** Answers are kept for a while by what was asked, so that a bench come back to answers at once. */
const MOST_KEPT = 24;

type AnyAttempt = Attempt<Outcome<unknown>>;
type AnyCalculator = Calculator<z.ZodType, unknown>;

const kept = new Map<string, AnyAttempt>();
const listeners = new Set<() => void>();
/** By calculator, so that a plan does not wait behind a reading. */
const queues = new Map<string, NewestOnly>();

function request(calculator: AnyCalculator, input: unknown, key: string): void {
  if (kept.has(key)) return;
  const queue = queues.get(calculator.name) ?? new NewestOnly();
  queues.set(calculator.name, queue);
  queue.add(async () => {
    // A browser that will not run the worker works it out in the page.
    const answer = await ask(calculator, input).catch(() => attempt(() => calculator.run(input)));
    kept.set(key, answer);
    for (const oldest of [...kept.keys()].slice(0, Math.max(0, kept.size - MOST_KEPT))) kept.delete(oldest);
    for (const tell of listeners) tell();
  });
}

function subscribe(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/**
 * A calculator's answer from beside the page. While a changed question is worked out the last answer stays.
 * @param input nothing is asked where it is undefined
 */
export function useAsked<Schema extends z.ZodType, Values>(
  calculator: Calculator<Schema, Values>,
  input: z.input<Schema> | undefined,
): Attempt<Outcome<Values>> | undefined {
  const key = input === undefined ? undefined : `${calculator.name} ${JSON.stringify(input)}`;
  useEffect(() => {
    // The input is read back from its key, so that what is asked and what is kept under it are one.
    if (key !== undefined)
      request(calculator as unknown as AnyCalculator, JSON.parse(key.slice(calculator.name.length)), key);
  }, [calculator, key]);
  const answer = useSyncExternalStore(
    subscribe,
    () => (key === undefined ? undefined : kept.get(key)),
    () => undefined,
  );
  const [last, setLast] = useState(answer);
  if (answer !== undefined && answer !== last) setLast(answer);
  const shown = key === undefined ? undefined : (answer ?? last);
  return shown as Attempt<Outcome<Values>> | undefined;
}
