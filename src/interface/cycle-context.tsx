'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { cycleReading } from '@/calculators/cycle/cycle-reading';
import { attempt, type Attempt } from '@/chemistry/refusal';
import { cycleQuestionAt, type CycleOutcome } from '@/reckoning/cycle';
import { useAsked } from './use-asked';
import { useNow, useTank } from './workspace';

interface CycleInView {
  /** Whether the tank's cycle is followed at all. */
  readonly followed: boolean;
  /** Undefined while it is worked out for the first time. */
  readonly result: Attempt<CycleOutcome> | undefined;
}

const CycleContext = createContext<CycleInView>({ followed: false, result: undefined });

/** The daily reading of the tank in view, worked out beside the page once for all that show it. */
export function CycleProvider({ children }: { readonly children: ReactNode }) {
  const { book, tank } = useTank();
  const now = useNow();
  const { outcome: question, refusal } = attempt(() => cycleQuestionAt(book, tank, now));
  const answer = useAsked(cycleReading, question);
  // What the record makes of the question may itself be refused: an answer on the cycle's bench, and no failure of the page.
  const result = refusal ? { refusal } : answer;
  return <CycleContext value={{ followed: (refusal ?? question) !== undefined, result }}>{children}</CycleContext>;
}

export function useCycle(): CycleInView {
  return useContext(CycleContext);
}
