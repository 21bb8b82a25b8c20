'use client';

import { useState } from 'react';
import { Button } from '@/interface/controls/button';
import { saveFile } from '@/interface/storage/save';
import { useCopies } from '@/interface/storage/copies';
import { notify } from '@/interface/notices/notices';
import { readCopyKept, textOfCopy } from '@/interface/storage/record-files';
import { whenText } from '@/interface/time/when';
import { useNow, useWorkspace } from '@/interface/workspace/workspace';
import type { CopyHead } from '@/record/copies';
import type { FileRead } from '@/record/file';
import type { Snapshot } from '@/record/schema';
import { ImportPreview } from '@/interface/workspace/import-file';

/** The copies that stand apart from the record's database, each to be looked at, taken back or saved. */
export function CopiesKept({ snapshot }: { readonly snapshot: Snapshot }) {
  const { heads, failed, notApart } = useCopies();
  const { store } = useWorkspace();
  const now = useNow();
  const [found, setFound] = useState<{ readonly head: CopyHead; readonly read: FileRead }>();
  const when = ({ at }: CopyHead) => whenText(at, now, snapshot.settings.zone);
  const named = (head: CopyHead) => `${when(head)}${head.place === 'apart' ? ', in local storage' : ''}`;
  const unreadable = () => notify({ text: 'This copy cannot be read; try an older one.', error: true });
  const look = async (head: CopyHead) => {
    const told = await readCopyKept(head, snapshot.settings.zone);
    if ('read' in told) setFound({ head, read: told.read });
    else unreadable();
  };
  const save = async (head: CopyHead) =>
    saveFile(
      `mild-tide-copy-${new Date(head.at).toISOString().slice(0, 10)}.json`,
      'application/json',
      await textOfCopy(head),
    );
  return (
    <section aria-label="Copies" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">Copies in this browser</h2>
      <p className="mt-1 text-soft">
        Each change goes into the browser’s local storage as well, which outlasts a full disk that takes the database;
        after it a copy is written beside the database, and the last of each of three days is kept. Clearing the site’s
        data takes all of them.
        {heads?.length === 0 && ' None yet.'}
        {notApart !== undefined && ` None is kept in local storage: ${notApart}.`}
        {failed && ' The last one beside the database could not be written: the disk may be full.'}
      </p>
      <ul className="mt-2">
        {(heads ?? []).map((head) => (
          <li key={head.name} className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-1">
            <span className="w-40 shrink-0 text-sm text-soft">{when(head)}</span>
            <span className="min-w-0 flex-1 basis-48">
              {head.tanks} {head.tanks === 1 ? 'tank' : 'tanks'}, {head.entries}{' '}
              {head.entries === 1 ? 'entry' : 'entries'}
              <span className="text-soft">
                {head.place === 'apart' ? ', in local storage' : ', beside the database'}
                {head.since !== undefined &&
                  `; entries since ${whenText(head.since, now, snapshot.settings.zone, 'day')} only: those before had no room`}
              </span>
              {store.revision?.record !== head.record && (
                <span className="text-soft"> (of a record before this one)</span>
              )}
            </span>
            <span>
              <Button
                look="quiet"
                aria-label={`Look at the copy of ${named(head)}`}
                onClick={() => void look(head).catch(unreadable)}
              >
                Look at it
              </Button>
              <Button
                look="quiet"
                aria-label={`Save the copy of ${named(head)}`}
                onClick={() => void save(head).catch(unreadable)}
              >
                Save as a file
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {found && (
        <ImportPreview
          what={`The copy of ${when(found.head)}`}
          read={found.read}
          snapshot={snapshot}
          label={`Brought back the copy of ${when(found.head)}`}
          onDone={() => setFound(undefined)}
        />
      )}
    </section>
  );
}
