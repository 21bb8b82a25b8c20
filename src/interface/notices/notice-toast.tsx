'use client';

import { Toast } from 'radix-ui';

export interface Notice {
  readonly text: string;
  /** The way back, or the next thing to do. */
  readonly action?: { readonly words: string; readonly run: () => void };
  readonly error?: boolean;
}

/** The notice that stands, with its way back. */
export function NoticeToast({
  notice,
  dismiss,
}: {
  readonly notice: (Notice & { readonly key: number }) | undefined;
  readonly dismiss: () => void;
}) {
  return (
    <Toast.Provider swipeDirection="down" duration={notice?.error ? 20_000 : 8000} label="Notice">
      {notice && (
        <Toast.Root
          key={notice.key}
          open
          onOpenChange={(open) => !open && dismiss()}
          type={notice.error ? 'foreground' : 'background'}
          className={`flex items-center gap-4 rounded-md border px-4 py-2 shadow-lg ${notice.error ? 'border-rust bg-rust-wash text-rust' : 'border-edge bg-sheet'}`}
        >
          <Toast.Description className="min-w-0">{notice.text}</Toast.Description>
          {notice.action && (
            <Toast.Action altText={`${notice.action.words}, also on the record’s page`} asChild>
              <button
                className="min-h-11 rounded px-3 font-semibold text-glass underline underline-offset-4"
                onClick={notice.action.run}
              >
                {notice.action.words}
              </button>
            </Toast.Action>
          )}
          <Toast.Close className="min-h-11 min-w-11 text-soft" aria-label="Close">
            ✕
          </Toast.Close>
        </Toast.Root>
      )}
      <Toast.Viewport className="no-print fixed bottom-28 left-1/2 z-50 w-max max-w-[94vw] -translate-x-1/2 lg:bottom-5" />
    </Toast.Provider>
  );
}
