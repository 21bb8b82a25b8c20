'use client';

import { cloneElement, useState, type ComponentType, type KeyboardEvent, type ReactElement } from 'react';
import { LazyPart, type Lazy } from '../lazy/lazy';

/** What a trigger opens, once it is there: open from the start, since it was pressed. */
export interface Opened {
  readonly trigger: ReactElement;
}

/**
 * A button whose menu or note is fetched when it is first pressed: few of those on a screen ever are.
 * @param opens the rest of it; it draws the trigger too
 */
export function OnDemand<Rest extends object>({
  trigger,
  opens,
  menu = false,
  ...rest
}: {
  readonly trigger: ReactElement<Record<string, unknown>>;
  readonly opens: Lazy<ComponentType<Opened & Rest>>;
  readonly menu?: boolean;
} & Rest) {
  const [asked, setAsked] = useState(false);
  const closed = cloneElement(trigger, {
    type: 'button',
    'aria-haspopup': menu ? 'menu' : 'dialog',
    'aria-expanded': false,
    onPointerEnter: () => void opens.fetch().catch(() => undefined),
    onClick: () => {
      setAsked(true);
      // Pressed again after it could not be fetched, it is asked for again.
      void opens.fetch().catch(() => undefined);
    },
    ...(menu && {
      onKeyDown: (event: KeyboardEvent) => {
        if (event.key === 'ArrowDown') setAsked(true);
      },
    }),
  });
  return <LazyPart what={opens} wanted={asked} before={closed} props={{ trigger, ...(rest as unknown as Rest) }} />;
}
