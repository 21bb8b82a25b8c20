'use client';

import { writeFile } from '@/record/file';
import type { Book } from '@/record/schema';
import { Button } from './button';
import { saveFile } from './save';
import { notify } from './notices';
import { useWorkspace } from './workspace';

/** Hands over the whole record as it stands in memory: no database is asked, so it works when that fails. */
export function ExportButton({
  book,
  look = 'plain',
  onDone,
}: {
  readonly book: Book;
  readonly look?: 'main' | 'plain';
  readonly onDone?: () => void;
}) {
  const { store } = useWorkspace();
  const save = () => {
    const now = new Date();
    try {
      const text = writeFile(book, now, store.setApart);
      saveFile(`mild-tide-${now.toISOString().slice(0, 10)}.json`, 'application/json', text);
      onDone?.();
    } catch {
      // The rows were read through their schemas, so this is a fault; what is in memory goes out all the same, as it is.
      saveFile(`mild-tide-as-it-is-${now.toISOString().slice(0, 10)}.json`, 'application/json', JSON.stringify(book));
      notify({ text: 'Something of the record does not fit; it was exported as it is.', trouble: true });
    }
  };
  return (
    <Button look={look} onClick={save}>
      Export everything
    </Button>
  );
}
