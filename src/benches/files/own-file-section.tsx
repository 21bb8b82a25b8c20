'use client';

import { Button } from '@/interface/controls/button';
import { failureText } from '@/interface/storage/failure-text';
import { notify } from '@/interface/notices/notices';
import {
  allowOwnFile,
  canChooseFile,
  chooseOwnFile,
  leaveOwnFile,
  useOwnFile,
  type OwnFile,
} from '@/interface/storage/own-file';
import { whenText } from '@/interface/time/when';
import { DATABASES, useNow, useWorkspace } from '@/interface/workspace/workspace';

/** The file on the keeper's own disk that the record is written into after each change. */
export function OwnFileSection({ zone }: { readonly zone: string }) {
  const { store } = useWorkspace();
  const own = useOwnFile();
  const now = useNow();
  if (!canChooseFile())
    return (
      <Section>
        <p className="mt-1 text-soft">
          This browser does not let a page write into a file of yours: “Export everything” now and then is what outlasts
          it.
        </p>
      </Section>
    );
  const choose = () =>
    chooseOwnFile(DATABASES.mine, store).catch((error: unknown) => notify({ text: failureText(error), error: true }));
  return (
    <Section>
      <p className="mt-1 text-soft">
        {own
          ? wordsOf(own, (at) => whenText(at, now, zone))
          : 'Choose a file once, and the record is written into it after each change. It outlasts the browser, and may lie on another disk or in a folder that is backed up.'}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {own?.state === 'asks' && (
          <Button look="main" onClick={() => void allowOwnFile(DATABASES.mine, store)}>
            Go on writing into it
          </Button>
        )}
        <Button onClick={() => void choose()}>
          {own ? 'Choose another file to write into' : 'Choose a file to write into'}
        </Button>
        {own && <Button onClick={() => void leaveOwnFile()}>Write into it no more</Button>}
      </div>
    </Section>
  );
}

function Section({ children }: { readonly children: React.ReactNode }) {
  return (
    <section aria-label="A file of your own" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">A file of your own</h2>
      {children}
    </section>
  );
}

function wordsOf({ name, state, at }: OwnFile, when: (at: number) => string): string {
  const last = at === undefined ? '' : ` It was last written ${when(at)}.`;
  switch (state) {
    case 'written':
      return `The record is written into “${name}” after each change, last ${at === undefined ? '' : when(at)}.`;
    case 'to-write':
      return `The record is written into “${name}” after each change.${last}`;
    case 'asks':
      return `The browser asks again, each visit, whether “${name}” may be written.${last}`;
    case 'forgotten':
      return `The browser has forgotten “${name}”, with whatever else it lost: what is in it stands. Choose it again to go on writing into it, or import it.`;
    case 'failed':
      return `“${name}” could not be written: it may have been moved, or its disk is full or away.${last}`;
  }
}
