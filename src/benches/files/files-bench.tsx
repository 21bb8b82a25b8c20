'use client';

import { Link } from '@/interface/address/link';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { saveFile } from '@/interface/storage/save';
import { useCopies } from '@/interface/storage/copies';
import { useOwnFile } from '@/interface/storage/own-file';
import { ExportButton } from '@/interface/workspace/export-button';
import { failureText } from '@/interface/storage/failure-text';
import { notify } from '@/interface/notices/notices';
import { Waiting } from '@/interface/lazy/waiting';
import { useSnapshotIfRead, useNow, useWorkspace } from '@/interface/workspace/workspace';
import { entriesCsv } from '@/record/csv';
import type { Snapshot } from '@/record/schema';
import { CopiesKept } from './copies-kept';
import { ImportFile } from '@/interface/workspace/import-file';
import { KeptSafe } from './kept-safe';
import { OwnFileSection } from './own-file-section';
import { PastChanges } from './past-changes';
import { QuarantinedRows } from './quarantined-rows';

/** The record as a whole: out to files, and back from them. */
export function FilesBench() {
  const snapshot = useSnapshotIfRead();
  return snapshot ? <TheRecord snapshot={snapshot} /> : <Waiting />;
}

function TheRecord({ snapshot }: { readonly snapshot: Snapshot }) {
  const { name, store } = useWorkspace();
  const now = useNow();
  const day = new Date(now).toISOString().slice(0, 10);
  const restart = async () => {
    await store.erase();
    // A whole page load plants the demo anew.
    window.location.assign('/demo');
  };
  return (
    <Bench question="Is the record safe, and how does it go out and in?">
      <section aria-label="Answer">
        <p className="max-w-3xl text-2xl leading-snug lg:text-[1.7rem]">
          <strong className="text-[1.3em] text-glass">{snapshot.entries.length}</strong>{' '}
          {snapshot.entries.length === 1 ? 'entry' : 'entries'} for{' '}
          <strong className="text-[1.3em] text-glass">{snapshot.tanks.length}</strong>{' '}
          {snapshot.tanks.length === 1 ? 'tank' : 'tanks'}, kept in this browser <WhereElse demo={name === 'demo'} />.
        </p>
        <p className="mt-2 max-w-3xl text-soft">
          <KeptSafe /> A file outside the browser is the copy that survives a lost browser or a lost disk.
        </p>
      </section>
      <div className="mt-4 flex flex-wrap gap-2">
        <ExportButton snapshot={snapshot} look="main" />
        <Button onClick={() => saveFile(`mild-tide-entries-${day}.csv`, 'text/csv', entriesCsv(snapshot))}>
          Entries as CSV
        </Button>
      </div>
      <ImportFile snapshot={snapshot} />
      {name === 'mine' && <OwnFileSection zone={snapshot.settings.zone} />}
      {name === 'mine' && <CopiesKept snapshot={snapshot} />}
      <QuarantinedRows />
      <PastChanges snapshot={snapshot} />
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
                  text: failureText(error),
                  error: true,
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

/** What there is besides the database. */
function WhereElse({ demo }: { readonly demo: boolean }) {
  const own = useOwnFile();
  const { heads } = useCopies();
  if (!demo && own?.state === 'written') return <>and in “{own.name}”</>;
  if (!demo && heads?.some(({ place }) => place === 'apart'))
    return <>, with a copy in its local storage, and nowhere else</>;
  return <>and nowhere else</>;
}
