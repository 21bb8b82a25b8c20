import { useSyncExternalStore } from 'react';

/** Something that the page knows outside any screen, and that screens follow. */
export interface Told<State> {
  readonly now: () => State;
  readonly set: (next: State) => void;
  readonly subscribe: (tell: () => void) => () => void;
}

export function told<State>(first: State): Told<State> {
  let state = first;
  const listeners = new Set<() => void>();
  return {
    now: () => state,
    set: (next) => {
      state = next;
      for (const tell of listeners) tell();
    },
    subscribe: (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
  };
}

/** @param before what holds until the page stands */
export function useTold<State>(what: Told<State>, before: State): State {
  return useSyncExternalStore(what.subscribe, what.now, () => before);
}
