'use client';

import { Link } from '../address/link';
import { useWorkspace } from '../workspace/workspace';

/** Leads to the record one works in. */
export function Wordmark() {
  const { name } = useWorkspace();
  return (
    <Link
      href={`/${name}`}
      className="flex min-h-11 items-center gap-2 text-lg font-bold tracking-tight whitespace-nowrap"
    >
      <svg width="26" height="18" viewBox="0 0 26 18" aria-hidden="true">
        <path d="M1 6 C5 1 9 1 13 6 S21 11 25 6" fill="none" stroke="var(--glass)" strokeWidth="2.2" />
        <path
          d="M1 13 C5 10 9 10 13 13 S21 16 25 13"
          fill="none"
          stroke="var(--dusk)"
          strokeWidth="1.6"
          strokeDasharray="3 2.4"
        />
      </svg>
      <span className="max-sm:sr-only">Mild Tide</span>
    </Link>
  );
}
