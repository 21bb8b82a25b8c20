'use client';

import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { Button } from '@/interface/controls/button';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { WhenField } from '@/interface/fields/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { describeEntry } from '@/record/kinds/describe';
import { AHEAD_MS } from '@/record/rows/fields';
import type { Entry } from '@/record/schema';

const HOW = [
  ['added', 'came in'],
  ['lost', 'was lost'],
  ['moved', 'moved out'],
] as const;
type How = (typeof HOW)[number][0];

/** What came or went, today or on an earlier day. */
export const MoveForm = inOwnScope(function MoveForm() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'move';
  const forget = useForgetDrafts(form);
  const [what, setWhat] = useKeptState<AddedKind>(`${form} what`, 'fish');
  const [how, setHow] = useKeptState<How>(`${form} how`, 'added');
  const [count, setCount] = useKeptState<number | null>(`${form} count`, 1);
  const [when, setWhen] = useKeptState<number | null>(`${form} when`, null);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const ahead = when !== null && when > now + AHEAD_MS;
    setFault(ahead ? 'The time lies ahead of now; the record holds what has happened.' : undefined);
    if (ahead) return;
    const common = { id: nanoid(), tankId: tank.id, at: when ?? now, what, count: Math.round(count ?? 1) };
    const entry: Entry =
      how === 'added'
        ? { ...common, kind: 'put-in' }
        : { ...common, kind: 'taken-out', ...(how === 'lost' && { lost: true }) };
    if (!(await commit({ label: `Logged ${describeEntry(entry, snapshot)}`, put: { entries: [entry] } }))) return;
    forget();
    setCount(1);
    setWhen(null);
    setRound(round + 1);
  };
  return (
    <form onSubmit={(event) => void file(event)} aria-label="Log what came or went" className="no-print mt-3">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <SelectField
          label="What"
          width="w-36"
          value={what}
          options={ADDED_KINDS.map((each) => [each, each] as const)}
          onChange={setWhat}
        />
        <SelectField label="It" width="w-32" value={how} options={HOW} onChange={setHow} />
        <QuantityField
          key={`count ${round}`}
          narrow
          label="How many"
          expected={AMOUNTS.addedCount}
          value={count}
          onChange={setCount}
        />
        <WhenField
          key={`when ${round}`}
          label="When"
          value={when}
          onChange={setWhen}
          zone={snapshot.settings.zone}
          hint={when === null ? 'now, when left empty' : undefined}
        />
      </div>
      {fault && (
        <p role="alert" className="mt-1 text-rust">
          {fault}
        </p>
      )}
      <Button type="submit" className="mt-2">
        Log it
      </Button>
    </form>
  );
});
