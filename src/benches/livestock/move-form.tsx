'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { ADDED_KINDS, type AddedKind } from '@/calculators/cycle/cycle-input';
import { Button } from '@/interface/controls/button';
import { useDraft } from '@/interface/forms/draft';
import { Fault, Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { WhenField } from '@/interface/fields/when-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
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
  const form = 'move';
  const log = useLog(form);
  const { draft, set, field } = useDraft(form, {
    what: 'fish' as AddedKind,
    how: 'added' as How,
    count: 1 as number | null,
    when: null as number | null,
  });
  const { what, how, count, when } = draft;
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const send = async () => {
    const ahead = when !== null && when > now + AHEAD_MS;
    setFault(ahead ? 'The time lies ahead of now; the record holds what has happened.' : undefined);
    if (ahead) return;
    const common = { id: nanoid(), tankId: tank.id, at: when ?? now, what, count: Math.round(count ?? 1) };
    const entry: Entry =
      how === 'added'
        ? { ...common, kind: 'put-in' }
        : { ...common, kind: 'taken-out', ...(how === 'lost' && { lost: true }) };
    if (!(await log([entry]))) return;
    set({ count: 1, when: null });
    setRound(round + 1);
  };
  return (
    <Form label="Log what came or went" onSend={send} className="no-print mt-3">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <SelectField
          label="What"
          width="w-36"
          options={ADDED_KINDS.map((each) => [each, each] as const)}
          {...field('what')}
        />
        <SelectField label="It" width="w-32" options={HOW} {...field('how')} />
        <QuantityField
          key={`count ${round}`}
          narrow
          label="How many"
          expected={AMOUNTS.addedCount}
          {...field('count')}
        />
        <WhenField
          key={`when ${round}`}
          label="When"
          {...field('when')}
          zone={snapshot.settings.zone}
          hint={when === null ? 'now, when left empty' : undefined}
        />
      </div>
      <Fault>{fault}</Fault>
      <Button type="submit" className="mt-2">
        Log it
      </Button>
    </Form>
  );
});
