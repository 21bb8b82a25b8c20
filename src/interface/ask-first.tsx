'use client';

import { AlertDialog } from 'radix-ui';
import { useSyncExternalStore } from 'react';
import { Button } from './button';

interface Question {
  readonly title: string;
  readonly text: string;
  readonly yes: string;
  readonly no: string;
}

let asking: (Question & { readonly answer: (yes: boolean) => void }) | undefined;
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

/** Where questions are asked; the safe answer has the focus. */
export function AskedFirst() {
  const question = useSyncExternalStore(
    subscribe,
    () => asking,
    () => undefined,
  );
  return (
    <AlertDialog.Root open={question !== undefined} onOpenChange={(open) => !open && question?.answer(false)}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed top-[18vh] left-1/2 z-50 w-[min(30rem,94vw)] -translate-x-1/2 rounded-lg border border-edge bg-sheet p-5 shadow-xl">
          <AlertDialog.Title className="text-lg font-semibold">{question?.title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">{question?.text}</AlertDialog.Description>
          <div className="mt-4 flex flex-wrap gap-2">
            <AlertDialog.Cancel asChild>
              <Button>{question?.no}</Button>
            </AlertDialog.Cancel>
            <Button look="main" onClick={() => question?.answer(true)}>
              {question?.yes}
            </Button>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
