import { wrap, type Remote } from 'comlink';
import type { Calculators } from './calculator-worker';
import type { AnswerOf, InputOf, SlowName } from './slow-calculators';

interface Running {
  readonly remote: Remote<Calculators>;
  /** Never fulfilled; rejected when the worker could not be begun. */
  readonly failed: Promise<never>;
}

let running: Running | undefined;

/** One worker a tab, begun when it is first asked. */
function worker(): Running {
  running ??= begin();
  return running;
}

function begin(): Running {
  const worker = new Worker(new URL('./calculator-worker.ts', import.meta.url), { type: 'module' });
  const failed = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => reject(new Error('the worker failed')));
  });
  failed.catch(() => undefined);
  return { remote: wrap<Calculators>(worker), failed };
}

/**
 * Runs a calculator beside the page: for those that take longer than a frame.
 * @param input as data, since it is copied over
 * @throws Error where this browser cannot run the worker
 */
export async function ask<Name extends SlowName>(name: Name, input: InputOf<Name>): Promise<AnswerOf<Name>> {
  const { remote, failed } = worker();
  return (await Promise.race([remote.run(name, input), failed])) as AnswerOf<Name>;
}
