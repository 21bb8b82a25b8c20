'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { batchReadiness } from '@/calculators/mixing/batch-readiness';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { Answer } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Button } from '@/interface/controls/button';
import { dayText } from '@/interface/time/when';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { batchStates, momentAfter, saltOf, type BatchState } from '@/derived/saltwater/batches';
import { aimFor } from '@/derived/observations/targets';
import { lastObservation } from '@/derived/observations/observations';
import type { EntryOf } from '@/record/schema';
import { batchName } from '@/derived/saltwater/water-day';

/** Every batch that stands in a vessel: how much is left, and whether it may be used. */
export function BatchesOnHand() {
  const { snapshot } = useTank();
  const now = useNow();
  const batches = batchStates(snapshot, now);
  return (
    <section aria-label="Batches on hand" className="mt-10 border-t border-line pt-5">
      <h2 className="text-lg font-semibold">Batches on hand</h2>
      {batches.length === 0 && (
        <p className="mt-1 text-soft">
          None is ready. A batch logged above is followed here until it is used; a tank’s first fill is in its tank.
        </p>
      )}
      <ul className="mt-2 max-w-4xl">
        {batches.map((state) => (
          <OneBatch key={state.batch.id} state={state} now={now} />
        ))}
      </ul>
    </section>
  );
}

function OneBatch({ state, now }: { readonly state: BatchState; readonly now: number }) {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const [reading, setReading] = useState(false);
  const { batch, salinity, readAt, temperatureC, leftL } = state;
  const goesTo = snapshot.tanks.find(({ id }) => id === batch.tankId);
  const into = goesTo ?? tank;
  const { outcome } = attempt(() =>
    batchReadiness.run({
      now,
      mixedAt: batch.at,
      target: batch.targetSalinity,
      ...(salinity !== undefined && readAt !== undefined && { reads: salinity, readAt }),
      ...(temperatureC !== undefined && { temperatureC }),
      tankC: lastObservation(snapshot, into.id, 'temperature')?.value ?? aimFor(into, 'temperature'),
    }),
  );
  const name = batchName(snapshot, batch.id);
  return (
    <li className="border-t border-line py-3">
      <p>
        <strong>{capitalised(name)}</strong>{' '}
        <span className="text-soft">
          mixed {dayText(batch.at, zone)} for {goesTo?.name ?? 'any tank'}: {showText(quantity('volume', leftL), units)}{' '}
          of {saltOf(snapshot, batch)?.name ?? 'salt'}
          {salinity !== undefined && `, read ${showText(quantity('salinity', salinity), units)}`}
          {batch.lot && `, lot ${batch.lot}`}
        </span>
      </p>
      {outcome && (
        <Answer
          lesser
          label={`Whether ${name} may be used`}
          answer={outcome.answer}
          cautions={outcome.cautions}
          actions={
            !reading && (
              <Button aria-label={`Read ${name} again`} onClick={() => setReading(true)}>
                Read it again
              </Button>
            )
          }
        />
      )}
      {reading && <ReadIt state={state} onDone={() => setReading(false)} />}
      {outcome && <Cautions cautions={outcome.cautions} />}
    </li>
  );
}

const TESTS = ['alkalinity', 'calcium', 'magnesium'] as const;

const NOTHING: Readonly<Record<'salinity' | 'temperatureC' | (typeof TESTS)[number], number | null>> = {
  salinity: null,
  temperatureC: null,
  alkalinity: null,
  calcium: null,
  magnesium: null,
};

/** A reading of a batch: its salinity, and what else was tested. */
const ReadIt = inOwnScope(function ReadIt({
  state,
  onDone,
}: {
  readonly state: BatchState;
  readonly onDone: () => void;
}) {
  const { snapshot } = useTank();
  const { batch } = state;
  const now = useNow();
  const form = `read ${batch.id}`;
  const log = useLog(form);
  const { draft, field } = useDraft(form, NOTHING);
  const send = async () => {
    const { salinity, ...others } = draft;
    if (salinity === null) return;
    const entry: EntryOf<'batch-check'> = {
      id: nanoid(),
      tankId: batch.tankId,
      at: momentAfter(state, now),
      kind: 'batch-check',
      batchId: batch.id,
      salinity,
      ...given(others),
    };
    if (await log([entry], `Logged a reading of ${batchName(snapshot, batch.id)}`)) onDone();
  };
  return (
    <Form label="Read the batch" onSend={send} className="mt-2 rounded-md border border-line bg-sheet px-4 py-3">
      <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(12rem,1fr))]">
        <QuantityField label="Salinity" expected={AMOUNTS.measuredSalinity} {...field('salinity')} required />
        <QuantityField
          label="Temperature"
          expected={{ field: 'temperature of the batch', kind: 'temperature', low: 0, high: 40, usual: [10, 30] }}
          {...field('temperatureC')}
        />
        {TESTS.map((id) => (
          <QuantityField key={id} label={capitalised(id)} expected={readingExpectation(id)} {...field(id)} />
        ))}
      </div>
      <div className="mt-3 flex gap-2">
        <Button type="submit" look="main" disabled={draft.salinity === null}>
          Log this reading
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </Form>
  );
});
