'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { PARAMETERS, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { capitalised } from '@/calculators/calculator/words';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Fault, Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useStillSent } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';

const DAILY = [
  'ammonia',
  'nitrite',
  'nitrate',
  'ph',
  'salinity',
  'temperature',
] as const satisfies readonly ParameterId[];

const NOTHING = Object.fromEntries(DAILY.map((id) => [id, null])) as Record<(typeof DAILY)[number], number | null>;

/** The day's tests in one row; what was not tested stays empty. */
export const DailyReading = inOwnScope(function DailyReading() {
  const { tank } = useTank();
  const now = useNow();
  const form = 'daily-reading';
  const log = useLog(form);
  const { draft, set, field } = useDraft(form, NOTHING);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const stillSent = useStillSent(draft);
  const send = async () => {
    const values = given(draft);
    const nothing = Object.keys(values).length === 0;
    setFault(nothing ? 'Type what was tested first.' : undefined);
    if (nothing || !(await log([{ id: nanoid(), tankId: tank.id, at: now, kind: 'reading', values }]))) return;
    if (!stillSent(draft)) return;
    set(NOTHING);
    setRound(round + 1);
  };
  return (
    <Form label="Today’s reading" onSend={send} className="no-print rounded-md border border-line bg-sheet px-4 py-3">
      <h2 className="font-semibold">Today’s reading</h2>
      <div className="mt-2 grid grid-cols-2 items-start gap-x-4 gap-y-3">
        {DAILY.map((id) => (
          <QuantityField
            key={`${round}-${id}`}
            narrow
            label={capitalised(PARAMETERS[id].name)}
            expected={readingExpectation(id)}
            {...field(id)}
          />
        ))}
        <div className="col-span-full">
          <Button type="submit" look="main">
            Log it
          </Button>
        </div>
      </div>
      <Fault>{fault}</Fault>
    </Form>
  );
});
