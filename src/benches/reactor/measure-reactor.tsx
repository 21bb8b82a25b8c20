'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Expectation } from '@/quantities/parse-quantity';
import { Button } from '@/interface/controls/button';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import type { Entry } from '@/record/schema';

interface Draft {
  readonly effluentAlkalinity: number | null;
  readonly chamberPh: number | null;
  readonly mlPerMin: number | null;
  readonly bubblesPerMin: number | null;
  readonly mediaG: number | null;
  readonly cylinderG: number | null;
}

const NOTHING: Draft = {
  effluentAlkalinity: null,
  chamberPh: null,
  mlPerMin: null,
  bubblesPerMin: null,
  mediaG: null,
  cylinderG: null,
};

const FIELDS: readonly (readonly [keyof Draft, string, Expectation, string?])[] = [
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
  const commit = useCommitOnce();
  const form = 'measure-reactor';
  const forget = useForgetDrafts(form);
  const [draft, setDraft] = useKeptState<Draft>(`${form} draft`, NOTHING);
  const { effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin, mediaG, cylinderG } = draft;
  const tested = [effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin].some((figure) => figure !== null);
  const nothing = !tested && mediaG === null && cylinderG === null;
  const uncalibrated = bubblesPerMin !== null && tank.reactor?.bubbles === undefined;
  const log = () => {
    const common = { tankId: tank.id, at: now };
    const entries: Entry[] = [
      ...(tested
        ? [
            {
              id: nanoid(),
              ...common,
              kind: 'effluent-test' as const,
              ...(effluentAlkalinity !== null && { effluentAlkalinity }),
              ...(chamberPh !== null && { chamberPh }),
              ...(mlPerMin !== null && { mlPerMin }),
              ...(bubblesPerMin !== null && { bubblesPerMin }),
            },
          ]
        : []),
      ...(mediaG === null
        ? []
        : [{ id: nanoid(), ...common, kind: 'reactor-filled' as const, store: 'media' as const, grams: mediaG }]),
      ...(cylinderG === null
        ? []
        : [{ id: nanoid(), ...common, kind: 'reactor-filled' as const, store: 'CO2' as const, grams: cylinderG }]),
    ];
    void commit({ label: 'The reactor measured', put: { entries } }).then((done) => done && forget());
  };
  return (
    <form
      aria-label="Measured now"
      className="mt-8 max-w-4xl"
      onSubmit={(event) => {
        event.preventDefault();
        if (!focusRefused(event.currentTarget) && !nothing) log();
      }}
    >
      <h2 className="mb-2 text-lg font-semibold">Measured now</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {FIELDS.map(([key, label, expected, hint]) => (
          <QuantityField
            key={key}
            narrow
            label={label}
            expected={expected}
            value={draft[key]}
            onChange={(value) => setDraft((present) => ({ ...present, [key]: value }))}
            {...(hint && { hint })}
          />
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
    </form>
  );
});
