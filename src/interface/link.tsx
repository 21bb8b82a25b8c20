import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A way to another screen. It is fetched when it is gone to and not before: the server stands on this machine, and a dozen screens
 * fetched ahead on every page would cost more than they save.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
