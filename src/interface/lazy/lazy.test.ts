import { describe, expect, it, vi } from 'vitest';
import { lazy } from './lazy';

describe('code that is fetched when it is wanted', () => {
  it('is fetched once, however often it is asked for, and told of when it is here', async () => {
    const load = vi.fn(() => Promise.resolve('here'));
    const code = lazy(load);
    const told = vi.fn();
    code.subscribe(told);
    expect(code.now()).toBeUndefined();
    await Promise.all([code.fetch(), code.fetch()]);
    expect(load).toHaveBeenCalledTimes(1);
    expect(told).toHaveBeenCalledTimes(1);
    expect(code.now()).toBe('here');
  });

  it('that could not be fetched is asked for again', async () => {
    let gone = true;
    const code = lazy(() => (gone ? Promise.reject(new Error('offline')) : Promise.resolve('here')));
    expect(code.missing()).toBe(false);
    const told = vi.fn();
    code.subscribe(told);
    await expect(code.fetch()).rejects.toThrow('offline');
    expect([code.now(), code.missing(), told.mock.calls.length]).toEqual([undefined, true, 1]);
    gone = false;
    const again = code.fetch();
    // While it is tried again nothing is missing.
    expect([code.missing(), told.mock.calls.length]).toEqual([false, 2]);
    await expect(again).resolves.toBe('here');
    expect(code.missing()).toBe(false);
  });

  it('tells no one who has left', async () => {
    const code = lazy(() => Promise.resolve(1));
    const told = vi.fn();
    code.subscribe(told)();
    await code.fetch();
    expect(told).not.toHaveBeenCalled();
  });
});
