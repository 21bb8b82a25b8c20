'use client';

import { nanoid } from 'nanoid';
import { type FormEvent } from 'react';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { describeEntry } from '@/record/kinds/describe';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { whenText } from '@/interface/time/when';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { putIn } from '@/derived/cycle/cycle';
import type { EntryOf } from '@/record/schema';

/** What was put in that lives or carries life, and a way to log more. */
export const PutInForm = inOwnScope(function PutInForm({ usual }: { readonly usual: AddedKind }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'put-in';
  const forget = useForgetDrafts(form);
  const [what, setWhat] = useKeptState<AddedKind>(`${form} what`, usual);
  const [count, setCount] = useKeptState<number | null>(`${form} count`, 1);
  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const entry: EntryOf<'put-in'> = {
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'put-in',
      what,
      count: count ?? 1,
    };
    if (await commit({ label: `Logged ${describeEntry(entry, snapshot)} added`, put: { entries: [entry] } })) forget();
  };
  const there = putIn(snapshot, tank).filter(({ at }) => at <= now);
  return (
    <section aria-label="What went in" className="mt-8">
      <h2 className="text-lg font-semibold">What went in</h2>
      {there.length === 0 ? (
        <p className="text-soft">Nothing is logged as added yet. Rock, bacteria and animals all move the cycle.</p>
      ) : (
        <ul className="flex flex-wrap gap-x-6">
          {there.slice(-8).map((entry) => (
            <li key={entry.id}>
              {describeEntry(entry, snapshot)}{' '}
              <span className="text-sm text-soft">{whenText(entry.at, now, snapshot.settings.zone, 'day')}</span>
            </li>
          ))}
        </ul>
      )}
      <form
        onSubmit={(event) => void file(event)}
        className="no-print mt-2 flex flex-wrap items-end gap-x-4 gap-y-2"
        aria-label="Log what goes in"
      >
        <SelectField
          label="Goes in today"
          value={what}
          options={ADDED_KINDS.map((each) => [each, each] as const)}
          onChange={setWhat}
        />
        {(what === 'fish' || what === 'soft coral' || what === 'stony coral') && (
          <QuantityField narrow label="How many" expected={AMOUNTS.addedCount} value={count} onChange={setCount} />
        )}
        <Button type="submit">Log it as added</Button>
      </form>
    </section>
  );
});
