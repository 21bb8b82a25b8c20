'use client';

import { Search, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { ThemeButton } from '../theme';
import { useUndo } from '../use-undo';
import { Find } from './find';
import { Help } from './help';
import { useShortcuts } from './shortcuts';

const TOOL = 'inline-flex min-h-11 items-center gap-1.5 rounded-md px-2 text-soft hover:text-ink';

/** What stands at the right of every screen's head: Find, undo, day and night, help. The shortcuts act wherever this stands. */
export function HeaderTools() {
  const [open, setOpen] = useState<'find' | 'help'>();
  const { undo } = useUndo();
  useShortcuts(setOpen);
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
      <Find
        open={open === 'find'}
        onOpenChange={(next) => setOpen(next ? 'find' : undefined)}
        onHelp={() => setOpen('help')}
      />
      <Help open={open === 'help'} onOpenChange={(next) => setOpen(next ? 'help' : undefined)} />
    </div>
  );
}
