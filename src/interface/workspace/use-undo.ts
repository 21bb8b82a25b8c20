import { useMemo } from 'react';
import { takeStep } from '../storage/take-step';
import { useWorkspace } from './workspace';

/** Undo and redo of this workspace's record. */
export function useUndo() {
  const { store } = useWorkspace();
  return useMemo(
    () => ({
      undo: (seq?: number) => void takeStep(store, 'undo', seq),
      redo: (seq?: number) => void takeStep(store, 'redo', seq),
    }),
    [store],
  );
}
