'use client';

import { useEffect, type ReactNode } from 'react';
import { Banners } from '../banners/banners';
import { CycleProvider } from '../workspace/cycle-context';
import { rememberTank } from '../storage/last-tank';
import { Link } from '../address/link';
import { Waiting } from '../lazy/waiting';
import { TankProvider, useSnapshotIfRead, useStorageError, useWorkspace } from '../workspace/workspace';
import { DemoNote } from './demo-note';
import { Shell } from './shell';
import { HeaderTools } from './header-tools';
import { Wordmark } from './wordmark';

/** Finds the tank an address names and puts the shell around its bench. */
export function TankFrame({ tankId, children }: { readonly tankId: string; readonly children: ReactNode }) {
  const snapshot = useSnapshotIfRead();
  const storageError = useStorageError();
  const { name } = useWorkspace();
  const tank = snapshot?.tanks.find(({ id }) => id === tankId);
  useEffect(() => {
    if (tank) rememberTank(name, tank.id);
  }, [name, tank]);
  if (!snapshot) return storageError ? <Banners /> : <Waiting />;
  if (!tank) {
    return (
      <PlainPage>
        <h1 className="text-2xl">There is no tank at this address.</h1>
        <p className="mt-2 text-soft">
          It may have been removed, or belongs to another browser.{' '}
          <Link className="text-glass underline underline-offset-4" href={`/${name}`}>
            Go to the tanks there are
          </Link>
          .
        </p>
      </PlainPage>
    );
  }
  return (
    <TankProvider snapshot={snapshot} tank={tank}>
      <CycleProvider key={tank.id}>
        <Shell>{children}</Shell>
      </CycleProvider>
    </TankProvider>
  );
}

/** A page of a record that holds no tank yet: there is nothing to jot, and no time to draw. */
export function PlainPage({ children }: { readonly children: ReactNode }) {
  return (
    <>
      <header className="no-print border-b border-line">
        <DemoNote className="flex items-center gap-x-3 border-b border-line px-3 py-0.5 lg:px-5" />
        <div className="flex items-center gap-4 px-3 py-2 lg:px-5">
          <Wordmark />
          <HeaderTools />
        </div>
      </header>
      <Banners />
      <main className="px-4 py-6 lg:px-8">{children}</main>
    </>
  );
}
