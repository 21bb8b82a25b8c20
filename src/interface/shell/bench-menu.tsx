'use client';

import { ChevronDown } from 'lucide-react';
import { useHere } from '../workspace/here';
import { lazy } from '../lazy/lazy';
import { OnDemand } from '../controls/on-demand';

const BENCH_LIST = lazy(() => import('./bench-list').then((of) => of.BenchList));

/** On a phone: which bench and part is open, and in one step the others of the room. */
export function BenchMenu() {
  const { bench: here, part: open } = useHere();
  if (!here) return null;
  return (
    <div className="no-print border-b border-line lg:hidden">
      <OnDemand
        menu
        opens={BENCH_LIST}
        trigger={
          <button type="button" className="flex min-h-11 w-full items-center gap-1.5 px-4 text-left">
            <span className="sr-only">Benches of this room; open: </span>
            <span className="font-semibold">{here.name}</span>
            {open && <span className="min-w-0 truncate text-soft">· {open.name}</span>}
            <ChevronDown size={18} aria-hidden="true" className="ml-auto shrink-0 text-soft" />
          </button>
        }
      />
    </div>
  );
}
