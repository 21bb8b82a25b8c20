'use client';

import { useState, useSyncExternalStore } from 'react';
import { LazyPart, lazy } from '../lazy/lazy';
import type { Notice } from './notice-toast';

const NOTICE_TOAST = lazy(() => import('./notice-toast').then((of) => of.NoticeToast));

let current: (Notice & { readonly key: number }) | undefined;
let count = 0;
const listeners = new Set<() => void>();

/** Says something at the foot of the screen; a new notice takes the place of the last. */
export function notify(notice: Notice): void {
  current = { ...notice, key: ++count };
  for (const listener of listeners) listener();
}

function dismiss(): void {
  current = undefined;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export function Notices() {
  const notice = useSyncExternalStore(
    subscribe,
    () => current,
    () => undefined,
  );
  const [said, setSaid] = useState(false);
  if (notice && !said) setSaid(true);
  return <LazyPart what={NOTICE_TOAST} wanted={said} props={{ notice, dismiss }} />;
}
