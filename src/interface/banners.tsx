'use client';

import { useState, type ReactNode } from 'react';
import type { Book } from '@/record/schema';
import { replaceWith } from '@/record/file';
import { readCopyKept } from '@/workers/records';
import { askFirst } from './ask-first';
import { copyTaken, declineCopy, lookForCopies, useCopies } from './copies';
import { ExportButton } from './export-button';
import { failureText } from './failure-text';
import { hereZone } from './here-zone';
import { notify } from './notices';
import { whenText } from './when';
import { useBookIfRead, useCommit, useNow, useSetApart, useTrouble, useWasFull, useWorkspace } from './workspace';
import { Link } from './link';

/** What stands above every screen when something is amiss with the record, the disk, the clock or the zone. */
export function Banners() {
  return (
    <>
      <TroubleBanner />
      <CopyBanner />
      <SetApartBanner />
      <ClockBanner />
      <ZoneBanner />
    </>
  );
}

function Banner({
  grave = false,
  children,
  actions,
}: {
  readonly grave?: boolean;
  readonly children: ReactNode;
  readonly actions: ReactNode;
}) {
  return (
    <div
      role={grave ? 'alert' : 'status'}
      className={`no-print flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-4 py-2 ${grave ? 'bg-rust-wash text-rust' : 'bg-kelp-wash text-kelp'}`}
    >
      <p className="min-w-0 flex-1 basis-72">{children}</p>
      <div className="flex flex-wrap items-center gap-x-2">{actions}</div>
    </div>
  );
}

function Act({ onClick, children }: { readonly onClick: () => void; readonly children: ReactNode }) {
  return (
    <button type="button" className="min-h-11 px-2 font-semibold underline underline-offset-4" onClick={onClick}>
      {children}
    </button>
  );
}

/** Says what storage refused, and what can be done about it; nothing typed is lost by it. */
export function TroubleBanner() {
  const trouble = useTrouble();
  const { store } = useWorkspace();
  const book = useBookIfRead();
  if (!trouble) return <WasFullBanner />;
  const retry = async () => {
    await store.retry().catch(() => undefined);
    await lookForCopies(store);
  };
  const startEmpty = async () => {
    const sure = await askFirst({
      title: 'Start with an empty record?',
      text: 'What is still in memory is let go. Export it first if it may be wanted.',
      yes: 'Start empty',
      no: 'Cancel',
    });
    if (sure) await store.letGo().catch(() => undefined);
  };
  return (
    <Banner
      grave
      actions={
        <>
          {book && ['full', 'cleared', 'damaged', 'stuck', 'failed', 'unavailable'].includes(trouble.kind) && (
            <ExportButton book={book} />
          )}
          {trouble.kind === 'cleared' ? (
            <>
              <Act
                onClick={() =>
                  void store.putBack().catch((error: unknown) => notify({ text: failureText(error), trouble: true }))
                }
              >
                Put it back
              </Act>
              <Act onClick={() => void startEmpty()}>Start empty</Act>
            </>
          ) : trouble.kind === 'outdated' ? (
            <Act onClick={() => window.location.reload()}>Reload</Act>
          ) : (
            <Act onClick={() => void retry()}>Try again</Act>
          )}
        </>
      }
    >
      {trouble.message}
    </Banner>
  );
}

/** After a full disk the browser may lose what it says it wrote: that is said until it was exported. */
function WasFullBanner() {
  const full = useWasFull();
  const book = useBookIfRead();
  const [done, setDone] = useState(false);
  if (!full || !book || done) return null;
  return (
    <Banner
      actions={
        <>
          <ExportButton book={book} onDone={() => setDone(true)} />
          <Act onClick={() => setDone(true)}>Close</Act>
        </>
      }
    >
      The disk was full a while ago. What was logged since is saved, but a browser may lose its database after that when
      it is restarted: export everything before you close it.
    </Banner>
  );
}

/** A copy of the record that holds more than what was opened. */
function CopyBanner() {
  const { offer } = useCopies();
  const { name, store } = useWorkspace();
  const book = useBookIfRead();
  const trouble = useTrouble();
  const commit = useCommit();
  const now = useNow();
  if (name !== 'mine' || !offer || (!book && trouble?.kind !== 'damaged')) return null;
  const { head, why } = offer;
  const zone = book?.settings.zone ?? hereZone();
  const when = whenText(head.at, now, zone);
  const holds = `${head.tanks} ${head.tanks === 1 ? 'tank' : 'tanks'} and ${head.entries} ${head.entries === 1 ? 'entry' : 'entries'}`;
  const bringBack = async () => {
    try {
      const told = await readCopyKept(head.name);
      if ('faults' in told) {
        notify({ text: `This copy cannot be read: ${told.faults[0] ?? ''}`, trouble: true });
        return;
      }
      if (!book) await store.erase();
      const present = store.book;
      if (present && (await commit(replaceWith(told.read.book, present, `Brought back the copy of ${when}`))))
        copyTaken();
    } catch (error) {
      notify({ text: failureText(error), trouble: true });
    }
  };
  return (
    <Banner
      grave={why === 'empty'}
      actions={
        <>
          <Act onClick={() => void bringBack()}>Bring it back</Act>
          <Link
            href={`/${name}/record`}
            className="inline-flex min-h-11 items-center px-2 underline underline-offset-4"
          >
            All copies
          </Link>
          <Act onClick={() => declineCopy(head.name)}>{why === 'empty' ? 'Start afresh' : 'Stay with this'}</Act>
        </>
      }
    >
      {!book
        ? `A copy of the record is kept apart from its database: ${when}, ${holds}.`
        : why === 'empty'
          ? `The record opened empty, but a copy of it is kept apart: ${when}, ${holds}. The browser may have lost its database.`
          : `The record opened without its last changes. A copy kept apart has them: ${when}, ${holds}.`}
    </Banner>
  );
}

function SetApartBanner() {
  const setApart = useSetApart();
  const { name } = useWorkspace();
  if (setApart.length === 0) return null;
  return (
    <Banner
      actions={
        <Link
          href={`/${name}/record`}
          className="inline-flex min-h-11 items-center px-2 font-semibold underline underline-offset-4"
        >
          Look at {setApart.length === 1 ? 'it' : 'them'}
        </Link>
      }
    >
      {setApart.length === 1 ? 'One row' : `${setApart.length} rows`} of the record on disk cannot be read and{' '}
      {setApart.length === 1 ? 'is' : 'are'} set apart; nothing is worked out from{' '}
      {setApart.length === 1 ? 'it' : 'them'}.
    </Banner>
  );
}

/** A clock at its start, or behind what was logged, would file entries in the past. */
function ClockBanner() {
  const book = useBookIfRead();
  const now = useNow();
  const [closed, setClosed] = useState(false);
  const wrong = book && !closed ? clockFault(book, now) : undefined;
  if (!wrong) return null;
  return <Banner actions={<Act onClick={() => setClosed(true)}>Close</Act>}>{wrong}</Banner>;
}

const DAY_MS = 86_400_000;
/** Before any reef was kept with this. */
const NO_CLOCK_BEFORE = Date.UTC(2020, 0, 1);

export function clockFault({ entries, settings: { zone } }: Book, now: number): string | undefined {
  if (now < NO_CLOCK_BEFORE)
    return `This device’s clock stands at ${new Date(now).toISOString().slice(0, 10)}: what is logged would be filed on that day. Set the clock first.`;
  const last = entries.at(-1)?.at ?? 0;
  if (last - now > DAY_MS)
    return `The last entry lies ahead of this device’s clock, ${whenText(last, now, zone)}: the clock may be slow, or the entry’s date a slip.`;
  return undefined;
}

/** A device that moved: days begin elsewhere than where it stands, until its keeper says. */
function ZoneBanner() {
  const book = useBookIfRead();
  const { name } = useWorkspace();
  const commit = useCommit();
  const here = hereZone();
  const [stays, setStays] = useState(() => keptStay(name));
  if (!book || name === 'demo' || book.tanks.length === 0) return null;
  const { zone } = book.settings;
  if (sameClock(zone, here) || stays === `${zone} ${here}`) return null;
  const stay = () => {
    setStays(`${zone} ${here}`);
    try {
      localStorage.setItem(stayKey(name), `${zone} ${here}`);
    } catch {
      // Then it is asked again at the next opening.
    }
  };
  const there = here.replaceAll('_', ' ');
  return (
    <Banner
      actions={
        <>
          <Act
            onClick={() =>
              void commit({ label: `Days begin in ${there}`, settings: (present) => ({ ...present, zone: here }) })
            }
          >
            Use {there}
          </Act>
          <Act onClick={stay}>Stay with {zone.replaceAll('_', ' ')}</Act>
        </>
      }
    >
      This device is in {there}; the record’s days begin in {zone.replaceAll('_', ' ')}. Where does the tank stand?
    </Banner>
  );
}

function stayKey(name: string): string {
  return `mild-tide:zone-stays:${name}`;
}
function keptStay(name: string): string | null {
  try {
    return localStorage.getItem(stayKey(name));
  } catch {
    return null;
  }
}

/** Whether two zones tell the same time now and half a year from now: then there is nothing to ask. */
function sameClock(a: string, b: string): boolean {
  if (a === b) return true;
  const told = (zone: string, at: number) =>
    new Intl.DateTimeFormat('en', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(at);
  const now = Date.now();
  return [now, now + 182 * DAY_MS].every((at) => told(a, at) === told(b, at));
}
