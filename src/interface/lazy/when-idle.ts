import { useEffect, useState } from 'react';

/**
 * Does some work once the page has nothing else to do. Safari has no idle callback; a while later is as good there.
 * @returns what keeps it from being done
 */
export function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(work, 600);
    return () => clearTimeout(timer);
  }
  const id = requestIdleCallback(work, { timeout: 2000 });
  return () => cancelIdleCallback(id);
}

let quiet = false;

/** Whether the page has once had nothing to do since it was loaded: what can wait for the first answer waits for that. */
export function useQuiet(): boolean {
  const [is, set] = useState(quiet);
  useEffect(
    () =>
      whenIdle(() => {
        quiet = true;
        set(true);
      }),
    [],
  );
  return is;
}
