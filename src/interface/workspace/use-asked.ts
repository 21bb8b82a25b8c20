import { useEffect, useState, useSyncExternalStore } from 'react';
import { NewestOnly } from '@/workers/newest-only';
import type { AnswerOf, InputOf, SlowName } from '@/workers/slow-calculators';

/** Answers are kept for a while by what was asked, so that a bench come back to answers at once. */
const MOST_KEPT = 24;

type AnyAnswer = AnswerOf<SlowName>;

const kept = new Map<string, AnyAnswer>();
const listeners = new Set<() => void>();
/** By calculator, so that a plan does not wait behind a reading. */
const queues = new Map<string, NewestOnly>();

function request(name: SlowName, input: InputOf<SlowName>, key: string): void {
  if (kept.has(key)) return;
  const queue = queues.get(name) ?? new NewestOnly();
  queues.set(name, queue);
  queue.add(async () => {
    // A browser that will not run the worker works it out in the page.
    const answer = await askAside(name, input).catch(() => inThePage(name, input));
    kept.set(key, answer);
    for (const oldest of [...kept.keys()].slice(0, Math.max(0, kept.size - MOST_KEPT))) kept.delete(oldest);
    for (const tell of listeners) tell();
  });
}

async function askAside(name: SlowName, input: InputOf<SlowName>): Promise<AnyAnswer> {
  const { ask } = await import('@/workers/ask');
  return ask(name, input);
}

async function inThePage(name: SlowName, input: unknown): Promise<AnyAnswer> {
  const { runSlow } = await import('@/workers/slow-calculators');
  return (await runSlow(name, input)) as AnyAnswer;
}

function subscribe(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/**
 * A calculator's answer from beside the page. While a changed question is worked out the last answer stays.
 * @param input nothing is asked where it is undefined
 */
export function useAsked<Name extends SlowName>(
  name: Name,
  input: InputOf<Name> | undefined,
): AnswerOf<Name> | undefined {
  const key = input === undefined ? undefined : `${name} ${JSON.stringify(input)}`;
  useEffect(() => {
    // The input is read back from its key, so that what is asked and what is kept under it are one.
    if (key !== undefined) request(name, JSON.parse(key.slice(name.length)) as InputOf<SlowName>, key);
  }, [name, key]);
  const answer = useSyncExternalStore(
    subscribe,
    () => (key === undefined ? undefined : kept.get(key)),
    () => undefined,
  );
  const [last, setLast] = useState(answer);
  if (answer !== undefined && answer !== last) setLast(answer);
  const shown = key === undefined ? undefined : (answer ?? last);
  return shown as AnswerOf<Name> | undefined;
}
