'use client';

import { Link } from '../link';
import type { ReactNode } from 'react';
import { CycleProvider } from '../cycle-context';
import { HeaderTools } from './header-tools';
import { Banners } from '../banners/banners';
import { DemoRibbon, TankShell, Wordmark } from './shell';
import { TankProvider, Waiting, useBookIfRead, useTrouble, useWorkspace } from '../workspace';

/** Finds the tank an address names and puts the shell around its bench. */
export function TankFrame({ tankId, children }: { readonly tankId: string; readonly children: ReactNode }) {
  const book = useBookIfRead();
  const trouble = useTrouble();
  const { name } = useWorkspace();
  if (!book) return trouble ? <Banners /> : <Waiting />;
  const tank = book.tanks.find(({ id }) => id === tankId);
  if (!tank) {
    return (
      <PlainPage>
        <h1 className="text-2xl">No tank stands at this address.</h1>
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
    <TankProvider book={book} tank={tank}>
      <CycleProvider key={tank.id}>
        <TankShell>{children}</TankShell>
      </CycleProvider>
    </TankProvider>
  );
}

/** A page of a workspace that belongs to no one tank. */
export function PlainPage({ children }: { readonly children: ReactNode }) {
  return (
    <>
      <header className="no-print border-b border-line">
        <DemoRibbon />
        <div className="flex items-center gap-4 px-3 py-3 lg:px-5">
          <Wordmark />
          <HeaderTools />
        </div>
      </header>
      <Banners />
      <main className="px-4 py-6 lg:px-8">{children}</main>
    </>
  );
}
