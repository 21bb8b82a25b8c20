'use client';

import type { ReactNode } from 'react';

/** A note above a screen, with what can be done about it. */
export function Banner({
  grave = false,
  children,
  actions,
}: {
  readonly grave?: boolean;
  readonly children: ReactNode;
  readonly actions: ReactNode;
}) {
  return (
    <div
      role={grave ? 'alert' : 'status'}
      className={`no-print flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-4 py-2 ${grave ? 'bg-rust-wash text-rust' : 'bg-kelp-wash text-kelp'}`}
    >
      <p className="min-w-0 flex-1 basis-72">{children}</p>
      <div className="flex flex-wrap items-center gap-x-2">{actions}</div>
    </div>
  );
}

export function Act({ onClick, children }: { readonly onClick: () => void; readonly children: ReactNode }) {
  return (
    <button type="button" className="min-h-11 px-2 font-semibold underline underline-offset-4" onClick={onClick}>
      {children}
    </button>
  );
}
