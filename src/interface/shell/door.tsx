'use client';

import { useEffect, type ReactNode } from 'react';
import { benchAddress } from '@/registry/addresses';
import type { BenchPath } from '@/registry/benches';
import { lastTank } from '../storage/last-tank';
import { goTo } from '../address/place';
import { Waiting } from '../lazy/waiting';
import { useSnapshotIfRead, useStorageError, useWorkspace } from '../workspace/workspace';
import { PlainPage } from './tank-frame';

/** An address of a record that names no tank: it leads to the tank looked at last, or shows what is there while there is none. */
export function Door({ bench, otherwise }: { readonly bench: BenchPath; readonly otherwise: ReactNode }) {
  const { name } = useWorkspace();
  const snapshot = useSnapshotIfRead();
  const storageError = useStorageError();
  const tank = snapshot && lastTank(name, snapshot);
  const to = tank && benchAddress(name, tank.id, bench);
  useEffect(() => {
    if (to) goTo(to, 'replace');
  }, [to]);
  if (to || (!snapshot && !storageError)) return <Waiting />;
  return <PlainPage>{snapshot ? otherwise : null}</PlainPage>;
}
