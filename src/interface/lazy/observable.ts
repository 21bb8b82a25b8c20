import { useSyncExternalStore } from 'react';

/** Something that the page knows outside any screen, and that screens follow. */
export interface Observable<State> {
  readonly now: () => State;
  readonly set: (next: State) => void;
  readonly subscribe: (tell: () => void) => () => void;
}

export function observable<State>(first: State): Observable<State> {
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
export function useObservable<State>(what: Observable<State>, before: State): State {
  return useSyncExternalStore(what.subscribe, what.now, () => before);
}
