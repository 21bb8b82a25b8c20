'use client';

import { AERATION_MINUTES, aerationCheck } from '@/calculators/ph/aeration-check';
import { attempt } from '@/calculators/calculator/attempt';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { given } from '@/calculators/calculator/given';
import { Figures } from '@/interface/answer/bench';
import { Worked } from '@/interface/answer/worked';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useDraft } from '@/interface/forms/draft';
import { useLog } from '@/interface/forms/log-form';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { nanoid } from 'nanoid';
import { waterNow } from '@/derived/day/day-of-tank';
import { lastObservation } from '@/derived/observations/observations';

const MINUTE_MS = 60_000;
const FORM = 'aeration check';

/** A cup of tank water under outdoor air for an hour: room, probe or alkalinity test. */
export function Aeration() {
  const { snapshot, tank } = useTank();
  const { zone } = snapshot.settings;
  const now = useNow();
  const log = useLog(FORM);
  const water = waterNow(snapshot, tank, now);
  const { draft, set, field } = useDraft(FORM, () => ({
    alkalinity: water.alkalinity as number | null,
    before: (lastObservation(snapshot, tank.id, 'ph')?.value ?? null) as number | null,
    after: null as number | null,
    begunAt: null as number | null,
  }));
  const { alkalinity, before, after, begunAt } = draft;
  const ends = begunAt === null ? undefined : begunAt + AERATION_MINUTES * MINUTE_MS;
  const left = ends === undefined ? undefined : Math.max(0, Math.ceil((ends - now) / MINUTE_MS));
  const result =
    alkalinity === null || before === null
      ? undefined
      : attempt(() =>
          aerationCheck.run({
            alkalinity,
            salinity: water.salinity,
            temperatureC: water.temperatureC,
            phBefore: before,
            ...given({ phAfter: after }),
            ...(begunAt !== null && { minutes: Math.min(1440, Math.max(0, (now - begunAt) / MINUTE_MS)) }),
          }),
        );
  const keep = () =>
    before !== null &&
    after !== null &&
    void log(
      [
        {
          id: nanoid(),
          tankId: tank.id,
          at: now,
          kind: 'note',
          note: `Aeration check: a cup went from pH ${before.toFixed(2)} to ${after.toFixed(2)} outdoors; ${result?.outcome?.values.finding ?? ''}.`,
        },
      ],
      'Logged the aeration check',
    );
  return (
    <Worked
      result={result}
      otherwise="Say the alkalinity, and the pH the cup has now."
      actions={
        <>
          {begunAt === null ? (
            <Button look="main" onClick={() => set({ begunAt: now })}>
              The bubbling begins now
            </Button>
          ) : (
            <Button onClick={() => set({ begunAt: null, after: null })}>Begin anew</Button>
          )}
          {after !== null && (
            <Button look={begunAt === null ? 'quiet' : 'main'} onClick={keep}>
              Log what it came to
            </Button>
          )}
        </>
      }
    >
      {ends !== undefined && (
        <p role="status" className="mt-4 text-lg">
          {left === 0
            ? 'The hour is over: read the cup’s pH now.'
            : `Read the cup’s pH at ${whenText(ends, now, zone)}: ${left} minutes left.`}
        </p>
      )}
      <ol className="mt-4 max-w-3xl list-decimal space-y-1 pl-5">
        <li>Take a cup of tank water, about as warm as the tank, and read its pH.</li>
        <li>Carry it outdoors, or pump outdoor air to it, and bubble it hard for an hour.</li>
        <li>Read its pH again by the same probe, and type it below.</li>
      </ol>
      <div className="mt-5">
        <Figures title="The cup" narrow>
          <QuantityField
            narrow
            label="Alkalinity"
            expected={{ ...readingExpectation('alkalinity'), low: 0.5 }}
            {...field('alkalinity')}
            digits={3}
            required
          />
          <QuantityField narrow label="pH before" expected={readingExpectation('ph')} {...field('before')} required />
          <QuantityField
            narrow
            label="pH after"
            expected={readingExpectation('ph')}
            {...field('after')}
            hint="after the hour"
          />
        </Figures>
      </div>
    </Worked>
  );
}
