'use client';

import { useEffect } from 'react';
import { useSnapshotIfRead } from '../workspace/workspace';
import { useActions } from './actions';
import { expectTyping, keptAhead } from './typed-ahead';

/** A field that went while it was typed into: what is typed for so long after it, ms, was meant for it and is no shortcut. */
const MEANT_FOR_THE_FIELD_MS = 1000;
const FIELDS = 'input, textarea, select';
/** Keys by which a field is done with. */
const ENDS: readonly string[] = ['Enter', 'Escape', 'Tab'];

/** Single letters act only outside fields, and can be turned off in the settings; Ctrl or ⌘ with K always opens Find. */
export function useShortcuts(open: (what: 'find' | 'help') => void): void {
  const actions = useActions();
  const letters = useSnapshotIfRead()?.settings.letterShortcuts ?? true;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const late = typedTooLate(event);
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        expectTyping();
        open('find');
        return;
      }
      const target = event.target as HTMLElement;
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
      if (plain && !target.closest(`${FIELDS}, [role=dialog]`) && keptAhead(event.key)) {
        event.preventDefault();
        return;
      }
      if (
        !letters ||
        late ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest(`${FIELDS}, [role=dialog], [role=alertdialog], [role=menu]`)
      )
        return;
      if (event.key === '?') open('help');
      else if (event.key === '/') {
        expectTyping();
        open('find');
      } else {
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

/** A key that is held files once: what it repeats presses no button and sends no form. */
export function useHeldEnter(): void {
  useEffect(() => {
    const hold = (event: KeyboardEvent) => {
      if (event.repeat && event.key === 'Enter' && !(event.target instanceof HTMLTextAreaElement))
        event.preventDefault();
    };
    document.addEventListener('keydown', hold, { capture: true });
    return () => document.removeEventListener('keydown', hold, { capture: true });
  }, []);
}

let typedIn: { readonly field: Element; readonly at: number } | undefined;

/**
 * Whether a key follows so soon on others that were typed into a field which is gone, that it was meant for that field. One that was left
 * with Enter, Escape or Tab was done with, and so is the field of a dialog.
 */
function typedTooLate({ target, key, timeStamp }: KeyboardEvent): boolean {
  const field = target instanceof Element ? target.closest(FIELDS) : null;
  if (field) typedIn = ENDS.includes(key) || field.closest('[role=dialog]') ? undefined : { field, at: timeStamp };
  const late =
    !field && typedIn !== undefined && !typedIn.field.isConnected && timeStamp - typedIn.at < MEANT_FOR_THE_FIELD_MS;
  // A hand that has not looked up yet types on.
  if (late && typedIn) typedIn = { ...typedIn, at: timeStamp };
  return late;
}
