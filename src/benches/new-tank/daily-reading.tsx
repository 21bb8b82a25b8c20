'use client';

import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { PARAMETERS, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { capitalised } from '@/calculators/calculator/words';
import { useForgetDrafts, useKeptState, useStillSent } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { describeEntry } from '@/record/kinds/describe';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import type { EntryOf } from '@/record/schema';

const DAILY = [
  'ammonia',
  'nitrite',
  'nitrate',
  'ph',
  'salinity',
  'temperature',
] as const satisfies readonly ParameterId[];

/** The day's tests in one row; what was not tested stays empty. */
export const DailyReading = inOwnScope(function DailyReading() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'daily-reading';
  const forget = useForgetDrafts(form);
  const [values, setValues] = useKeptState<Partial<Record<ParameterId, number | null>>>(`${form} values`, {});
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const stillSent = useStillSent(values);
  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const given = Object.fromEntries(DAILY.flatMap((id) => (typeof values[id] === 'number' ? [[id, values[id]]] : [])));
    if (Object.keys(given).length === 0) {
      setFault('Type what was tested first.');
      return;
    }
    setFault(undefined);
    const entry: EntryOf<'reading'> = { id: nanoid(), tankId: tank.id, at: now, kind: 'reading', values: given };
    if (!(await commit({ label: `Logged ${describeEntry(entry, snapshot)}`, put: { entries: [entry] } }))) return;
    if (!stillSent(values)) return;
    setValues({});
    forget();
    setRound(round + 1);
  };
  return (
    <form
      onSubmit={(event) => void file(event)}
      aria-label="Today’s reading"
      className="no-print rounded-md border border-line bg-sheet px-4 py-3"
    >
      <h2 className="font-semibold">Today’s reading</h2>
      <div className="mt-2 grid grid-cols-2 items-start gap-x-4 gap-y-3">
        {DAILY.map((id) => (
          <QuantityField
            key={`${round}-${id}`}
            narrow
            label={capitalised(PARAMETERS[id].name)}
            expected={readingExpectation(id)}
            value={values[id] ?? null}
            onChange={(value) => setValues((present) => ({ ...present, [id]: value }))}
          />
        ))}
        <div className="col-span-full">
          <Button type="submit" look="main">
            Log it
          </Button>
        </div>
      </div>
      {fault && (
        <p role="alert" className="mt-2 text-rust">
          {fault}
        </p>
      )}
    </form>
  );
});
