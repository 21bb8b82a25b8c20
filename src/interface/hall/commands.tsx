'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useParams, useRouter } from 'next/navigation';
import { useEffect, useMemo } from 'react';
import { BENCHES } from '../benches';
import { JOT_FIELD } from './jot-line';
import { toggleTheme } from '../theme';
import { useUndo } from '../use-undo';
import { useBookIfRead, useWorkspace } from '../workspace';

interface Action {
  readonly name: string;
  /** A single letter or figure, when it has one. */
  readonly key?: string;
  readonly group: 'Benches' | 'Tanks' | 'Do';
  readonly run: () => void;
}

/** Everything that can be done from anywhere; the command list shows it and the shortcuts run it. */
function useActions(): readonly Action[] {
  const { name } = useWorkspace();
  const { undo, redo } = useUndo();
  const book = useBookIfRead();
  const router = useRouter();
  const { tank: inView } = useParams<{ tank?: string }>();
  // On a screen of all tanks the benches are those of the first.
  const tank = inView ?? book?.tanks[0]?.id;
  return useMemo(() => {
    return [
      ...(tank
        ? BENCHES.map((bench): Action => ({
            name: `${bench.name}: ${bench.question}`,
            key: bench.key,
            group: 'Benches',
            run: () => router.push(`/${name}/${tank}/${bench.path}`),
          }))
        : []),
      ...(book?.tanks ?? []).map((each): Action => ({
        name: each.name,
        group: 'Tanks',
        run: () => router.push(`/${name}/${each.id}/today`),
      })),
      { name: 'Water day: all tanks on one list', key: 'w', group: 'Do', run: () => router.push(`/${name}/water-day`) },
      { name: 'Jot a line', key: 'j', group: 'Do', run: focusJotLine },
      { name: 'Undo the last change', key: 'u', group: 'Do', run: () => undo() },
      { name: 'Redo what was undone', key: 'y', group: 'Do', run: () => redo() },
      { name: 'Day or night', key: 'n', group: 'Do', run: () => void toggleTheme() },
      { name: 'Make another tank', group: 'Do', run: () => router.push(`/${name}/new`) },
      {
        name: 'The record: export, import, units, settings',
        key: 'r',
        group: 'Do',
        run: () => router.push(`/${name}/record`),
      },
      name === 'demo'
        ? { name: 'Start my own record', group: 'Do', run: () => router.push('/mine') }
        : { name: 'Look at the demo', group: 'Do', run: () => router.push('/demo') },
    ];
  }, [name, undo, redo, book, router, tank]);
}

function focusJotLine(): void {
  document.querySelector<HTMLInputElement>(`[${JOT_FIELD}]`)?.focus();
}

/** Single letters act only outside fields, and can be turned off in the settings; Ctrl or ⌘ with K always opens the list. */
export function useShortcuts(open: (what: 'commands' | 'help') => void): void {
  const actions = useActions();
  const letters = useBookIfRead()?.settings.letterShortcuts ?? true;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        open('commands');
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
      else if (event.key === '/') open('commands');
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

interface DialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

export function CommandList({ open, onOpenChange, onHelp }: DialogProps & { readonly onHelp: () => void }) {
  const actions = useActions();
  const choose = (run: () => void) => {
    onOpenChange(false);
    // The dialog gives the focus back as it closes; what is chosen may want it after that.
    setTimeout(run, 60);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(36rem,94vw)] -translate-x-1/2 overflow-hidden rounded-lg border border-edge bg-sheet shadow-xl"
        >
          <Dialog.Title className="sr-only">Find a bench, a tank or something to do</Dialog.Title>
          <Command label="Find a bench, a tank or something to do" loop>
            <Command.Input
              placeholder="Find a bench, a tank, something to do"
              className="min-h-12 w-full border-b border-line bg-transparent px-4 outline-none placeholder:text-soft"
            />
            <Command.List className="max-h-[55vh] overflow-y-auto p-2">
              <Command.Empty className="p-3 text-soft">Nothing by that name.</Command.Empty>
              {(['Benches', 'Tanks', 'Do'] as const).map((group) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft"
                >
                  {actions
                    .filter((action) => action.group === group)
                    .map((action) => (
                      <Item
                        key={action.name}
                        name={action.name}
                        shortcut={action.key}
                        onSelect={() => choose(action.run)}
                      />
                    ))}
                  {group === 'Do' && <Item name="Shortcuts" shortcut="?" onSelect={() => choose(onHelp)} />}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Item({
  name,
  shortcut,
  onSelect,
}: {
  readonly name: string;
  readonly shortcut?: string | undefined;
  readonly onSelect: () => void;
}) {
  return (
    <Command.Item
      value={name}
      onSelect={onSelect}
      className="flex min-h-11 cursor-pointer items-center justify-between gap-4 rounded px-2 data-[selected=true]:bg-glass-wash"
    >
      {name}
      {shortcut && <Key name={shortcut} />}
    </Command.Item>
  );
}

function Key({ name }: { readonly name: string }) {
  return (
    <kbd className="min-w-7 rounded border border-edge px-1.5 text-center font-sans text-sm text-soft">{name}</kbd>
  );
}

export function ShortcutHelp({ open, onOpenChange }: DialogProps) {
  const actions = useActions();
  const rows: [string, string][] = [
    ['/', 'Find a bench, a tank or something to do (also Ctrl K)'],
    ...actions.flatMap(({ key, name }): [string, string][] => (key ? [[key, name]] : [])),
    ['← →', 'Move the tide line, when it has the focus'],
    ['↑ ↓', 'Nearer and wider, when it has the focus'],
    ['Home', 'Tide line back to now'],
    ['?', 'This list'],
  ];
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-y-auto rounded-lg border border-edge bg-sheet p-5 shadow-xl"
        >
          <Dialog.Title className="text-lg font-semibold">Shortcuts</Dialog.Title>
          <dl className="mt-3 space-y-1.5">
            {rows.map(([key, name]) => (
              <div key={key} className="flex gap-4">
                <dt className="w-16 shrink-0">
                  <Key name={key} />
                </dt>
                <dd>{name}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-4 text-sm text-soft">Letters can be turned off in the record’s settings.</p>
          <Dialog.Close className="mt-3 min-h-11 rounded-md border border-edge px-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
