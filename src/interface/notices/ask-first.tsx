'use client';

import { useState, useSyncExternalStore } from 'react';
import type { Asking, Question } from './ask-dialog';
import { LazyPart, lazy } from '../lazy/lazy';

const ASK_DIALOG = lazy(() => import('./ask-dialog').then((of) => of.AskDialog));

let asking: Asking | undefined;
const listeners = new Set<() => void>();

function set(next: typeof asking): void {
  asking = next;
  for (const tell of listeners) tell();
}

/** Asks before something is done that takes much with it; a question that takes the place of another answers that one with no. */
export function askFirst(question: Question): Promise<boolean> {
  asking?.answer(false);
  return new Promise((resolve) => {
    set({
      ...question,
      answer: (yes) => {
        set(undefined);
        resolve(yes);
      },
    });
  });
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

/** Where questions are asked. */
export function AskedFirst() {
  const question = useSyncExternalStore(
    subscribe,
    () => asking,
    () => undefined,
  );
  const [asked, setAsked] = useState(false);
  if (question && !asked) setAsked(true);
  return <LazyPart what={ASK_DIALOG} wanted={asked} props={{ question }} />;
}
