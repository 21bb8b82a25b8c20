'use client';

import type { ReactNode } from 'react';
import { useHere } from '../workspace/here';
import { useTankIfAny, useTitle } from '../workspace/workspace';

/** The frame of a bench: its question for those who listen, then answer, picture, cautions and working in that order. */
export function Bench({
  question,
  beside,
  children,
}: {
  /** In place of the bench's own. */
  readonly question?: string;
  /** What the whole bench looks at, at the right of its question. */
  readonly beside?: ReactNode;
  readonly children: ReactNode;
}) {
  const { bench, part } = useHere();
  const tank = useTankIfAny()?.tank;
  const what = [part?.name, bench?.name].filter((each) => each !== undefined).join(', ');
  useTitle(!bench || bench.allTanks || !tank ? what || (question ?? '') : `${what}, ${tank.name}`);
  return (
    <div className="relative max-w-6xl">
      <h1 className="mb-1.5 text-sm font-semibold text-soft">{question ?? part?.question ?? bench?.question}</h1>
      {beside && <div className="mb-3 xl:absolute xl:top-0 xl:right-0 xl:mb-0">{beside}</div>}
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
