'use client';

import { nanoid } from 'nanoid';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { Button } from '@/interface/controls/button';
import { describeEntry } from '@/record/kinds/describe';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { whenText } from '@/interface/time/when';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { putIn } from '@/derived/cycle/cycle';
import type { EntryOf } from '@/record/schema';

/** What was put in that lives or carries life, and a way to log more. */
export const PutInForm = inOwnScope(function PutInForm({ usual }: { readonly usual: AddedKind }) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const form = 'put-in';
  const log = useLog(form);
  const { draft, field } = useDraft(form, { what: usual, count: 1 as number | null });
  const { what, count } = draft;
  const send = () => {
    const entry: EntryOf<'put-in'> = {
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'put-in',
      what,
      count: count ?? 1,
    };
    return log([entry], `Logged ${describeEntry(entry, snapshot)} added`);
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
      <Form label="Log what goes in" onSend={send} className="no-print mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
        <SelectField
          label="Goes in today"
          options={ADDED_KINDS.map((each) => [each, each] as const)}
          {...field('what')}
        />
        {(what === 'fish' || what === 'soft coral' || what === 'stony coral') && (
          <QuantityField narrow label="How many" expected={AMOUNTS.addedCount} {...field('count')} />
        )}
        <Button type="submit">Log it as added</Button>
      </Form>
    </section>
  );
});
