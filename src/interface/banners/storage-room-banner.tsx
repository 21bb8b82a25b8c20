'use client';

import { useState } from 'react';
import { useCopies } from '../storage/copies';
import { ExportButton } from '../workspace/export-button';
import { allowOwnFile, useOwnFile } from '../storage/own-file';
import { lookForRoom, useRoom } from '../storage/quota';
import { DATABASES, useSnapshotIfRead, useWasFull, useWasPutBack, useWorkspace } from '../workspace/workspace';
import { Act, Banner } from './banner';

/** From so many entries on a record without a copy is spoken of on every screen. Chosen: some weeks of tests. */
const WORTH_A_COPY = 30;

/** What is said of room and copies while nothing is amiss yet, or after a full disk is mended: each until it is closed, or exported. */
export function RoomBanner() {
  const { name, store } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  const [done, setDone] = useState<readonly string[]>([]);
  const said = useSaid(snapshot?.entries.length ?? 0);
  if (name !== 'mine' || !snapshot || !said || done.includes(said.about)) return null;
  const close = () => setDone([...done, said.about]);
  return (
    <Banner
      grave={said.grave ?? false}
      actions={
        <>
          <ExportButton snapshot={snapshot} onDone={close} />
          {said.again && <Act onClick={() => void lookForRoom()}>Look again</Act>}
          {said.ownFile && <Act onClick={() => void allowOwnFile(DATABASES.mine, store)}>Go on writing into it</Act>}
          <Act onClick={close}>Close</Act>
        </>
      }
    >
      {said.text}
    </Banner>
  );
}

interface Said {
  readonly about: string;
  readonly text: string;
  readonly grave?: boolean;
  readonly again?: true;
  readonly ownFile?: true;
}

function useSaid(entries: number): Said | undefined {
  const room = useRoom();
  const full = useWasFull();
  const putBack = useWasPutBack();
  const { notApart } = useCopies();
  const own = useOwnFile();
  if (full)
    return {
      about: 'full',
      grave: room === 'given-up',
      again: true,
      text: [
        'The disk was full.',
        putBack
          ? 'The browser threw its database away over that; it was written anew from what this page had in memory, and all is saved.'
          : 'What was logged since is saved.',
        room === 'given-up' ? 'Room that was kept back for this is used up: the next time there is none.' : '',
        'Export everything and free some space, in case it fills again.',
      ]
        .filter(Boolean)
        .join(' '),
    };
  if (putBack)
    return {
      about: 'put back',
      text: 'The browser’s database had lost the record, or its last changes. It was made whole from what this page had in memory; export everything to be sure of it.',
    };
  if (own?.state === 'asks')
    return {
      about: 'own file',
      ownFile: true,
      text: `The browser asks again whether “${own.name}” may be written: until then changes do not go into it.`,
    };
  if (own?.state === 'failed')
    return {
      about: 'own file',
      text: `“${own.name}” could not be written: it may have been moved, or its disk is full or away. Look under Files.`,
    };
  if (room === 'low')
    return {
      about: room,
      again: true,
      text: 'There is little room left on this disk, or for this site. Nothing is lost yet: export everything now, and free some space before the disk is full.',
    };
  if (notApart !== undefined && own?.state !== 'written' && entries >= WORTH_A_COPY)
    return {
      about: 'no copy',
      text: `No copy of the record stands outside the browser’s database: ${notApart}, and no file of your own is chosen. If the disk fills up all of it may go. Export everything, or choose a file under Files.`,
    };
  return undefined;
}
