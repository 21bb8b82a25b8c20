'use client';

import { useId, useMemo, useState } from 'react';
import { isSign, SIGN_IDS, signWords } from '@/calculators/signs/signs';
import { Button } from '@/interface/controls/button';
import { useKeptState } from '@/interface/storage/kept-draft';
import { goTo, useAsks } from '@/interface/address/place';
import { SelectField } from '@/interface/controls/select-field';
import { whenText } from '@/interface/time/when';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { jotExamples } from '@/jot/example';
import { describeEntry, entryText, saysAll } from '@/record/kinds/describe';
import { ALL_KINDS, kindOf } from '@/record/kinds/list';
import type { Entry } from '@/record/schema';
import { EntryEditor } from './entry-editor';

const PAGE = 25;

/** What was logged, the last first: looked for by words, kind, sign and tank, all of which stand in the address. */
export function History() {
  const { snapshot, tank } = useTank();
  const { zone, units } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const asks = useAsks();
  const id = useId();
  const [editing, setEditing] = useKeptState<string | null>('log editing', null);
  const [shown, setShown] = useState(PAGE);
  const asked = asks.get('find') ?? '';
  // What is typed narrows at once; the address follows when the field is left, or Enter is pressed.
  const [find, setFind] = useState(asked);
  const [lastAsked, setLastAsked] = useState(asked);
  if (asked !== lastAsked) {
    setLastAsked(asked);
    setFind(asked);
  }
  const kind = asks.get('kind') ?? '';
  const sign = asks.get('sign') ?? '';
  const everywhere = asks.get('tanks') === 'all';
  const ask = (name: string, value: string) => {
    // By the address itself: a change made a moment ago stands there, and is not yet drawn.
    const next = new URLSearchParams(window.location.search);
    if (value === '') next.delete(name);
    else next.set(name, value);
    goTo(`${window.location.pathname}${next.size > 0 ? `?${next.toString()}` : ''}`, 'replace');
  };
  // What belongs to no one tank, such as a batch, stands in each tank's history.
  const all = useMemo(
    () =>
      everywhere ? snapshot.entries : snapshot.entries.filter(({ tankId }) => tankId === tank.id || tankId === null),
    [snapshot.entries, everywhere, tank.id],
  );
  const entries = useMemo(() => {
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    return all
      .filter((entry) => kind === '' || entry.kind === kind)
      .filter((entry) => !isSign(sign) || (entry.kind === 'seen' && entry.signs.includes(sign)))
      .filter((entry) => words.length === 0 || saysAll(entryText(entry, snapshot), words))
      .toReversed();
  }, [all, snapshot, find, kind, sign]);
  const kinds = useMemo(() => new Set(all.map((entry) => entry.kind)), [all]);
  const narrowed = find !== '' || kind !== '' || sign !== '';
  const examples = jotExamples(units);
  const tankName = (entry: Entry) => snapshot.tanks.find(({ id: own }) => own === entry.tankId)?.name ?? 'all tanks';
  const remove = (entry: Entry) =>
    void commit({
      label: `Removed ${kindOf(entry.kind).title.toLowerCase()}: ${describeEntry(entry, snapshot)}`,
      remove: { entries: [entry.id] },
    });

  return (
    <section aria-label="Entries" className="mt-8">
      <h2 className="text-lg font-semibold">
        {find === '' ? 'Entries, the last first' : `Entries with “${find}”, the last first`}
      </h2>
      <div className="no-print mt-1 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div>
          <label htmlFor={id} className="block text-sm font-semibold">
            Words in them
          </label>
          <input
            id={id}
            type="search"
            autoComplete="off"
            className="mt-1 min-h-11 w-52 max-w-full rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            onBlur={() => find !== asked && ask('find', find)}
            onKeyDown={(event) => event.key === 'Enter' && ask('find', find)}
          />
        </div>
        <SelectField
          label="Kind"
          width="w-40"
          value={kind}
          options={[
            ['', 'every kind'],
            ...ALL_KINDS.filter((each) => kinds.has(each.kind) || each.kind === kind).map(
              (each) => [each.kind, each.title] as const,
            ),
          ]}
          onChange={(value) => ask('kind', value)}
        />
        {(kinds.has('seen') || sign !== '') && (
          <SelectField
            label="Seen"
            width="w-40"
            value={sign}
            options={[['', 'anything'], ...SIGN_IDS.map((each) => [each, signWords(each)] as const)]}
            onChange={(value) => ask('sign', value)}
          />
        )}
        {snapshot.tanks.length > 1 && (
          <SelectField
            label="Tank"
            width="w-40"
            value={everywhere ? 'all' : ''}
            options={[
              ['', tank.name],
              ['all', 'every tank'],
            ]}
            onChange={(value) => ask('tanks', value)}
          />
        )}
        {narrowed && (
          <Button
            look="quiet"
            onClick={() => {
              setFind('');
              goTo(window.location.pathname);
            }}
          >
            Show all entries
          </Button>
        )}
      </div>
      {entries.length === 0 && (
        <p className="mt-2 text-soft">
          {narrowed
            ? 'No entry answers to that.'
            : `None yet. The line above takes a whole session: “${examples.alkalinity} ca 430 mg 1320”, “${examples.changed}”, “${examples.refilled}”.`}
        </p>
      )}
      <ul className="mt-2">
        {entries.slice(0, shown).map((entry) => (
          <li key={entry.id} className="border-t border-line py-1.5">
            {editing === entry.id ? (
              <EntryEditor entry={entry} onDone={() => setEditing(null)} />
            ) : (
              <div className="flex flex-wrap items-baseline gap-x-4">
                <span className="w-36 shrink-0 text-sm text-soft">
                  {whenText(entry.at, now, zone)}
                  {everywhere && <span className="block">{tankName(entry)}</span>}
                </span>
                <span className="min-w-0 flex-1 basis-64">
                  <span className="font-semibold">{kindOf(entry.kind).title}</span> {describeEntry(entry, snapshot)}
                  {entry.note && entry.kind !== 'note' && <span className="text-soft"> — {entry.note}</span>}
                </span>
                <span className="flex">
                  <Button
                    look="quiet"
                    aria-label={`Edit ${kindOf(entry.kind).title.toLowerCase()} of ${whenText(entry.at, now, zone)}`}
                    onClick={() => setEditing(entry.id)}
                  >
                    Edit
                  </Button>
                  <Button
                    look="quiet"
                    aria-label={`Remove ${kindOf(entry.kind).title.toLowerCase()} of ${whenText(entry.at, now, zone)}`}
                    onClick={() => remove(entry)}
                  >
                    Remove
                  </Button>
                </span>
              </div>
            )}
          </li>
        ))}
      </ul>
      {entries.length > shown && (
        <Button className="mt-3" onClick={() => setShown(shown + 4 * PAGE)}>
          Earlier entries ({entries.length - shown} more)
        </Button>
      )}
    </section>
  );
}
