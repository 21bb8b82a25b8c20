import type { ReactNode } from 'react';

/** The frame of a bench: its question for those who listen, then answer, picture, working and cautions in that order. */
export function Bench({ question, children }: { readonly question: string; readonly children: ReactNode }) {
  return (
    <div className="max-w-6xl">
      <h1 className="mb-2 text-sm font-semibold text-soft">{question}</h1>
      {children}
    </div>
  );
}

/** Figures the keeper may set, beside the picture they move. */
export function Figures({
  title,
  narrow = false,
  children,
}: {
  readonly title: string;
  /** Short fields stand two in a row on a phone as well. */
  readonly narrow?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className="mb-2 font-semibold">{title}</legend>
      <div className={`grid max-w-2xl gap-x-6 gap-y-3 ${narrow ? 'grid-cols-2' : 'sm:grid-cols-2'}`}>{children}</div>
    </fieldset>
  );
}
