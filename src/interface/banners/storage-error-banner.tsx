'use client';

import { askFirst } from '../notices/ask-first';
import { lookForCopies } from '../storage/copies';
import { ExportButton } from '../workspace/export-button';
import { failureText } from '../storage/failure-text';
import { notify } from '../notices/notices';
import { isInCopyApart, isTorn } from '../storage/precautions';
import { useSnapshotIfRead, useStorageError, useWorkspace } from '../workspace/workspace';
import { Act, Banner } from './banner';
import { RoomBanner } from './storage-room-banner';

/** Says what storage refused, and what can be done about it; nothing typed is lost by it. */
export function StorageErrorBanner() {
  const storageError = useStorageError();
  const { store } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  if (!storageError) return <RoomBanner />;
  const retry = async () => {
    await store.retry().catch(() => undefined);
    // After a full disk a browser may open nothing more for this page, and all for the next: what is in memory is in the copy.
    if (store.storageError && isTorn() && isInCopyApart(store.revision)) {
      window.location.reload();
      return;
    }
    await lookForCopies(store);
  };
  const letGo = async () => {
    const sure = await askFirst({
      title: storageError.kind === 'cleared' ? 'Start with an empty record?' : 'Go on with what the database holds?',
      text: 'What is still in memory is let go. Export it first if it may be wanted.',
      yes: storageError.kind === 'cleared' ? 'Start empty' : 'Go on',
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
            ['full', 'cleared', 'behind', 'damaged', 'stuck', 'failed', 'unavailable'].includes(storageError.kind) && (
              <ExportButton snapshot={snapshot} />
            )}
          {storageError.kind === 'cleared' || storageError.kind === 'behind' ? (
            <>
              <Act
                onClick={() =>
                  void store.putBack().catch((error: unknown) => notify({ text: failureText(error), error: true }))
                }
              >
                Put it back
              </Act>
              <Act onClick={() => void letGo()}>
                {storageError.kind === 'cleared' ? 'Start empty' : 'Go on with what is there'}
              </Act>
            </>
          ) : storageError.kind === 'outdated' || storageError.kind === 'unfetched' ? (
            <Act onClick={() => window.location.reload()}>Reload</Act>
          ) : (
            <Act onClick={() => void retry()}>Try again</Act>
          )}
          {storageError.kind === 'damaged' && !snapshot && <Act onClick={() => void throwAway()}>Start empty</Act>}
        </>
      }
    >
      {storageError.message}
    </Banner>
  );
}
