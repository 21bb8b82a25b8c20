'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { Button } from '@/interface/controls/button';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { useNow, useTank } from '@/interface/workspace/workspace';
import type { Entry } from '@/record/schema';

type Key = keyof typeof NOTHING;
const NOTHING = {
  effluentAlkalinity: null,
  chamberPh: null,
  mlPerMin: null,
  bubblesPerMin: null,
  mediaG: null,
  cylinderG: null,
};

const FIELDS: readonly (readonly [Key, string, Expectation, string?])[] = [
  ['effluentAlkalinity', 'Effluent, tested', AMOUNTS.effluent],
  ['chamberPh', 'Chamber pH, read', AMOUNTS.chamberPh],
  ['mlPerMin', 'Flow, measured', AMOUNTS.reactorFlow, 'into a cylinder'],
  ['bubblesPerMin', 'Bubbles a minute', AMOUNTS.bubblesPerMin],
  ['mediaG', 'Media filled to', AMOUNTS.media],
  ['cylinderG', 'New cylinder, CO₂', AMOUNTS.cylinder],
];

/** The reactor as it was measured now, and what was filled. */
export const MeasureReactor = inOwnScope(function MeasureReactor() {
  const { tank } = useTank();
  const now = useNow();
  const form = 'measure-reactor';
  const logged = useLog(form);
  const { draft, field } = useDraft<Record<Key, number | null>>(form, NOTHING);
  const { mediaG, cylinderG, ...read } = draft;
  const tested = Object.values(read).some((figure) => figure !== null);
  const uncalibrated = draft.bubblesPerMin !== null && tank.reactor?.bubbles === undefined;
  const common = () => ({ id: nanoid(), tankId: tank.id, at: now });
  const filled = (store: 'media' | 'CO2', grams: number | null): readonly Entry[] =>
    grams === null ? [] : [{ ...common(), kind: 'reactor-filled', store, grams }];
  const entries = (): readonly Entry[] => [
    ...(tested ? [{ ...common(), kind: 'effluent-test' as const, ...given(read) }] : []),
    ...filled('media', mediaG),
    ...filled('CO2', cylinderG),
  ];
  const log = () => {
    const [first, ...others] = entries();
    return first && logged([first, ...others], 'The reactor measured');
  };
  const nothing = !tested && mediaG === null && cylinderG === null;
  return (
    <Form label="Measured now" onSend={log} className="mt-8 max-w-4xl">
      <h2 className="mb-2 text-lg font-semibold">Measured now</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {FIELDS.map(([key, label, expected, hint]) => (
          <QuantityField key={key} narrow label={label} expected={expected} hint={hint} {...field(key)} />
        ))}
      </div>
      {uncalibrated && (
        <p className="mt-2 text-rust">
          A bubble is of no known size until it is calibrated: count how many fill 5 mL under water, and enter both
          under How it is built. The count is kept all the same.
        </p>
      )}
      <Button type="submit" className="mt-3" disabled={nothing}>
        Log it
      </Button>
      <p className="mt-2 text-sm text-soft">
        In the line: “effluent 28 dkh ph 6.55 12 ml/min 30 bubbles”, “chamber 6.5”, “media 4 kg”, “cylinder 2 kg”.
      </p>
    </Form>
  );
});
