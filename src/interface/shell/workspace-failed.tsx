'use client';

import type { ReactNode } from 'react';
import { Button } from '../controls/button';
import { ExportButton } from '../workspace/export-button';
import { FailsAlone } from './fails-alone';
import { useUndo } from '../workspace/use-undo';
import { useSnapshotIfRead, useWorkspace } from '../workspace/workspace';

/** A screen of a workspace that fails as a whole: the record is in memory still, and there are three ways out. */
export function WorkspaceBoundary({ children }: { readonly children: ReactNode }) {
  return (
    <FailsAlone
      rests={[useSnapshotIfRead()]}
      otherwise={(error, again) => <ScreenFailed error={error} again={again} />}
    >
      {children}
    </FailsAlone>
  );
}

function ScreenFailed({ error, again }: { readonly error: Error; readonly again: () => void }) {
  const { name } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  const { undo } = useUndo();
  return (
    <main className="mx-auto max-w-2xl p-8" role="alert">
      <h1 className="text-2xl">This screen failed.</h1>
      <p className="mt-3">
        Nothing of the record is lost. Undo the last change if it came of that, correct it on another screen, or export
        everything first.
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        {snapshot && <ExportButton snapshot={snapshot} look="main" />}
        <Button onClick={() => undo()}>Undo the last change</Button>
        <Button onClick={again}>Try again</Button>
      </div>
      <ul className="mt-4 flex flex-wrap gap-x-6">
        {(snapshot?.tanks ?? []).map((tank) => (
          <li key={tank.id}>
            {/* A whole page load, so that nothing of the failed screen is kept. */}
            <a href={`/${name}/${tank.id}/log`} className="text-glass underline underline-offset-4">
              Entries of {tank.name}
            </a>
          </li>
        ))}
      </ul>
      <p className="mt-3 text-sm text-soft">{error.message}</p>
    </main>
  );
}
