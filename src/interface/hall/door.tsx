'use client';

import { useEffect, type ReactNode } from 'react';
import { benchAddress } from '@/registry/addresses';
import type { BenchPath } from '@/registry/benches';
import { lastTank } from '../last-tank';
import { goTo } from '../place';
import { Waiting } from '../waiting';
import { useBookIfRead, useTrouble, useWorkspace } from '../workspace';
import { PlainPage } from './tank-frame';

/** An address of a record that names no tank: it leads to the tank looked at last, or shows what is there while there is none. */
export function Door({ bench, otherwise }: { readonly bench: BenchPath; readonly otherwise: ReactNode }) {
  const { name } = useWorkspace();
  const book = useBookIfRead();
  const trouble = useTrouble();
  const tank = book && lastTank(name, book);
  const to = tank && benchAddress(name, tank.id, bench);
  useEffect(() => {
    if (to) goTo(to, 'replace');
  }, [to]);
  if (to || (!book && !trouble)) return <Waiting />;
  return <PlainPage>{book ? otherwise : null}</PlainPage>;
}
