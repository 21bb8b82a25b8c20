'use client';

import { Search, Undo2 } from 'lucide-react';
import { useEffect, useSyncExternalStore } from 'react';
import { LazyPart, lazy } from '../lazy/lazy';
import { PartNotLoaded } from '../controls/not-loaded';
import { ThemeButton } from './theme';
import { useUndo } from '../workspace/use-undo';
import { whenIdle } from '../lazy/when-idle';
import { useHeldEnter, useShortcuts } from './shortcuts';

/** Fetched once the page has nothing else to do: who presses / types on at once. */
const FIND = lazy(() => import('./find').then((of) => of.Find));
const HELP = lazy(() => import('./help').then((of) => of.Help));

const TOOL = 'inline-flex min-h-11 items-center gap-1.5 rounded-md px-2 text-soft hover:text-ink';

/**
 * Which of the two is open. It is kept beside the page: with another tank everything is drawn anew, and what a key opened in that moment must
 * not go with it.
 */
type Opened = 'find' | 'help' | undefined;
let opened: Opened;
const listeners = new Set<() => void>();
const now = () => opened;
const atFirst = () => undefined;

function listen(changed: () => void): () => void {
  listeners.add(changed);
  return () => listeners.delete(changed);
}

function setOpen(next: Opened): void {
  opened = next;
  listeners.forEach((changed) => changed());
}

/** What stands at the right of every screen's head: Find, undo, day and night, help. The shortcuts act wherever this stands. */
export function HeaderTools() {
  const open = useSyncExternalStore(listen, now, atFirst);
  const { undo } = useUndo();
  useShortcuts(setOpen);
  useHeldEnter();
  useEffect(() => whenIdle(() => void Promise.all([FIND.fetch(), HELP.fetch()]).catch(() => undefined)), []);
  const shows = (what: 'find' | 'help') => (next: boolean) => setOpen(next ? what : undefined);
  return (
    <div className="ml-auto flex items-center">
      <button type="button" className={TOOL} onClick={() => setOpen('find')}>
        <Search size={17} aria-hidden="true" />
        Find
      </button>
      <button type="button" aria-label="Undo the last change" className={TOOL} onClick={() => undo()}>
        <Undo2 size={17} aria-hidden="true" />
        <span className="max-xl:hidden">Undo</span>
      </button>
      <ThemeButton />
      <button
        type="button"
        aria-label="Shortcuts, and what the line understands"
        className={`${TOOL} min-w-9 justify-center max-sm:hidden`}
        onClick={() => setOpen('help')}
      >
        ?
      </button>
      {open === 'find' && (
        <LazyPart
          otherwise={(again) => <PartNotLoaded what="Find" again={again} />}
          what={FIND}
          props={{ open: true, onOpenChange: shows('find'), onHelp: () => setOpen('help') }}
        />
      )}
      {open === 'help' && (
        <LazyPart
          otherwise={(again) => <PartNotLoaded what="Help" again={again} />}
          what={HELP}
          props={{ open: true, onOpenChange: shows('help') }}
        />
      )}
    </div>
  );
}
