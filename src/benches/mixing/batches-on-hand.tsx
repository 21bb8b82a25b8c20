'use client';

import { nanoid } from 'nanoid';
import { useState, type FormEvent } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { batchReadiness } from '@/calculators/mixing/batch-readiness';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Answer } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Button } from '@/interface/controls/button';
import { dayText } from '@/interface/time/when';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { batchStates, momentAfter, saltOf, type BatchState } from '@/derived/saltwater/batches';
import { aimFor } from '@/derived/observations/targets';
import { lastObservation } from '@/derived/observations/observations';
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
  const commit = useCommitOnce();
  const form = `read ${batch.id}`;
  const forget = useForgetDrafts(form);
  const [salinity, setSalinity] = useKeptState<number | null>(`${form} salinity`, null);
  const [warmth, setWarmth] = useKeptState<number | null>(`${form} warmth`, null);
  const [tests, setTests] = useState<Partial<Record<(typeof TESTS)[number], number | null>>>({});
  const file = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget) || salinity === null) return;
    const given = Object.fromEntries(Object.entries(tests).filter(([, value]) => typeof value === 'number'));
    const done = await commit({
      label: `Logged a reading of ${batchName(snapshot, batch.id)}`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: batch.tankId,
            at: momentAfter(state, now),
            kind: 'batch-check',
            batchId: batch.id,
            salinity,
            ...(warmth !== null && { temperatureC: warmth }),
            ...given,
          },
        ],
      },
    });
    if (!done) return;
    forget();
    onDone();
  };
  return (
    <form
      aria-label="Read the batch"
      onSubmit={(event) => void file(event)}
      className="mt-2 rounded-md border border-line bg-sheet px-4 py-3"
    >
      <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(12rem,1fr))]">
        <QuantityField
          label="Salinity"
          expected={AMOUNTS.measuredSalinity}
          value={salinity}
          onChange={setSalinity}
          required
        />
        <QuantityField
          label="Temperature"
          expected={{ field: 'temperature of the batch', kind: 'temperature', low: 0, high: 40, usual: [10, 30] }}
          value={warmth}
          onChange={setWarmth}
        />
        {TESTS.map((id) => (
          <QuantityField
            key={id}
            label={capitalised(id)}
            expected={readingExpectation(id)}
            value={tests[id] ?? null}
            onChange={(amount) => setTests((present) => ({ ...present, [id]: amount }))}
          />
        ))}
      </div>
      <div className="mt-3 flex gap-2">
        <Button type="submit" look="main" disabled={salinity === null}>
          Log this reading
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
});
