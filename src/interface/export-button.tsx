'use client';

import type { Book } from '@/record/schema';
import { Button } from './button';
import { exportBook } from './export-book';
import { useWorkspace } from './workspace';

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
  return (
    <Button
      look={look}
      onClick={() => {
        if (exportBook(book, store.setApart)) onDone?.();
      }}
    >
      Export everything
    </Button>
  );
}
