import { Worker } from 'node:worker_threads';
import type { RefusalDetail } from '@/calculators/calculator/attempt';
import { Expected, likeOf } from './expected-work';

/** What works out lines for one request: each answer as JSON, or why it was given up. */
export interface Answering {
  answer(line: string, calculator: string | undefined): Promise<string>;
  /** Stops at once, in the midst of a line too. */
  stop(): void;
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

/** What worked a line out ended in the midst of it, twice over. */
export class Died extends Error {
  readonly detail: RefusalDetail = {
    field: 'line',
    value: 'not worked out',
    allowed: 'a question that does not end what works it out',
    hint: 'The work ended before it was done, twice: fewer readings, doses or days in one question may help.',
  };

  constructor() {
    super('died');
    this.name = 'Died';
  }
}

/** More lines wait than are ever worked off: the asker is told so at once. */
export class TooMany extends Error {
  override readonly name = 'TooMany';
}

/** The part of a thread that is used here. */
export interface Thread {
  postMessage(message: unknown): void;
  on(event: 'message' | 'error' | 'exit', listener: (value: unknown) => void): unknown;
  terminate(): unknown;
  unref(): void;
}

export interface Limits {
  /** Threads for lines of any length. */
  readonly threads: number;
  /** What one line may take, ms. */
  readonly lineMs: number;
  /** What is thought of as an ordinary line, ms: a thread is kept for these. One that takes longer there is begun again behind the long ones. */
  readonly ordinaryMs: number;
  /** Lines that may wait. */
  readonly waiting: number;
  /** A thread that has nothing to do for so long is ended, ms: what it took of memory goes back. */
  readonly idleMs: number;
}

interface Job {
  readonly line: string;
  readonly calculator: string | undefined;
  readonly like: string;
  /** It was tried as an ordinary one and was none. */
  long: boolean;
  running: Running | undefined;
  /** Threads that ended while they worked on it. */
  deaths: number;
  over: boolean;
  readonly resolve: (told: string) => void;
  readonly reject: (error: Error) => void;
}

interface Running {
  readonly thread: Thread;
  readonly timer: ReturnType<typeof setTimeout>;
  readonly began: number;
}

/**
 * Threads that answer lines. A line is ordinary or long by what its like took before (`expected-work.ts`): one thread is kept for ordinary
 * lines, so that they are answered while any number of long ones wait; within each the shorter goes first. A line that takes too long, or
 * whose asker has left, is stopped by ending its thread.
 */
export class Threads {
  readonly #begin: () => Thread;
  readonly #limits: Limits;
  readonly #expected = new Expected();
  readonly #idle = new Map<Thread, ReturnType<typeof setTimeout>>();
  readonly #waiting = new Set<Job>();
  readonly #running = new Set<Job>();

  constructor(begin: () => Thread, limits: Limits) {
    this.#begin = begin;
    this.#limits = limits;
  }

  /** What answers the lines of one request. */
  take(): Answering {
    const mine = new Set<Job>();
    return {
      answer: (line, calculator) =>
        new Promise<string>((resolve, reject) => {
          if (this.#waiting.size >= this.#limits.waiting) {
            reject(new TooMany());
            return;
          }
          const like = likeOf(line, calculator);
          const job: Job = {
            line,
            calculator,
            like,
            long: false,
            running: undefined,
            deaths: 0,
            over: false,
            resolve,
            reject,
          };
          mine.add(job);
          this.#waiting.add(job);
          this.#next();
        }),
      stop: () => {
        for (const job of mine) this.#giveUp(job);
      },
    };
  }

  /** How many threads there are, at work or idle. */
  get size(): number {
    return this.#running.size + this.#idle.size;
  }

  #next(): void {
    for (const long of [false, true]) {
      const most = long ? this.#limits.threads : 1;
      const busy = () => [...this.#running].filter((job) => job.long === long).length;
      while (busy() < most) {
        const job = this.#first(long);
        if (!job) break;
        this.#waiting.delete(job);
        job.long = long;
        this.#run(job);
      }
    }
  }

  /** The next of the ordinary or of the long lines, by what is known now: of what came in before anything was known of its like, too. */
  #first(long: boolean): Job | undefined {
    let first: { readonly job: Job; readonly ms: number } | undefined;
    for (const job of this.#waiting) {
      const ms = this.#expected.of(job.like);
      if ((job.long || ms > this.#limits.ordinaryMs) === long && (!first || ms < first.ms)) first = { job, ms };
    }
    return first?.job;
  }

  #run(job: Job): void {
    const thread = this.#free() ?? this.#begin();
    const allowed = job.long ? this.#limits.lineMs : Math.min(this.#limits.lineMs, 2 * this.#limits.ordinaryMs);
    const timer = setTimeout(() => this.#tooLong(job), allowed);
    job.running = { thread, timer, began: performance.now() };
    this.#running.add(job);
    listenOnce(thread, (told) => {
      if (job.running?.thread !== thread) return;
      if (told instanceof Error) {
        this.#died(job);
        return;
      }
      this.#expected.took(job.like, performance.now() - job.running.began);
      this.#leave(job);
      this.#rest(thread);
      job.over = true;
      job.resolve(String(told));
      this.#next();
    });
    thread.postMessage({ line: job.line, calculator: job.calculator });
  }

  /** An ordinary line that is none goes behind the long ones; a long one is given up. */
  #tooLong(job: Job): void {
    const { began = 0 } = job.running ?? {};
    this.#expected.took(job.like, performance.now() - began);
    if (job.long || this.#limits.lineMs <= 2 * this.#limits.ordinaryMs) {
      this.#giveUp(job);
      return;
    }
    this.#end(job);
    job.long = true;
    this.#waiting.add(job);
    this.#next();
  }

  /** Its thread ended by itself: the line is begun anew at once on another, and refused where that ends too. */
  #died(job: Job): void {
    job.deaths += 1;
    if (job.deaths > 1) {
      this.#giveUp(job, new Died());
      return;
    }
    this.#end(job);
    this.#run(job);
  }

  #giveUp(job: Job, why: Error = new GivenUp(this.#limits.lineMs / 1000)): void {
    if (job.over) return;
    job.over = true;
    this.#waiting.delete(job);
    this.#end(job);
    job.reject(why);
    this.#next();
  }

  #end(job: Job): void {
    const thread = job.running?.thread;
    this.#leave(job);
    void thread?.terminate();
  }

  #leave(job: Job): void {
    clearTimeout(job.running?.timer);
    job.running = undefined;
    this.#running.delete(job);
  }

  #rest(thread: Thread): void {
    const timer = setTimeout(() => {
      this.#idle.delete(thread);
      void thread.terminate();
    }, this.#limits.idleMs);
    timer.unref();
    this.#idle.set(thread, timer);
    // One that ends while it rests is not asked again.
    listenOnce(thread, (told) => {
      if (!(told instanceof Error)) return;
      clearTimeout(timer);
      this.#idle.delete(thread);
    });
  }

  #free(): Thread | undefined {
    // The one that rested last: the others come to their end.
    const found = [...this.#idle].at(-1);
    if (!found) return undefined;
    clearTimeout(found[1]);
    this.#idle.delete(found[0]);
    return found[0];
  }
}

const listeners = new WeakMap<Thread, (told: unknown) => void>();
/** What a thread says next goes to whoever asked last; a thread keeps one pair of listeners for all its lines. */
function listenOnce(thread: Thread, hear: (told: unknown) => void): void {
  if (!listeners.has(thread)) {
    thread.unref();
    thread.on('message', (told) => listeners.get(thread)?.(told));
    thread.on('exit', () => listeners.get(thread)?.(new Error('ended')));
    thread.on('error', (error) => listeners.get(thread)?.(error instanceof Error ? error : new Error(String(error))));
  }
  listeners.set(thread, hear);
}

/** A thread is bound in memory, and none outlives its work by long; long lines leave a core to the pages and the ordinary ones. */
export const threads = new Threads(
  () =>
    new Worker(new URL('./answering-thread.ts', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: 384 },
    }) as Thread,
  { threads: 2, lineMs: 20_000, ordinaryMs: 250, waiting: 1000, idleMs: 20_000 },
);
