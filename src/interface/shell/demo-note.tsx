'use client';

import { DEMO_PLACE } from '@/demo/place';
import { Link } from '../address/link';
import { useWorkspace } from '../workspace/workspace';

/** Says on every screen that this is the demo, and how to leave it: at the foot of the rooms at a table, above all on a phone. */
export function DemoNote({ className }: { readonly className: string }) {
  const { name } = useWorkspace();
  if (name !== 'demo') return null;
  return (
    <p className={`bg-kelp-wash text-sm text-kelp ${className}`}>
      <span>
        <strong>Demo</strong>
        <span className="max-lg:hidden">: {DEMO_PLACE} and its tanks are invented.</span>
      </span>{' '}
      <Link href="/mine" className="inline-flex min-h-8 items-center font-semibold underline underline-offset-4">
        Start my own
      </Link>
    </p>
  );
}
