'use client';

import { askFirst } from '../notices/ask-first';
import { lookForCopies } from '../storage/copies';
import { ExportButton } from '../workspace/export-button';
import { failureText } from '../storage/failure-text';
import { notify } from '../notices/notices';
import { isInCopyApart, isTorn } from '../storage/precautions';
import { useSnapshotIfRead, useTrouble, useWorkspace } from '../workspace/workspace';
import { Act, Banner } from './banner';
import { RoomBanner } from './room-banner';

/** Says what storage refused, and what can be done about it; nothing typed is lost by it. */
export function TroubleBanner() {
  const trouble = useTrouble();
  const { store } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  if (!trouble) return <RoomBanner />;
  const retry = async () => {
    await store.retry().catch(() => undefined);
    // After a full disk a browser may open nothing more for this page, and all for the next: what is in memory is in the copy.
    if (store.trouble && isTorn() && isInCopyApart(store.standing)) {
      window.location.reload();
      return;
    }
    await lookForCopies(store);
  };
  const letGo = async () => {
    const sure = await askFirst({
      title: trouble.kind === 'cleared' ? 'Start with an empty record?' : 'Go on with what the database holds?',
      text: 'What is still in memory is let go. Export it first if it may be wanted.',
      yes: trouble.kind === 'cleared' ? 'Start empty' : 'Go on',
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
          {snapshot &&
            ['full', 'cleared', 'behind', 'damaged', 'stuck', 'failed', 'unavailable'].includes(trouble.kind) && (
              <ExportButton snapshot={snapshot} />
            )}
          {trouble.kind === 'cleared' || trouble.kind === 'behind' ? (
            <>
              <Act
                onClick={() =>
                  void store.putBack().catch((error: unknown) => notify({ text: failureText(error), trouble: true }))
                }
              >
                Put it back
              </Act>
              <Act onClick={() => void letGo()}>
                {trouble.kind === 'cleared' ? 'Start empty' : 'Go on with what is there'}
              </Act>
            </>
          ) : trouble.kind === 'outdated' || trouble.kind === 'unfetched' ? (
            <Act onClick={() => window.location.reload()}>Reload</Act>
          ) : (
            <Act onClick={() => void retry()}>Try again</Act>
          )}
          {trouble.kind === 'damaged' && !snapshot && <Act onClick={() => void throwAway()}>Start empty</Act>}
        </>
      }
    >
      {trouble.message}
    </Banner>
  );
}
