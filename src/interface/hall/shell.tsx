'use client';

import { DropdownMenu } from 'radix-ui';
import { Link } from '../link';
import { usePathname, useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { quantity, showText } from '@/chemistry/units/quantity';
import { DEMO_PLACE } from '@/demo/scenario';
import { EVERYDAY_IDS, type ParameterId } from '@/calculators/parameters/parameters';
import { lastObservation } from '@/reckoning/observations';
import { netVolumeL, type Book } from '@/record/schema';
import { Banners } from '../banners/banners';
import { BENCHES } from '../benches';
import { BenchBoundary, PartBoundary } from '../fails-alone';
import { HeaderTools } from './header-tools';
import { JotLine } from './jot-line';
import { TideProvider } from '../tide/tide-context';
import { TideLine } from '../tide/tide-line';
import { useWide } from '../use-width';
import { useTank, useWorkspace } from '../workspace';

/** What every screen of a tank stands in: the tank switch, the line to jot in, the tide line and the benches. */
export function TankShell({ children }: { readonly children: ReactNode }) {
  const { book, tank } = useTank();
  const wide = useWide();
  const address = usePathname();
  return (
    <TideProvider key={tank.id} tankId={tank.id} follow={telling(book, tank.id)}>
      <a href="#bench" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-3">
        Skip to the bench
      </a>
      <header className="no-print border-b border-line bg-paper">
        <DemoRibbon />
        <div className="flex items-center gap-3 px-3 py-2 lg:gap-5 lg:px-5">
          <Wordmark />
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
        <TideLine />
      </PartBoundary>
      <Banners />
      <div className="lg:grid lg:grid-cols-[10.5rem_minmax(0,1fr)]">
        <BenchMenu />
        <main id="bench" tabIndex={-1} className="min-w-0 px-4 pt-5 pb-48 outline-none lg:px-6 lg:pb-16">
          <BenchBoundary address={address}>{children}</BenchBoundary>
        </main>
      </div>
    </TideProvider>
  );
}

/** Alkalinity tells most of a reef; a tank where it is not tested yet is followed by what is. */
function telling(book: Book, tankId: string): ParameterId {
  const measured = (parameter: ParameterId) => lastObservation(book, tankId, parameter) !== undefined;
  // A cycling tank is about its nitrogen.
  const cycling = book.tanks.some(
    ({ id, cycle }) => id === tankId && cycle !== undefined && cycle.doneAt === undefined,
  );
  if (cycling && measured('nitrite')) return 'nitrite';
  return measured('alkalinity') ? 'alkalinity' : (EVERYDAY_IDS.findLast(measured) ?? 'alkalinity');
}

/** Leads to the record one works in. */
export function Wordmark() {
  const { name } = useWorkspace();
  return (
    <Link href={`/${name}`} className="flex items-center gap-2 text-lg font-bold tracking-tight whitespace-nowrap">
      <svg width="26" height="18" viewBox="0 0 26 18" aria-hidden="true">
        <path d="M1 6 C5 1 9 1 13 6 S21 11 25 6" fill="none" stroke="var(--glass)" strokeWidth="2.2" />
        <path
          d="M1 13 C5 10 9 10 13 13 S21 16 25 13"
          fill="none"
          stroke="var(--dusk)"
          strokeWidth="1.6"
          strokeDasharray="3 2.4"
        />
      </svg>
      <span className="max-sm:sr-only">Mild Tide</span>
    </Link>
  );
}

/** Says on every screen that this is the demo, and how to leave it. */
export function DemoRibbon() {
  const { name } = useWorkspace();
  if (name !== 'demo') return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 border-b border-line bg-kelp-wash px-3 py-0.5 text-sm text-kelp lg:px-5">
      <span>
        <strong>Demo</strong>
        <span className="max-sm:hidden">: {DEMO_PLACE} and its tanks are invented</span>
      </span>
      <Link href="/mine" className="inline-flex min-h-8 items-center font-semibold underline underline-offset-4">
        Start my own
      </Link>
    </p>
  );
}

function TankSwitch() {
  const { book, tank } = useTank();
  const { name } = useWorkspace();
  const router = useRouter();
  const bench = usePathname().split('/')[3] ?? 'today';
  const volume = (of: typeof tank) => showText(quantity('volume', netVolumeL(of)), book.settings.units);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-11 items-baseline gap-2 rounded-md border border-edge bg-sheet px-3 py-2 whitespace-nowrap">
        <span className="font-semibold">{tank.name}</span>
        <span className="text-sm text-soft max-sm:hidden">{volume(tank)}</span>
        <span aria-hidden="true" className="text-xs text-soft">
          ▼
        </span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-40 min-w-56 rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {book.tanks.map((each) => (
            <DropdownMenu.Item
              key={each.id}
              onSelect={() => router.push(`/${name}/${each.id}/${bench}`)}
              className="flex min-h-11 cursor-pointer items-center justify-between gap-6 rounded px-3 outline-none data-highlighted:bg-glass-wash"
            >
              <span className={each.id === tank.id ? 'font-semibold' : ''}>{each.name}</span>
              <span className="text-sm text-soft">{volume(each)}</span>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item
            onSelect={() => router.push(`/${name}/water-day`)}
            className="flex min-h-11 cursor-pointer items-center rounded px-3 outline-none data-highlighted:bg-glass-wash"
          >
            Water day: all tanks on one list
          </DropdownMenu.Item>
          <DropdownMenu.Item
            onSelect={() => router.push(`/${name}/new`)}
            className="flex min-h-11 cursor-pointer items-center rounded px-3 outline-none data-highlighted:bg-glass-wash"
          >
            Make another tank
          </DropdownMenu.Item>
          <DropdownMenu.Item
            onSelect={() => router.push(`/${name}/record`)}
            className="flex min-h-11 cursor-pointer items-center rounded px-3 outline-none data-highlighted:bg-glass-wash"
          >
            The record: files, units, settings
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The dock is wider than a phone: the bench one is at is never out of its sight. */
function intoView(link: HTMLElement | null): void {
  link?.scrollIntoView({ block: 'nearest', inline: 'center' });
}

/** Beside the bench at a table; on a phone, docked at the foot with the line to jot in. */
function BenchMenu() {
  const { tank } = useTank();
  const { name } = useWorkspace();
  const here = usePathname().split('/')[3];
  const wide = useWide();
  const link = (path: string) => `/${name}/${tank.id}/${path}`;
  return (
    <>
      <nav aria-label="Benches" className="no-print hidden min-h-[70vh] border-r border-line py-4 lg:block">
        <ul>
          {BENCHES.map((bench, i) => (
            <li
              key={bench.path}
              className={i > 0 && BENCHES[i - 1]?.group !== bench.group ? 'mt-2 border-t border-line pt-2' : ''}
            >
              <Link
                href={link(bench.path)}
                title={bench.question}
                aria-current={here === bench.path ? 'page' : undefined}
                className="flex min-h-10 items-center justify-between border-l-4 border-transparent px-4 text-soft hover:text-ink aria-[current=page]:border-glass aria-[current=page]:font-semibold aria-[current=page]:text-ink"
              >
                {bench.name}
                <kbd className="font-sans text-xs text-soft">{bench.key}</kbd>
              </Link>
            </li>
          ))}
          <li className="mt-2 border-t border-line pt-2">
            <Link
              href={`/${name}/water-day`}
              className="flex min-h-10 items-center justify-between border-l-4 border-transparent px-4 text-soft hover:text-ink"
            >
              Water day
              <kbd className="font-sans text-xs text-soft">w</kbd>
            </Link>
          </li>
          <li>
            <Link
              href={`/${name}/record`}
              className="flex min-h-10 items-center border-l-4 border-transparent px-4 text-soft hover:text-ink"
            >
              The record
            </Link>
          </li>
        </ul>
      </nav>
      <div className="no-print fixed inset-x-0 bottom-0 z-30 border-t border-line bg-paper p-2 lg:hidden">
        {!wide && (
          <PartBoundary what="The line to jot in">
            <JotLine />
          </PartBoundary>
        )}
        <nav aria-label="Benches" className="mt-1 overflow-x-auto">
          <ul className="flex">
            {BENCHES.map((bench) => (
              <li key={bench.path}>
                <Link
                  ref={here === bench.path ? intoView : undefined}
                  href={link(bench.path)}
                  aria-current={here === bench.path ? 'page' : undefined}
                  className="flex min-h-11 items-center border-t-4 border-transparent px-[0.45rem] text-[0.95rem] whitespace-nowrap text-soft aria-[current=page]:border-glass aria-[current=page]:font-semibold aria-[current=page]:text-ink"
                >
                  {bench.name}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
      </div>
    </>
  );
}
