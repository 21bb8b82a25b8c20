import { wrap } from 'comlink';
import type { Snapshot } from '@/record/schema';
import type { LookBack } from './look-back-worker';

/**
 * How a tank was held and what became of the advice, worked out in a worker of its own.
 * @returns what it is told by, and how to stop it
 */
export function lookBack(snapshot: Snapshot, tankId: string, now: number) {
  const worker = new Worker(new URL('./look-back-worker.ts', import.meta.url), { type: 'module' });
  const failed = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => reject(new Error('the worker failed')));
  });
  const told = Promise.race([wrap<LookBack>(worker).held(snapshot, tankId, now), failed]);
  return { told, stop: () => worker.terminate() };
}
