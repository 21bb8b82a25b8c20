'use client';

import { useState } from 'react';
import { CommandList, ShortcutHelp, useShortcuts } from './commands';
import { ThemeButton } from '../theme';

/** What stands at the right of every screen's head: the list of commands, day and night, the shortcuts, which act wherever this stands. */
export function HeaderTools() {
  const [open, setOpen] = useState<'commands' | 'help'>();
  useShortcuts(setOpen);
  return (
    <div className="ml-auto flex items-center">
      <button
        type="button"
        className="min-h-11 rounded-md px-2 text-soft hover:text-ink"
        onClick={() => setOpen('commands')}
      >
        Find
      </button>
      <ThemeButton />
      <button
        type="button"
        aria-label="Shortcuts"
        className="min-h-11 min-w-9 rounded-md text-soft hover:text-ink max-sm:hidden"
        onClick={() => setOpen('help')}
      >
        ?
      </button>
      <CommandList
        open={open === 'commands'}
        onOpenChange={(next) => setOpen(next ? 'commands' : undefined)}
        onHelp={() => setOpen('help')}
      />
      <ShortcutHelp open={open === 'help'} onOpenChange={(next) => setOpen(next ? 'help' : undefined)} />
    </div>
  );
}
