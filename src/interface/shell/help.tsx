'use client';

import { Dialog } from 'radix-ui';
import { useMemo } from 'react';
import { lineExamples } from '@/jot/example';
import type { Snapshot } from '@/record/schema';
import { useSnapshotIfRead } from '../workspace/workspace';
import { useActions } from './actions';
import { KeyCap } from './key-cap';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** The keys, and what the line understands, with examples in the keeper's own units. */
export function Help({ open, onOpenChange }: Props) {
  const actions = useActions();
  const snapshot = useSnapshotIfRead();
  const rows: (readonly [string, string])[] = [
    ['/', 'Find (also Ctrl K)'],
    ...actions.flatMap(({ key, name }): [string, string][] => (key ? [[key, name]] : [])),
    ['← →', 'Move the tide line, when it has the focus'],
    ['↑ ↓', 'Zoom the tide line, when it has the focus'],
    ['Home', 'Tide line back to now'],
    ['Esc', 'Leave the line; close what is open'],
    ['?', 'This list'],
  ];
  const examples = useMemo(
    () =>
      snapshot
        ? lineExamples(
            snapshot.settings.units,
            exampleSolution(snapshot),
            snapshot.instruments.find(({ parameter }) => parameter === 'magnesium')?.name,
          )
        : [],
    [snapshot],
  );
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[6vh] left-1/2 z-50 max-h-[88vh] w-[min(62rem,94vw)] -translate-x-1/2 overflow-y-auto rounded-lg border border-edge bg-sheet p-5 shadow-xl"
        >
          <Dialog.Title className="text-lg font-semibold">Shortcuts, and what the line understands</Dialog.Title>
          <section aria-label="What the line understands" className="mt-3">
            <h2 className="font-semibold">The line</h2>
            <p className="text-soft">One line takes a whole session, in any order; commas are optional.</p>
            <dl className="mt-1 grid gap-x-8 sm:grid-cols-2">
              {examples.map(({ what, example }) => (
                <div key={what} className="border-t border-line py-1">
                  <dt className="text-sm text-soft">{what}</dt>
                  <dd className="font-semibold">{example}</dd>
                </div>
              ))}
            </dl>
          </section>
          <section aria-label="Shortcuts" className="mt-5">
            <h2 className="font-semibold">Keys</h2>
            <dl className="mt-1 grid gap-x-8 gap-y-1.5 sm:grid-cols-2 lg:grid-cols-3">
              {rows.map(([key, name]) => (
                <div key={key} className="flex gap-3">
                  <dt className="w-14 shrink-0">
                    <KeyCap name={key} />
                  </dt>
                  <dd className="min-w-0">{name}</dd>
                </div>
              ))}
            </dl>
            <p className="mt-3 text-sm text-soft">Single letters can be turned off in the settings.</p>
          </section>
          <Dialog.Close className="mt-3 min-h-11 rounded-md border border-edge px-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** One that is dosed day by day, where there is one. */
function exampleSolution({ solutions }: Snapshot): string | undefined {
  const carbonate = solutions.find(({ parts }) => parts.some(({ reagent }) => reagent.endsWith('carbonate')));
  return (carbonate ?? solutions[0])?.name;
}
