'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useMemo } from 'react';
import { placeAt, type PlaceAt } from '@/registry/addresses';

/**
 * The one page there is stays open: from bench to bench only the address changes, in the browser's own history, and the server is not
 * asked.
 */

/** What the address names: record, tank and bench. */
export function usePlace(): PlaceAt {
  const address = usePathname();
  return useMemo(() => placeAt(address), [address]);
}

/** The address without what it asks for, as drafts are kept by it. */
export const useAddress = usePathname;

/** What the address asks for after its question mark. */
export const useAsks = useSearchParams;

let toTheTop = false;

/**
 * Goes to an address of this product.
 * @param how `replace` where the address one comes from only led here
 */
export function goTo(address: string, how: 'push' | 'replace' = 'push'): void {
  const before = window.location.pathname;
  if (how === 'push') window.history.pushState(null, '', address);
  else window.history.replaceState(null, '', address);
  toTheTop = window.location.pathname !== before;
}

/** Begins a screen that was gone to at its top; one that was come back to stands where it was left. */
export function beginAtTheTop(): void {
  if (toTheTop) window.scrollTo(0, 0);
  toTheTop = false;
}
