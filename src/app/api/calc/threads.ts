import { Worker } from 'node:worker_threads';
import type { RefusalDetail } from '@/chemistry/refusal';

/** What works out a line: its answer as JSON, or why it was given up. */
export interface Answering {
  answer(line: string, calculator: string | undefined): Promise<string>;
  /** Stops at once, in the midst of a line too. */
  stop(): void;
  /** Hands back what can be used again. */
  done(): void;
}

/** A line that took too long, or was stopped. */
export class GivenUp extends Error {
  readonly detail: RefusalDetail;

  constructor(seconds: number) {
    super('given up');
    this.name = 'GivenUp';
    this.detail = {
      field: 'line',
      value: 'too much work',
      allowed: `what is worked out within ${seconds} s`,
      hint: 'Fewer readings, doses or days in one question are quicker.',
    };
  }
}

/** The part of a thread that is used here. */
export interface Thread {
  postMessage(message: unknown): void;
  on(event: 'message' | 'error', listener: (value: unknown) => void): unknown;
  terminate(): unknown;
  unref(): void;
}

interface Limits {
  /** Threads at work at the same time; further requests wait. */
  readonly threads: number;
  /** What one line may take, ms. */
  readonly lineMs: number;
}

/**
 * Threads that answer lines, each for one request at a time. A line that takes too long, or whose asker has left, is stopped by ending
 * its thread; the next request gets a new one.
 */
export class Threads {
  readonly #begin: () => Thread;
  readonly #limits: Limits;
  readonly #idle: Thread[] = [];
  readonly #waiting: (() => void)[] = [];
  #busy = 0;

  constructor(begin: () => Thread, limits: Limits) {
    this.#begin = begin;
    this.#limits = limits;
  }

  /** A thread for a request, once one is free. */
  async take(): Promise<Answering> {
    if (this.#busy >= this.#limits.threads) await new Promise<void>((resolve) => this.#waiting.push(resolve));
    this.#busy += 1;
    let thread: Thread | undefined;
    let given: ((error: Error) => void) | undefined;
    let over = false;
    const free = () => {
      if (over) return;
      over = true;
      this.#busy -= 1;
      this.#waiting.shift()?.();
    };
    const end = () => {
      void thread?.terminate();
      thread = undefined;
      given?.(new GivenUp(this.#limits.lineMs / 1000));
    };
    return {
      answer: (line, calculator) =>
        new Promise((resolve, reject) => {
          if (over) {
            reject(new GivenUp(0));
            return;
          }
          thread ??= this.#idle.pop() ?? this.#begin();
          const mine = thread;
          const timer = setTimeout(end, this.#limits.lineMs);
          const settle = (act: () => void) => {
            clearTimeout(timer);
            given = undefined;
            act();
          };
          given = (error) => settle(() => reject(error));
          listenOnce(mine, (told) => {
            if (thread !== mine) return;
            if (told instanceof Error) end();
            else settle(() => resolve(String(told)));
          });
          mine.postMessage({ line, calculator });
        }),
      stop: () => {
        end();
        free();
      },
      done: () => {
        if (over) return;
        if (thread) this.#idle.push(thread);
        thread = undefined;
        free();
      },
    };
  }
}

const listeners = new WeakMap<Thread, (told: unknown) => void>();
/** What a thread says next goes to whoever asked last; a thread keeps one pair of listeners for all its lines. */
function listenOnce(thread: Thread, hear: (told: unknown) => void): void {
  if (!listeners.has(thread)) {
    thread.unref();
    thread.on('message', (told) => listeners.get(thread)?.(told));
    thread.on('error', (error) => listeners.get(thread)?.(error instanceof Error ? error : new Error(String(error))));
  }
  listeners.set(thread, hear);
}

/** One request at work leaves the other core to the pages. */
export const threads = new Threads(() => new Worker(new URL('./answering-thread.ts', import.meta.url)) as Thread, {
  threads: 2,
  lineMs: 20_000,
});
