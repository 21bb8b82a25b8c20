'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useDeferredValue, useMemo, useState } from 'react';
import { capitalised } from '@/calculators/calculator/words';
import { parameterOf } from '@/calculators/parameters/parameters';
import { convertText } from '@/calculators/units/convert';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { isFollowed } from '@/chemistry/water-change/followed';
import { levelFromTo } from '@/jot/from-to';
import { entryText, saysAll } from '@/record/kinds/describe';
import type { Snapshot, Entry } from '@/record/schema';
import { benchAddress } from '@/registry/addresses';
import { finder } from '@/registry/find/finder';
import { goTo, usePlace } from '../address/place';
import { whenText } from '../time/when';
import { useSnapshotIfRead, useNow, useWorkspace } from '../workspace/workspace';
import { useActions, type Action } from './actions';
import { KeyCap } from './key-cap';
import { takeTypedAhead } from './typed-ahead';

/** So many entries are looked through for what was typed, and so many shown: the newest first. */
const MOST_ENTRIES = 5000;
const MOST_SHOWN = 6;
const MOST_ACTIONS = 12;

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onHelp: () => void;
}

/** Finds benches, actions, rows and entries by the words of the trade, and says where each lives. */
export function Find({ open, onOpenChange, onHelp }: Props) {
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
          className="fixed top-[8vh] left-1/2 z-50 w-[min(40rem,94vw)] -translate-x-1/2 overflow-hidden rounded-lg border border-edge bg-sheet shadow-xl"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Search onChoose={choose} onHelp={onHelp} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Search({ onChoose, onHelp }: { readonly onChoose: (run: () => void) => void; readonly onHelp: () => void }) {
  const actions = useActions();
  const snapshot = useSnapshotIfRead();
  const { name } = useWorkspace();
  const now = useNow();
  const units = snapshot?.settings.units ?? DEFAULT_UNITS;
  const [typed, setTyped] = useState('');
  // What Enter chooses is found as it is typed; entries, of which there may be thousands, a moment later.
  const asked = typed.trim();
  const lookedFor = useDeferredValue(asked);
  const find = useMemo(() => finder(actions), [actions]);
  const found = useMemo(
    () => (asked === '' ? actions.filter(({ kind, key }) => kind !== 'Settings' && key) : find(asked)),
    [actions, asked, find],
  );
  const entries = useMemo(
    () => (snapshot && lookedFor.length > 1 ? entriesSaying(snapshot, lookedFor) : []),
    [snapshot, lookedFor],
  );
  const converted = useMemo(() => convertText(asked, units), [asked, units]);
  const brought = useBrought(asked);
  const shown = asked === '' ? found : [...brought, ...found.slice(0, MOST_ACTIONS)];
  return (
    <Command label="Find" loop shouldFilter={false}>
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        // What was typed before it stood here was meant for it.
        onFocus={() => {
          const ahead = takeTypedAhead();
          if (ahead !== '') setTyped((present) => present + ahead);
        }}
        placeholder="Find: wc, kalk, ATO, how much salt, a tank, an entry …"
        className="min-h-12 w-full border-b border-line bg-transparent px-4 outline-none placeholder:text-soft"
      />
      <Command.List className="max-h-[64vh] overflow-y-auto p-2">
        {converted && (
          <div role="status" className="border-b border-line p-3">
            <p className="text-lg font-semibold">{converted.says}</p>
            <p className="text-sm text-soft">{converted.working}</p>
          </div>
        )}
        {!converted && shown.length + entries.length === 0 && (
          <p className="p-3 text-soft">Nothing of that name. Try a word of the trade: alkalinity, salt, top-off.</p>
        )}
        {shown.map((action) => (
          <Item key={action.id} action={action} onSelect={() => onChoose(action.run)} />
        ))}
        {asked === '' && (
          <Item
            action={{ id: 'help', kind: 'Do', name: 'Shortcuts, and what the line understands', key: '?', run: onHelp }}
            onSelect={() => onChoose(onHelp)}
          />
        )}
        {snapshot && entries.length > 0 && (
          <Command.Group heading="Entries" className={GROUP}>
            {entries.map(({ entry, says }) => (
              <Command.Item
                key={entry.id}
                value={entry.id}
                className={ITEM}
                onSelect={() =>
                  onChoose(() =>
                    goTo(
                      `${benchAddress(name, entry.tankId ?? snapshot.tanks[0]?.id ?? '', 'log')}?find=${encodeURIComponent(asked)}`,
                    ),
                  )
                }
              >
                <span className="min-w-0 truncate">{says}</span>
                <span className="shrink-0 text-sm text-soft">
                  {whenText(entry.at, now, snapshot.settings.zone, 'day')} · Log
                </span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command>
  );
}

/** "nitrate 20 to 5": how much water that takes, with the two figures in their fields. */
function useBrought(asked: string): readonly Action[] {
  const { name } = useWorkspace();
  const { tankId } = usePlace();
  const units = useSnapshotIfRead()?.settings.units ?? DEFAULT_UNITS;
  return useMemo(() => {
    const told = levelFromTo(asked, units);
    if (!told || !tankId || !isFollowed(told.parameter)) return [];
    const { kind, name: level } = parameterOf(told.parameter);
    const [from, to] = [told.from, told.to].map((amount) => showText(quantity(kind, amount), units));
    const query = new URLSearchParams({ of: told.parameter, from: String(told.from), to: String(told.to) }).toString();
    return [
      {
        id: 'brought',
        kind: 'Benches',
        name: `${capitalised(level)} from ${from ?? ''} to ${to ?? ''}`,
        question: 'How many water changes, and how large?',
        where: 'Water › Water change',
        run: () => goTo(`${benchAddress(name, tankId, 'water-change', 'level')}&${query}`),
      },
    ];
  }, [asked, units, name, tankId]);
}

const ITEM =
  'flex min-h-11 cursor-pointer items-center justify-between gap-4 rounded px-2 data-[selected=true]:bg-glass-wash';
const GROUP =
  '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft';

function Item({ action, onSelect }: { readonly action: Action; readonly onSelect: () => void }) {
  return (
    <Command.Item value={action.id} onSelect={onSelect} className={ITEM}>
      <span className="min-w-0">
        {action.name}
        {action.question && <span className="block text-sm leading-tight text-soft">{action.question}</span>}
      </span>
      <span className="flex shrink-0 items-center gap-2 text-sm text-soft">
        {action.where}
        {action.key && <KeyCap name={action.key} />}
      </span>
    </Command.Item>
  );
}

/** The newest entries whose words hold all that was typed. */
function entriesSaying(snapshot: Snapshot, asked: string): { entry: Entry; says: string }[] {
  const words = asked.toLowerCase().split(/\s+/);
  const found: { entry: Entry; says: string }[] = [];
  for (const entry of snapshot.entries.slice(-MOST_ENTRIES).toReversed()) {
    const says = entryText(entry, snapshot);
    if (saysAll(says, words)) found.push({ entry, says });
    if (found.length === MOST_SHOWN) break;
  }
  return found;
}
