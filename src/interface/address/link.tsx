'use client';

import type { ComponentProps, MouseEvent } from 'react';
import { goTo } from './place';

/** A way to another screen: an address like any other, that needs no page from the server. */
export function Link({ href, onClick, ...rest }: ComponentProps<'a'> & { readonly href: string }) {
  const follow = (event: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(event);
    const elsewhere =
      event.button !== 0 ||
      event.metaKey ||
      event.ctrlKey ||
      event.shiftKey ||
      event.altKey ||
      rest.target === '_blank';
    if (elsewhere || event.defaultPrevented) return;
    event.preventDefault();
    goTo(href);
  };
  return <a {...rest} href={href} onClick={follow} />;
}
