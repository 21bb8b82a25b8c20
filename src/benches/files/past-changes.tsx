'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/interface/controls/button';
import { useUndo } from '@/interface/workspace/use-undo';
import { whenText } from '@/interface/time/when';
import { useNow, useWorkspace } from '@/interface/workspace/workspace';
import type { PastChange } from '@/record/change';
import type { Snapshot } from '@/record/schema';

const SHOWN = 12;

/** What was changed last, in any tab: each can be undone by itself, and redone. */
export function PastChanges({ snapshot }: { readonly snapshot: Snapshot }) {
  const { store } = useWorkspace();
  const { undo, redo } = useUndo();
  const now = useNow();
  const [most, setMost] = useState(SHOWN);
  const [past, setPast] = useState<readonly PastChange[]>([]);
  useEffect(() => {
    let here = true;
    void store.history(most + 1).then(
      (found) => here && setPast(found),
      () => undefined,
    );
    return () => {
      here = false;
    };
    // The snapshot changes with every step.
  }, [store, snapshot, most]);
  if (past.length === 0) return null;
  return (
    <section aria-label="Changes" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">The last changes</h2>
      <ul className="mt-2">
        {past.slice(0, most).map(({ seq, label, at, state }) => (
          <li key={seq} className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-1">
            <span className="w-40 shrink-0 text-sm text-soft">{whenText(at, now, snapshot.settings.zone)}</span>
            <span className={`min-w-0 flex-1 basis-48 ${state === 'undone' ? 'text-soft line-through' : ''}`}>
              {label}
            </span>
            {state === 'done' ? (
              <Button look="quiet" aria-label={`Undo ${label}`} onClick={() => undo(seq)}>
                Undo
              </Button>
            ) : (
              <Button look="quiet" aria-label={`Redo ${label}`} onClick={() => redo(seq)}>
                Redo
              </Button>
            )}
          </li>
        ))}
      </ul>
      {past.length > most && (
        <Button className="mt-2" onClick={() => setMost(most * 3)}>
          Earlier changes
        </Button>
      )}
    </section>
  );
}
