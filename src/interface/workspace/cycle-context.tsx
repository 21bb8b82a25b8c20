'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { attempt, type Attempt } from '@/calculators/calculator/attempt';
import type { CycleOutcome } from '@/derived/cycle/cycle';
import { cycleFollowed } from '@/derived/cycle/cycle-followed';
import { lazy, useLazy } from '../lazy/lazy';
import { useAsked } from './use-asked';
import { useNow, useTank } from './workspace';

interface CycleInView {
  /** Whether the tank's cycle is followed at all. */
  readonly followed: boolean;
  /** Undefined while it is worked out for the first time. */
  readonly result: Attempt<CycleOutcome> | undefined;
}

const CycleContext = createContext<CycleInView>({ followed: false, result: undefined });

/** Most tanks are long through theirs: what asks after it is fetched for one that is not. */
const CYCLE_QUESTION = lazy(() => import('@/derived/cycle/cycle').then((of) => of.cycleQuestionAt));

/** The daily reading of the tank in view, worked out beside the page once for all that show it. */
export function CycleProvider({ children }: { readonly children: ReactNode }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const followed = cycleFollowed(tank, now);
  const cycleQuestionAt = useLazy(CYCLE_QUESTION, followed);
  const { outcome: question, refusal } = attempt(() => cycleQuestionAt?.(snapshot, tank, now));
  const answer = useAsked('cycle-reading', question);
  // What the record makes of the question may itself be refused: an answer on the cycle's bench, and no failure of the page.
  const result = refusal ? { refusal } : answer;
  return <CycleContext value={{ followed, result }}>{children}</CycleContext>;
}

export function useCycle(): CycleInView {
  return useContext(CycleContext);
}
