import { createElement, useEffect, useSyncExternalStore, type ComponentType, type ReactNode } from 'react';

/** Code that is fetched when it is wanted, once a tab. */
export interface Lazy<What> {
  /** What was fetched; undefined until it is here. */
  readonly now: () => What | undefined;
  /** Whether the last try to fetch it failed, and no other is under way. */
  readonly missing: () => boolean;
  readonly fetch: () => Promise<What>;
  readonly subscribe: (tell: () => void) => () => void;
}

export function lazy<What>(load: () => Promise<What>): Lazy<What> {
  let here: What | undefined;
  let coming: Promise<What> | undefined;
  let missing = false;
  const listeners = new Set<() => void>();
  const tellAll = () => {
    for (const tell of listeners) tell();
  };
  return {
    now: () => here,
    missing: () => missing,
    fetch: () => {
      if (missing) {
        missing = false;
        tellAll();
      }
      coming ??= load().then(
        (what) => {
          here = what;
          tellAll();
          return what;
        },
        (error: unknown) => {
          // What could not be fetched is asked for again when it is next wanted.
          coming = undefined;
          missing = true;
          tellAll();
          throw error;
        },
      );
      return coming;
    },
    subscribe: (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
  };
}

/** What is fetched, once it is here and wanted; undefined before. */
export function useLazy<What>(what: Lazy<What>, wanted: boolean): What | undefined {
  useEffect(() => {
    if (wanted) what.fetch().catch(() => undefined);
  }, [what, wanted]);
  const here = useSyncExternalStore(what.subscribe, what.now, () => undefined);
  return wanted ? here : undefined;
}

/**
 * A component that is fetched, in its place once it is here. What is here already is shown at once: a suspended screen would wait a third
 * of a second before it shows what came.
 * @param before stands there until then
 * @param otherwise stands there where it cannot be fetched, with what tries again; where none is given, so does `before`
 */
export function LazyPart<Props extends object>({
  what,
  props,
  wanted = true,
  before = null,
  otherwise,
}: {
  readonly what: Lazy<ComponentType<Props>>;
  readonly props: Props;
  readonly wanted?: boolean;
  readonly before?: ReactNode;
  readonly otherwise?: (again: () => void) => ReactNode;
}): ReactNode {
  const here = useLazy(what, wanted);
  const missing = useSyncExternalStore(what.subscribe, what.missing, () => false);
  if (here) return createElement(here, props);
  return missing && wanted && otherwise ? otherwise(() => void what.fetch().catch(() => undefined)) : before;
}
