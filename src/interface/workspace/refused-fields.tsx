'use client';

import {
  createContext,
  useContext,
  useLayoutEffect,
  useMemo,
  useSyncExternalStore,
  type ComponentType,
  type ReactNode,
} from 'react';

/**
 * The fields of a stretch of a page whose text is refused, by label. While there is one, what stands beside it was worked out from what the
 * field held before: no answer of the stretch may be acted on.
 */
class RefusedFields {
  readonly #outer: RefusedFields | undefined;
  readonly #labels = new Map<string, string>();
  readonly #listeners = new Set<() => void>();

  constructor(outer: RefusedFields | undefined) {
    this.#outer = outer;
  }

  add(id: string, label: string): () => void {
    this.#labels.set(id, label);
    this.#tell();
    return () => {
      this.#labels.delete(id);
      this.#tell();
    };
  }

  /** The label of a refused field here or around here. */
  first = (): string | undefined => this.#labels.values().next().value ?? this.#outer?.first();

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    const leave = this.#outer?.subscribe(listener);
    return () => {
      this.#listeners.delete(listener);
      leave?.();
    };
  };

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

const RefusedContext = createContext<RefusedFields | undefined>(undefined);

/** A stretch of a page: what is refused within it stops what is within it, and nothing outside. */
export function RefusedScope({ children }: { readonly children: ReactNode }) {
  const outer = useContext(RefusedContext);
  const fields = useMemo(() => new RefusedFields(outer), [outer]);
  return <RefusedContext value={fields}>{children}</RefusedContext>;
}

/** A form or a section with fields of its own: a slip in it stops it alone, and not the rest of the page. */
export function inOwnScope<Props extends object>(Section: ComponentType<Props>): ComponentType<Props> {
  return function Scoped(props: Props) {
    return (
      <RefusedScope>
        <Section {...props} />
      </RefusedScope>
    );
  };
}

/** For a field: says whether its text is refused. */
export function useRefusedField(id: string, label: string, refused: boolean): void {
  const fields = useContext(RefusedContext);
  // Before the screen is drawn, so that no press falls between a refusal and what it stops.
  useLayoutEffect(() => (refused ? fields?.add(id, label) : undefined), [fields, id, label, refused]);
}

/** The label of a field that is refused and that what stands here rests on, if there is one. */
export function useRefusedHere(): string | undefined {
  const fields = useContext(RefusedContext);
  return useSyncExternalStore(fields?.subscribe ?? noSubscription, () => fields?.first(), nothing);
}

/** The same, asked at the moment of a press. */
export function useAskRefused(): () => string | undefined {
  return useContext(RefusedContext)?.first ?? nothing;
}

const noSubscription = () => () => undefined;
const nothing = () => undefined;
