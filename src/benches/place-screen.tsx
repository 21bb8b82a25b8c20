'use client';

import '@/calculators/calculator/without-eval';

import { useEffect, type ReactNode } from 'react';
import { LazyPart, lazy } from '@/interface/lazy/lazy';
import { Door } from '@/interface/shell/door';
import { TankFrame } from '@/interface/shell/tank-frame';
import { BenchNotFetched } from '@/interface/controls/not-loaded';
import { Nowhere } from '@/interface/shell/nowhere';
import { useKeepOffline } from '@/interface/storage/offline';
import { goTo, useAsks, usePlace } from '@/interface/address/place';
import { WorkspaceBoundary } from '@/interface/shell/workspace-failed';
import { Waiting } from '@/interface/lazy/waiting';
import { WorkspaceProvider } from '@/interface/workspace/workspace';
import { isWorkspaceName } from '@/interface/storage/workspace-name';
import { leadsElsewhere } from '@/registry/addresses';
import { BENCHES, type BenchPath } from '@/registry/benches';
import { BenchScreen, fetchScreen } from './bench-screen';

const FIRST_STEPS = lazy(() => import('./first-steps/first-steps').then((of) => of.FirstSteps));

/** Addresses of a record that name no tank: what each opens, and what it shows where there is no tank yet. */
const DOORS: Readonly<Record<string, { readonly bench: BenchPath; readonly otherwise: ReactNode }>> = {
  '': { bench: 'today', otherwise: <First /> },
  record: { bench: 'files', otherwise: <BenchScreen bench="files" /> },
  new: { bench: 'add-tank', otherwise: <BenchScreen bench="add-tank" /> },
  'water-day': { bench: 'water-day', otherwise: <First /> },
};

/** What stands where there is no tank yet. */
function First() {
  return <LazyPart what={FIRST_STEPS} props={{}} otherwise={(again) => <BenchNotFetched again={again} home="/" />} />;
}

/** The one page there is: what the address names, on a shell that is the same everywhere. */
export function PlaceScreen() {
  const place = usePlace();
  const asks = useAsks();
  useKeepOffline();
  const leads = leadsElsewhere(place, asks, Object.keys(DOORS));
  useEffect(() => {
    if (leads !== undefined) goTo(leads, 'replace');
  }, [leads]);
  if (leads !== undefined) return <Waiting />;
  const { workspace, tankId = '', bench } = place;
  if (workspace === undefined || !isWorkspaceName(workspace)) return <Nowhere />;
  const door = DOORS[tankId];
  const screen = BENCHES.find(({ path }) => path === (door?.bench ?? bench));
  if (screen) fetchScreen(screen.path);
  return (
    <WorkspaceProvider key={workspace} name={workspace}>
      <WorkspaceBoundary>
        {door ? (
          <Door bench={door.bench} otherwise={door.otherwise} />
        ) : (
          <TankFrame key={tankId} tankId={tankId}>
            {screen ? <BenchScreen bench={screen.path} /> : <NoBench />}
          </TankFrame>
        )}
      </WorkspaceBoundary>
    </WorkspaceProvider>
  );
}

function NoBench() {
  return (
    <>
      <h1 className="text-2xl">There is no bench at this address.</h1>
      <p className="mt-2 text-soft">Choose a room, or look for it with Find.</p>
    </>
  );
}
