'use client';

import { Link } from '@/interface/link';
import { useState, type ChangeEvent } from 'react';
import { Bench } from '@/interface/bench';
import { Button, ButtonLink } from '@/interface/button';
import { saveFile } from '@/interface/charts/save';
import { notify } from '@/interface/notices';
import { PlainPage } from '@/interface/tank-frame';
import { UnitChoices } from '@/interface/unit-choices';
import { useBookIfRead, useCommit, useNow, useTitle, useTrouble, useWorkspace, Waiting } from '@/interface/workspace';
import { entriesCsv } from '@/record/csv';
import { ImportTrouble, readFile, replaceWith, writeFile } from '@/record/file';
import type { Book } from '@/record/schema';
import { KeptSafe } from './kept-safe';

/** The record as a whole: out to files, back from them, and its settings. */
export function RecordBench() {
  const book = useBookIfRead();
  const trouble = useTrouble();
  useTitle('The record');
  return <PlainPage>{book ? <TheRecord book={book} /> : trouble ? null : <Waiting />}</PlainPage>;
}

function TheRecord({ book }: { readonly book: Book }) {
  const { name, store } = useWorkspace();
  const commit = useCommit();
  const now = useNow();
  const day = new Date(now).toISOString().slice(0, 10);
  const first = book.tanks[0];
  const { settings } = book;
  const restart = async () => {
    await store.erase();
    // A whole page load plants the demo anew.
    window.location.assign('/demo');
  };
  return (
    <Bench question="The record">
      <p className="max-w-3xl text-2xl leading-snug lg:text-[1.7rem]">
        <strong className="text-[1.3em] text-glass">{book.entries.length}</strong> entries for{' '}
        <strong className="text-[1.3em] text-glass">{book.tanks.length}</strong>{' '}
        {book.tanks.length === 1 ? 'tank' : 'tanks'}, all of them in this browser and nowhere else.
      </p>
      <p className="mt-2 max-w-3xl text-soft">
        <KeptSafe /> An exported file is the copy that survives a lost browser.
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button
          look="main"
          onClick={() => saveFile(`mild-tide-${day}.json`, 'application/json', writeFile(book, new Date()))}
        >
          Export everything
        </Button>
        <Button onClick={() => saveFile(`mild-tide-entries-${day}.csv`, 'text/csv', entriesCsv(book))}>
          Entries as CSV
        </Button>
        {first && <ButtonLink href={`/${name}/${first.id}/today`}>Back to {first.name}</ButtonLink>}
      </div>
      <ImportFile book={book} />
      <section aria-label="Settings" className="mt-10 border-t border-line pt-5">
        <h2 className="mb-4 text-lg font-semibold">Settings</h2>
        <UnitChoices settings={settings} />
        <label className="mt-5 flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-glass"
            checked={settings.letterShortcuts}
            onChange={({ target: { checked } }) =>
              void commit({
                label: `Letter shortcuts ${checked ? 'on' : 'off'}`,
                settings: (present) => ({ ...present, letterShortcuts: checked }),
              })
            }
          />
          Shortcuts of a single letter
        </label>
        <p className="text-sm text-soft">Days begin at midnight in {settings.zone.replaceAll('_', ' ')}.</p>
      </section>
      {name === 'demo' && (
        <section aria-label="The demo" className="mt-10 border-t border-line pt-5">
          <p className="max-w-3xl">
            This is the demo’s record.{' '}
            <Link href="/mine" className="text-glass underline underline-offset-4">
              Your own
            </Link>{' '}
            is a separate one and nothing here touches it.
          </p>
          <Button
            className="mt-2"
            onClick={() =>
              void restart().catch((error: unknown) =>
                notify({
                  text: error instanceof Error ? error.message : 'The demo could not be written anew.',
                  trouble: true,
                }),
              )
            }
          >
            Write the demo anew, up to today
          </Button>
        </section>
      )}
    </Bench>
  );
}

/** Reads a file, says what it holds and what it would replace, and writes nothing until that is accepted. */
function ImportFile({ book }: { readonly book: Book }) {
  const commit = useCommit();
  const [found, setFound] = useState<{
    readonly file: string;
    readonly book?: Book;
    readonly faults?: readonly string[];
  }>();
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      setFound({ file: file.name, book: readFile(await file.text()) });
    } catch (error) {
      setFound({
        file: file.name,
        faults: error instanceof ImportTrouble ? error.faults : ['The file could not be read.'],
      });
    }
  };
  const accept = async (incoming: Book) => {
    if (await commit(replaceWith(incoming, book))) setFound(undefined);
  };
  return (
    <section aria-label="Import" className="mt-8">
      <h2 className="text-lg font-semibold">Import an exported file</h2>
      <label className="mt-2 inline-flex min-h-11 cursor-pointer items-center rounded-md border border-edge bg-sheet px-3.5 has-focus-visible:outline-2 has-focus-visible:outline-glass">
        Choose a file
        <input
          type="file"
          accept=".json,application/json,.csv,text/csv"
          className="sr-only"
          onChange={(event) => void choose(event)}
        />
      </label>
      {found?.faults && (
        <div role="alert" className="mt-3 text-rust">
          <p className="font-semibold">{found.file} is not taken in; nothing was changed.</p>
          <ul className="list-disc pl-5">
            {found.faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        </div>
      )}
      {found?.book && (
        <div className="mt-3 max-w-3xl rounded-md border border-line bg-sheet p-4" role="status">
          <p>
            <strong>{found.file}</strong> holds {found.book.tanks.map((tank) => tank.name).join(', ') || 'no tank'}:{' '}
            {found.book.entries.length} entries, {found.book.solutions.length} solutions, {found.book.salts.length}{' '}
            salts.
          </p>
          <p className="mt-1 text-soft">
            {book.tanks.length + book.entries.length === 0
              ? 'This record is empty, so nothing is replaced.'
              : `It takes the place of the ${book.tanks.length} tanks and ${book.entries.length} entries here; undo brings those back.`}
          </p>
          <div className="mt-3 flex gap-2">
            <Button
              look="main"
              onClick={() => {
                if (found.book) void accept(found.book);
              }}
            >
              Take it in
            </Button>
            <Button onClick={() => setFound(undefined)}>Leave it</Button>
          </div>
        </div>
      )}
    </section>
  );
}
