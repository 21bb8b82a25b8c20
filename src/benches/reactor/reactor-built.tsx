'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { Button } from '@/interface/controls/button';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useForgetDrafts } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { useCommitOnce, useTank } from '@/interface/workspace/workspace';
import type { Tank } from '@/record/schema';

type Row = NonNullable<Tank['reactor']>;

/** What is typed: the row, with its bubble's two figures beside it. */
type Key = Exclude<keyof Row, 'bubbles' | 'effluentAlkalinity' | 'chamberPh'> | 'counted' | 'ml';

const FIELDS: readonly (readonly [Key, string, Expectation, string?])[] = [
  ['chamberL', 'Chamber', AMOUNTS.chamber],
  ['mediaG', 'A full charge of media', AMOUNTS.media],
  ['cylinderG', 'CO₂ in a full cylinder', AMOUNTS.cylinder],
  ['counted', 'Bubbles counted', AMOUNTS.bubblesCounted, 'while they filled the volume beside'],
  ['ml', 'Volume they filled', AMOUNTS.bubblesFill, 'under water, at the counter’s outlet'],
  ['leastMlPerMin', 'Feed pump at least', AMOUNTS.reactorFlow],
  ['mostMlPerMin', 'Feed pump at most', AMOUNTS.reactorFlow],
  ['pressureKPa', 'Feed pressure', AMOUNTS.reactorPressure, '5 psi or less'],
  ['magnesiumPercent', 'Magnesium in the media', AMOUNTS.mediaMagnesium, 'coral skeleton: about 0.1 %'],
  ['strontiumPercent', 'Strontium in the media', AMOUNTS.mediaStrontium, 'coral skeleton: about 0.8 %'],
];

/** Chamber, charge, cylinder, bubble and feed of a reactor that is there or thought of: told once. */
export const ReactorBuilt = inOwnScope(function ReactorBuilt() {
  const { tank } = useTank();
  const commit = useCommitOnce();
  const form = 'reactor-built';
  const forget = useForgetDrafts(form);
  const row = tank.reactor ?? {};
  const { draft, field } = useDraft<Record<Key, number | null>>(form, () => {
    const there: Partial<Record<Key, unknown>> = { ...row, ...row.bubbles };
    return Object.fromEntries(
      FIELDS.map(([key]) => [key, typeof there[key] === 'number' ? there[key] : null]),
    ) as Record<Key, number | null>;
  });
  const half = (draft.counted === null) !== (draft.ml === null);
  const save = () => {
    if (half) return;
    const { counted, ml, ...plain } = draft;
    const reactor: Row = {
      ...given({ effluentAlkalinity: row.effluentAlkalinity, chamberPh: row.chamberPh }),
      ...given(plain),
      ...(counted !== null && ml !== null && { bubbles: { counted: Math.round(counted), ml } }),
    };
    void commit({ label: `How the reactor of ${tank.name} is built`, put: { tanks: [{ ...tank, reactor }] } }).then(
      (done) => done && forget(),
    );
  };
  return (
    <Form label="How the reactor is built" onSend={save} className="mt-8 max-w-4xl">
      <h2 className="mb-2 text-lg font-semibold">How it is built</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3 sm:grid-cols-3 lg:grid-cols-4">
        {FIELDS.map(([key, label, expected, hint]) => (
          <QuantityField key={key} narrow label={label} expected={expected} hint={hint} {...field(key)} />
        ))}
      </div>
      {half && (
        <p className="mt-2 text-rust">
          A bubble is calibrated by both: how many were counted, and the volume they filled.
        </p>
      )}
      <Button type="submit" className="mt-3" disabled={half}>
        Save
      </Button>
    </Form>
  );
});
