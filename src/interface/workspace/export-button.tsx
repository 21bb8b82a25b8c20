'use client';

import type { Snapshot } from '@/record/schema';
import { Button } from '../controls/button';
import { exportRecord } from '../storage/export-record';
import { useWorkspace } from './workspace';

export function ExportButton({
  snapshot,
  look = 'plain',
  onDone,
}: {
  readonly snapshot: Snapshot;
  readonly look?: 'main' | 'plain';
  readonly onDone?: () => void;
}) {
  const { store } = useWorkspace();
  return (
    <Button
      look={look}
      onClick={() => {
        if (exportRecord(snapshot, store.quarantined)) onDone?.();
      }}
    >
      Export everything
    </Button>
  );
}
