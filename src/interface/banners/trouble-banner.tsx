'use client';

import { useState } from 'react';
import { askFirst } from '../ask-first';
import { lookForCopies } from '../copies';
import { ExportButton } from '../export-button';
import { failureText } from '../failure-text';
import { notify } from '../notices';
import { useBookIfRead, useTrouble, useWasFull, useWorkspace } from '../workspace';
import { Act, Banner } from './banner';

/** Says what storage refused, and what can be done about it; nothing typed is lost by it. */
export function TroubleBanner() {
  const trouble = useTrouble();
  const { store } = useWorkspace();
  const book = useBookIfRead();
  if (!trouble) return <WasFullBanner />;
  const retry = async () => {
    await store.retry().catch(() => undefined);
    await lookForCopies(store);
  };
  const startEmpty = async () => {
    const sure = await askFirst({
      title: 'Start with an empty record?',
      text: 'What is still in memory is let go. Export it first if it may be wanted.',
      yes: 'Start empty',
      no: 'Cancel',
    });
    if (sure) await store.letGo().catch(() => undefined);
  };
  const throwAway = async () => {
    const sure = await askFirst({
      title: 'Throw away the database that cannot be opened?',
      text: 'What it holds cannot be read here any more. Copies kept apart from it stay.',
      yes: 'Throw it away',
      no: 'Cancel',
    });
    if (!sure) return;
    await store.erase().catch(() => undefined);
    await lookForCopies(store);
  };
  return (
    <Banner
      grave
      actions={
        <>
          {book && ['full', 'cleared', 'damaged', 'stuck', 'failed', 'unavailable'].includes(trouble.kind) && (
            <ExportButton book={book} />
          )}
          {trouble.kind === 'cleared' ? (
            <>
              <Act
                onClick={() =>
                  void store.putBack().catch((error: unknown) => notify({ text: failureText(error), trouble: true }))
                }
              >
                Put it back
              </Act>
              <Act onClick={() => void startEmpty()}>Start empty</Act>
            </>
          ) : trouble.kind === 'outdated' ? (
            <Act onClick={() => window.location.reload()}>Reload</Act>
          ) : (
            <Act onClick={() => void retry()}>Try again</Act>
          )}
          {trouble.kind === 'damaged' && !book && <Act onClick={() => void throwAway()}>Start empty</Act>}
        </>
      }
    >
      {trouble.message}
    </Banner>
  );
}

/** After a full disk the browser may lose what it says it wrote: that is said until it was exported. */
function WasFullBanner() {
  const full = useWasFull();
  const book = useBookIfRead();
  const [done, setDone] = useState(false);
  if (!full || !book || done) return null;
  return (
    <Banner
      actions={
        <>
          <ExportButton book={book} onDone={() => setDone(true)} />
          <Act onClick={() => setDone(true)}>Close</Act>
        </>
      }
    >
      The disk was full a while ago. What was logged since is saved, but a browser may lose its database after that when
      it is restarted: export everything before you close it.
    </Banner>
  );
}
