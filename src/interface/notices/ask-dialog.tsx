'use client';

import { AlertDialog } from 'radix-ui';
import { Button } from '../controls/button';

export interface Question {
  readonly title: string;
  readonly text: string;
  readonly yes: string;
  readonly no: string;
}

export type Asking = Question & { readonly answer: (yes: boolean) => void };

/** A question that stands before everything else until it is answered; the safe answer has the focus. */
export function AskDialog({ question }: { readonly question: Asking | undefined }) {
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
