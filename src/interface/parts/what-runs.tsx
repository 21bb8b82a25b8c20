'use client';

import { describeEntry } from '@/record/kinds/describe';
import { runningAt } from '@/derived/supplies/supply-timeline';
import { whenText } from '../time/when';
import { useNow, useTank } from '../workspace/workspace';

/** Everything that is set to run on the tank now, each since its day: what estimates and outlooks reckon with. */
export function WhatRuns() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const runs = runningAt(snapshot, tank, now);
  if (runs.length === 0) return null;
  return (
    <section aria-label="What runs now" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">What runs now</h2>
      <ul className="mt-2">
        {runs.map(({ entry, from }) => (
          <li key={entry.id} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-1.5">
            <span>{describeEntry(entry, snapshot).replace(' from then on', '')}</span>
            <span className="text-soft">since {whenText(from, now, snapshot.settings.zone)}</span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-soft">
        Changed by a word in the line: “dosing 40 ml/day carbonate 22:00 to 8:00”, “lights 10:00 to 20:00”, “skimmer
        off”.
      </p>
    </section>
  );
}
