import type { Serwist } from '@serwist/window';
import { useEffect, useSyncExternalStore } from 'react';

/**
 * The product kept in the browser, so that it opens without its server. A newer version is fetched beside the one in use, and waits until
 * it is taken: nothing is reloaded under a hand that types.
 */
export type Update =
  /** A newer version is kept and waits. */
  | 'waiting'
  /** Another tab took the newer version: this one still shows the older, whose files are gone. */
  | 'taken elsewhere';

let update: Update | undefined;
let kept: Promise<Serwist | undefined> | undefined;
let taking = false;
const listeners = new Set<() => void>();

function tell(next: Update): void {
  update = next;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export function useUpdate(): Update | undefined {
  return useSyncExternalStore(
    subscribe,
    () => update,
    () => undefined,
  );
}

/** An hour between two looks for a newer version while a page stays open. */
const LOOK_EVERY_MS = 3_600_000;

/** Has the browser keep the product, once the page in view stands: keeping it fetches all of it. */
export function useKeepOffline(): void {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    const begin = () => {
      // A browser that keeps nothing, or is in a private window, asks the server each time.
      kept ??= keep().catch(() => undefined);
    };
    const timer = setTimeout(begin, document.readyState === 'complete' ? 1500 : 3000);
    return () => clearTimeout(timer);
  }, []);
}

async function keep(): Promise<Serwist | undefined> {
  const { Serwist } = await import('@serwist/window');
  const serwist = new Serwist('/sw.js');
  const first = !navigator.serviceWorker.controller;
  serwist.addEventListener('waiting', () => tell('waiting'));
  serwist.addEventListener('controlling', ({ isUpdate }) => {
    if (taking) window.location.reload();
    else if (!first && isUpdate !== false) tell('taken elsewhere');
  });
  await serwist.register({ immediate: true });
  setInterval(() => void serwist.update().catch(() => undefined), LOOK_EVERY_MS);
  return serwist;
}

/** Goes over to the newer version: what is typed is kept for the tab, and stands there again. */
export async function takeUpdate(): Promise<void> {
  if (update === 'taken elsewhere') {
    window.location.reload();
    return;
  }
  taking = true;
  (await kept)?.messageSkipWaiting();
}
