'use client';

import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Opened } from './on-demand';

/** What a word means, beside it. */
export function Meaning({ trigger, means }: Opened & { readonly means: ReactNode }) {
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={6} className="z-40 max-w-80 rounded-md border border-edge bg-sheet p-3 shadow-lg">
          {means}
          <Popover.Arrow className="fill-edge" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
