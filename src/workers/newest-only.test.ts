import { describe, expect, it } from 'vitest';
import { NewestOnly } from './newest-only';

/** Work that is done when it is told to be. */
function held(name: string, done: string[]) {
  let finish: () => void = () => undefined;
  const work = () =>
    new Promise<void>((resolve) => {
      done.push(`${name} begun`);
      finish = () => {
        done.push(`${name} done`);
        resolve();
      };
    });
  return { work, finish: () => finish() };
}
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('of questions that pile up', () => {
  it('the first is worked out, the newest after it, and none between', async () => {
    const done: string[] = [];
    const queue = new NewestOnly();
    const [first, second, third] = ['first', 'second', 'third'].map((name) => held(name, done));
    if (!first || !second || !third) throw new Error('three');
    queue.add(first.work);
    queue.add(second.work);
    queue.add(third.work);
    expect(done).toEqual(['first begun']);
    first.finish();
    await settle();
    third.finish();
    await settle();
    expect(done).toEqual(['first begun', 'first done', 'third begun', 'third done']);
  });

  it('one asked when nothing is under way is begun at once', async () => {
    const done: string[] = [];
    const queue = new NewestOnly();
    const [first, second] = [held('first', done), held('second', done)];
    queue.add(first.work);
    first.finish();
    await settle();
    queue.add(second.work);
    expect(done.at(-1)).toBe('second begun');
  });
});
