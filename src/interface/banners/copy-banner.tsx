'use client';

import { copyTaken, declineCopy, useCopies } from '../storage/copies';
import { failureText } from '../storage/failure-text';
import { hereZone } from '../time/here-zone';
import { Link } from '../address/link';
import { notify } from '../notices/notices';
import { whenText } from '../time/when';
import { useSnapshotIfRead, useCommit, useNow, useStorageError, useWorkspace } from '../workspace/workspace';
import { Act, Banner } from './banner';

/** A copy of the record that holds more than what was opened. */
export function CopyBanner() {
  const { offer } = useCopies();
  const { name, store } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  const storageError = useStorageError();
  const commit = useCommit();
  const now = useNow();
  if (name !== 'mine' || !offer || (!snapshot && storageError?.kind !== 'damaged')) return null;
  const { head, why } = offer;
  const zone = snapshot?.settings.zone ?? hereZone();
  const when = whenText(head.at, now, zone);
  const holds = `${head.tanks} ${head.tanks === 1 ? 'tank' : 'tanks'} and ${head.entries} ${head.entries === 1 ? 'entry' : 'entries'}${head.since === undefined ? '' : ` since ${whenText(head.since, now, zone, 'day')}, those before had no room`}`;
  const bringBack = async () => {
    try {
      const [{ readCopyKept }, { replaceWith }] = await Promise.all([
        import('@/workers/records'),
        import('@/record/file'),
      ]);
      const told = await readCopyKept(head, zone);
      if ('faults' in told) {
        notify({
          text: `This copy cannot be read (${told.faults[0] ?? ''}): look at the others under “All copies”.`,
          error: true,
        });
        return;
      }
      if (!snapshot) await store.erase();
      const present = store.snapshot;
      if (present && (await commit(replaceWith(told.read.snapshot, present, `Brought back the copy of ${when}`))))
        copyTaken();
    } catch (error) {
      notify({ text: failureText(error), error: true });
    }
  };
  return (
    <Banner
      grave={why === 'empty'}
      actions={
        <>
          <Act onClick={() => void bringBack()}>Bring it back</Act>
          {snapshot && (
            <Link
              href={`/${name}/record`}
              className="inline-flex min-h-11 items-center px-2 underline underline-offset-4"
            >
              All copies
            </Link>
          )}
          {snapshot && (
            <Act onClick={() => declineCopy(head.name)}>{why === 'empty' ? 'Start afresh' : 'Stay with this'}</Act>
          )}
        </>
      }
    >
      {!snapshot
        ? `A copy of the record is kept apart from its database: ${when}, ${holds}.`
        : why === 'empty'
          ? `The record opened empty, but a copy of it is kept apart: ${when}, ${holds}. The browser may have lost its database.`
          : `The record opened without its last changes. A copy kept apart has them: ${when}, ${holds}.`}
    </Banner>
  );
}
