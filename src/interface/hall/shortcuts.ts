'use client';

import { useEffect } from 'react';
import { useBookIfRead } from '../workspace';
import { useActions } from './actions';

/** Single letters act only outside fields, and can be turned off in the settings; Ctrl or ⌘ with K always opens Find. */
export function useShortcuts(open: (what: 'find' | 'help') => void): void {
  const actions = useActions();
  const letters = useBookIfRead()?.settings.letterShortcuts ?? true;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        open('find');
        return;
      }
      const target = event.target as HTMLElement;
      if (
        !letters ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest('input, textarea, select, [role=dialog], [role=alertdialog], [role=menu]')
      )
        return;
      if (event.key === '?') open('help');
      else if (event.key === '/') open('find');
      else {
        const action = actions.find(({ key }) => key === event.key);
        if (!action) return;
        // A key that is held acts once: undo must not run through the record.
        if (!event.repeat) action.run();
      }
      event.preventDefault();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [actions, letters, open]);
}
