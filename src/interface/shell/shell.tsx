'use client';

import { useLayoutEffect, type ReactNode } from 'react';
import { EVERYDAY_IDS, type ParameterId } from '@/calculators/parameters/parameters';
import { lastObservation } from '@/derived/observations/observations';
import type { Snapshot } from '@/record/schema';
import { Banners } from '../banners/banners';
import { BenchBoundary, PartBoundary } from './fails-alone';
import { LazyPart, lazy } from '../lazy/lazy';
import { PartNotLoaded } from '../controls/not-loaded';
import { TimelineProvider, useTimeline } from '../timeline/timeline-context';
import { beginAtTheTop, useAddress, useAsks } from '../address/place';
import { useHere } from '../workspace/here';
import { useQuiet } from '../lazy/when-idle';
import { useWide } from '../controls/use-width';
import { useTank } from '../workspace/workspace';
import { BenchMenu } from './bench-menu';
import { DangerStrip } from './danger-strip';
import { DemoNote } from './demo-note';
import { HeaderTools } from './header-tools';
import { JotLine } from './jot-line';
import { PhoneBar } from './phone-bar';
import { Rail } from './rail';
import { TankSwitch } from './tank-switch';
import { Wordmark } from './wordmark';

/** Drawn after the answer: what it is worked out from is the half of the product. */
const TIMELINE = lazy(() => import('../timeline/timeline').then((of) => of.Timeline));
const NONE = {};

/** The tide line's place, until it is drawn. */
function TimelinePlace() {
  return (
    <div
      className={`no-print border-b border-line bg-sheet ${useTimeline().folded ? 'h-9' : 'h-[8.55rem] lg:h-[6.55rem]'}`}
    />
  );
}

/** What every screen of a record stands in: the rooms, the tank switch, the line to jot in and the tide line. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const { snapshot, tank } = useTank();
  const { bench } = useHere();
  const quiet = useQuiet();
  const wide = useWide();
  const address = useAddress();
  const part = useAsks().get('as');
  useLayoutEffect(beginAtTheTop, [address]);
  return (
    <TimelineProvider key={tank.id} tankId={tank.id} follow={telling(snapshot, tank.id)}>
      <a href="#bench" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-3">
        Skip to the bench
      </a>
      <div className="lg:grid lg:grid-cols-[14.5rem_minmax(0,1fr)] print:block!">
        <Rail />
        <div className="min-w-0">
          <header className="no-print border-b border-line bg-paper">
            <DemoNote className="flex items-center gap-x-3 border-b border-line px-3 lg:hidden" />
            <div className="flex items-center gap-2 px-3 py-1.5 lg:gap-4 lg:px-5">
              {!wide && <Wordmark />}
              <TankSwitch />
              {wide && (
                <PartBoundary what="The line to jot in">
                  <JotLine />
                </PartBoundary>
              )}
              <HeaderTools />
            </div>
          </header>
          <PartBoundary what="The tide line">
            <LazyPart
              what={TIMELINE}
              wanted={quiet}
              props={NONE}
              before={<TimelinePlace />}
              otherwise={(again) => <PartNotLoaded what="The tide line" again={again} />}
            />
          </PartBoundary>
          <Banners />
          <PartBoundary what="The list of dangers">
            <DangerStrip />
          </PartBoundary>
          {!wide && <BenchMenu />}
          <main
            id="bench"
            aria-label={bench?.name}
            tabIndex={-1}
            className="min-w-0 px-4 pt-4 pb-48 outline-none lg:px-6 lg:pb-16"
          >
            <BenchBoundary address={address} part={part}>
              {children}
            </BenchBoundary>
          </main>
          {!wide && <PhoneBar />}
        </div>
      </div>
    </TimelineProvider>
  );
}

/** Alkalinity says most of a reef; a tank where it is not tested yet is followed by what is. */
function telling(snapshot: Snapshot, tankId: string): ParameterId {
  const measured = (parameter: ParameterId) => lastObservation(snapshot, tankId, parameter) !== undefined;
  // A cycling tank is about its nitrogen.
  const cycling = snapshot.tanks.some(
    ({ id, cycle }) => id === tankId && cycle !== undefined && cycle.doneAt === undefined,
  );
  if (cycling && measured('nitrite')) return 'nitrite';
  return measured('alkalinity') ? 'alkalinity' : (EVERYDAY_IDS.findLast(measured) ?? 'alkalinity');
}
