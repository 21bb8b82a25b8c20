'use client';

import type { ReactNode } from 'react';
import { focusRefused } from '../fields/quantity-field';

interface Props {
  /** What those who listen are told it is. */
  readonly label: string;
  /** Sent by its button or Enter, while none of its fields is refused. */
  readonly onSend: () => unknown;
  readonly className?: string;
  readonly children: ReactNode;
}

/** A form of fields: sent as a whole, and not at all while one of its fields is refused; that one takes the focus then. */
export function Form({ label, onSend, className, children }: Props) {
  return (
    <form
      aria-label={label}
      className={className}
      onSubmit={(event) => {
        event.preventDefault();
        if (!focusRefused(event.currentTarget)) void onSend();
      }}
    >
      {children}
    </form>
  );
}

/** What cannot be filed as it stands, and why. */
export function Fault({ children }: { readonly children: string | undefined }) {
  return (
    children && (
      <p role="alert" className="mt-2 text-rust">
        {children}
      </p>
    )
  );
}
