'use client';

import { useEffect, useRef, useState, type ChangeEvent } from 'react';
import { Button } from '../controls/button';
import { hereZone } from '../time/here-zone';
import { readFileAside } from '../storage/record-files';
import { useCommit } from './workspace';
import { replaceWith, type FileRead } from '@/record/file';
import type { Snapshot } from '@/record/schema';

interface Found {
  readonly file: string;
  readonly read?: FileRead;
  readonly faults?: readonly string[];
}

/** Reads a file beside the page, says what it holds and what it would replace, and writes nothing until that is accepted. */
export function ImportFile({
  snapshot,
  title = 'Import an exported file',
}: {
  readonly snapshot: Snapshot;
  readonly title?: string;
}) {
  const [found, setFound] = useState<Found>();
  const [reading, setReading] = useState<string>();
  const stopping = useRef<AbortController>(undefined);
  useEffect(() => () => stopping.current?.abort(), []);
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    stopping.current?.abort();
    const stop = new AbortController();
    stopping.current = stop;
    setFound(undefined);
    setReading(file.name);
    try {
      const told = await readFileAside(file, hereZone(), stop.signal);
      setFound({ file: file.name, ...told });
    } catch {
      if (!stop.signal.aborted) setFound({ file: file.name, faults: ['The file could not be read.'] });
    } finally {
      if (stopping.current === stop) setReading(undefined);
    }
  };
  return (
    <section aria-label="Import" className="mt-8">
      <h2 className="text-lg font-semibold">{title}</h2>
      <label className="mt-2 inline-flex min-h-11 cursor-pointer items-center rounded-md border border-edge bg-sheet px-3.5 has-focus-visible:outline-2 has-focus-visible:outline-glass">
        Choose a file
        <input
          type="file"
          accept=".json,application/json,.csv,text/csv"
          className="sr-only"
          onChange={(event) => void choose(event)}
        />
      </label>
      {reading !== undefined && (
        <p role="status" className="mt-3 flex items-center gap-3">
          <progress aria-label={`Reading ${reading}`} /> Reading {reading}…
          <Button onClick={() => stopping.current?.abort()}>Stop</Button>
        </p>
      )}
      {found?.faults && (
        <div role="alert" className="mt-3 text-rust">
          <p className="font-semibold">{found.file} is not imported; nothing was changed.</p>
          <ul className="list-disc pl-5">
            {found.faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        </div>
      )}
      {found?.read && (
        <ImportPreview what={found.file} read={found.read} snapshot={snapshot} onDone={() => setFound(undefined)} />
      )}
    </section>
  );
}

/** What a file or a copy holds, and what it would take the place of. */
export function ImportPreview({
  what,
  read,
  snapshot,
  label,
  onDone,
}: {
  readonly what: string;
  readonly read: FileRead;
  readonly snapshot: Snapshot;
  /** What the change is called, where it is not an import. */
  readonly label?: string;
  readonly onDone: () => void;
}) {
  const commit = useCommit();
  const { snapshot: incoming, remarks } = read;
  const [share, setShare] = useState<number>();
  const stopping = useRef<AbortController>(undefined);
  const accept = async () => {
    const stop = new AbortController();
    stopping.current = stop;
    setShare(0);
    const done = await commit(replaceWith(incoming, snapshot, label), { onProgress: setShare, signal: stop.signal });
    setShare(undefined);
    if (done) onDone();
  };
  return (
    <div className="mt-3 max-w-3xl rounded-md border border-line bg-sheet p-4" role="status">
      <p>
        <strong>{what}</strong> holds {incoming.tanks.map((tank) => tank.name).join(', ') || 'no tank'}:{' '}
        {incoming.entries.length} entries, {incoming.solutions.length} solutions, {incoming.salts.length} salts.
      </p>
      {remarks.map((remark) => (
        <p key={remark} className="mt-1 text-kelp">
          {remark}
        </p>
      ))}
      <p className="mt-1 text-soft">
        {snapshot.tanks.length + snapshot.entries.length === 0
          ? 'This record is empty, so nothing is replaced.'
          : `It takes the place of the ${snapshot.tanks.length} tanks and ${snapshot.entries.length} entries here; undo brings those back.`}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        {share === undefined ? (
          <>
            <Button look="main" onClick={() => void accept()}>
              Import it
            </Button>
            <Button onClick={onDone}>Cancel</Button>
          </>
        ) : (
          <>
            <progress aria-label="Importing" value={share} /> Importing, {Math.round(share * 100)} %
            <Button onClick={() => stopping.current?.abort()}>Stop</Button>
          </>
        )}
      </div>
    </div>
  );
}
